import { sourceText } from './check/sentence.ts';
import { FAMILIES } from './checks.ts';

const HEAD = `# What is checked

Written by \`npm run docs:write\` from the families of the trade (\`core/src/*/family.ts\`): what each looks after, at which step
what it finds is cleared, and its checks with their source. No proposed layout breaks a check of a family that decides places.
`;

/** The families and their checks as a page of the docs. */
export function checksPage(): string {
  const families = FAMILIES.map(({ name, about, step, decidesPlaces, checks }) =>
    [
      `## ${name}`,
      `${about}. Cleared at ${step}.${decidesPlaces ? ' Layouts keep it.' : ''}`,
      [
        '| check | looks at | usual severity | source |',
        '| --- | --- | --- | --- |',
        ...checks.map(
          ({ meta }) =>
            `| \`${meta.id}\` | ${meta.looksAt} | ${meta.severity} | ${sourceText(meta.source)} |`,
        ),
      ].join('\n'),
    ].join('\n\n'),
  );
  return [HEAD, ...families].join('\n').concat('\n');
}
