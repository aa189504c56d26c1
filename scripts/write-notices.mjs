// npm run notices:write: the notices of every package and font that ships, from the lock file; with --check only says whether
// the file is as it should be.
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const FILE = 'THIRD-PARTY-NOTICES.md';
const LICENCE_FILE = /^(?:licen[cs]e|copying|notice|ofl)(?:[.-].*)?$/iu;

const { packages } = JSON.parse(readFileSync('package-lock.json', 'utf8'));
const shipped = Object.entries(packages)
  .filter(
    ([path, { link, dev, devOptional, optional, peer }]) =>
      path.includes('node_modules/') && !link && !dev && !devOptional && !optional && !peer,
  )
  .map(([path, { version }]) => ({ path, name: path.split('node_modules/').at(-1), version }))
  .sort((a, b) => (a.name < b.name ? -1 : Number(a.name > b.name)) || (a.version < b.version ? -1 : 1));

const parts = shipped.map(({ path, name, version }) => {
  const about = JSON.parse(readFileSync(join(path, 'package.json'), 'utf8'));
  const licence = typeof about.license === 'string' ? about.license : (about.license?.type ?? 'see its text');
  const texts = existsSync(path)
    ? readdirSync(path)
        .filter((file) => LICENCE_FILE.test(file))
        .sort()
        .map((file) => readFileSync(join(path, file), 'utf8').trim().replaceAll('\r\n', '\n'))
    : [];
  const body = texts.length > 0 ? texts.join('\n\n') : 'It ships no text of its licence.';
  return `## ${name} ${version}\n\nLicence: ${licence}\n\n\`\`\`\`text\n${body}\n\`\`\`\`\n`;
});

const text = `# Third-party notices

What Zarnel ships with, by the lock file: ${parts.length} packages, fonts among them. Written by \`npm run notices:write\`.

${parts.join('\n')}`;

if (process.argv.includes('--check')) {
  const isCurrent = existsSync(FILE) && readFileSync(FILE, 'utf8') === text;
  if (!isCurrent) {
    process.stderr.write(`${FILE} is not what the lock file says: run npm run notices:write.\n`);
    process.exitCode = 1;
  }
} else writeFileSync(FILE, text);
