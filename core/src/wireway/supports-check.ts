import { gearName } from '../plan/names.ts';
import { told } from '../quantity/told.ts';
import { checkOf, findingOf, lookAt, type Check, type CheckMeta, type Found } from '../check/finding.ts';
import { middleOf, type Hung, type Prepared } from '../check/prepared.ts';
import { WIREWAYS } from '../check/subjects.ts';
import { isAbove } from '../quantity/compare.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { WIREWAY_RULES } from '../reference/wireways.ts';
import { lengthInput } from '../working/working.ts';

const MOST_MM = mmFromInch(WIREWAY_RULES.mostBetweenSupportsFt * 12);
/** A support stands at an end when it is this near to it (practice). */
const AT_END_MM = 300;
/** Supports in one upright line are one. */
const SAME_MM = 20;

const meta: CheckMeta = {
  id: 'wireway.supports',
  looksAt: 'Supports of wireways: at each end, and how far apart between',
  severity: 'fix',
  source: WIREWAY_RULES.supports,
  parameters: [
    { name: 'Between supports', value: MOST_MM, unit: 'mm', why: 'Run level' },
    { name: 'At an end', value: AT_END_MM, unit: 'mm', why: 'Common practice for what counts as at the end' },
  ],
  messages: {
    apart: 'The supports of {wireway} are {measured} apart; at most {required}.',
    end: 'The last support of {wireway} is {measured} from its end; put one within {required}.',
    none: '{wireway} has no supports in its gear type: add its bracket holes.',
  },
  fixMessages: {},
  fields: { none: 'gear-type' },
};

/** Where a wireway is supported, from its left end, each once. */
export function supportsOf({ type }: Pick<Hung, 'type'>): number[] {
  const places = type.bracketHoles.map(({ xMm }) => xMm + type.widthMm / 2).sort((a, b) => a - b);
  return places.filter((place, index) => index === 0 || place - (places[index - 1] ?? 0) > SAME_MM);
}

function checkWireway(_: Prepared, wireway: Hung): Found[] {
  const places = supportsOf(wireway);
  const [first, last] = [places[0], places.at(-1)];
  const common = {
    data: { wireway: gearName(wireway.id) },
    subjects: [{ kind: 'placement', id: wireway.id }],
    at: middleOf(wireway),
  } as const;
  if (first === undefined || last === undefined) {
    return [findingOf(meta, { ...common, message: 'none', severity: 'ask' })];
  }
  const apartMm = Math.max(0, ...places.slice(1).map((place, index) => place - (places[index] ?? 0)));
  const endMm = Math.max(first, wireway.type.widthMm - last);
  return [
    ...(isAbove(apartMm, MOST_MM, 'mm') ? [found('apart', apartMm, MOST_MM)] : []),
    ...(isAbove(endMm, AT_END_MM, 'mm') ? [found('end', endMm, AT_END_MM)] : []),
  ];

  function found(message: 'apart' | 'end', measuredMm: number, requiredMm: number): Found {
    return findingOf(meta, {
      ...common,
      message,
      measured: { value: measuredMm, unit: 'mm' },
      required: { value: requiredMm, unit: 'mm' },
      working: () => ({
        title: told('Supports of {wireway}', { wireway: gearName(wireway.id) }),
        formula: 'distances between the bracket holes along the wireway',
        inputs: places.map((place, index) =>
          lengthInput(String(index + 1), 'Support, from the left end', place),
        ),
        result: {
          name: message === 'apart' ? 'Farthest apart' : 'Farthest from an end',
          value: { value: measuredMm, unit: 'mm' },
        },
        source: meta.source,
        notes: [],
      }),
    });
  }
}

export const wirewaySupportsCheck: Check = checkOf(meta, lookAt(WIREWAYS, checkWireway));
