import { faceName, gearName } from '../plan/names.ts';
import { checkOf, findingOf, lookAt, type Check, type CheckMeta, type Found } from '../check/finding.ts';
import { middleOf, type Hung, type Prepared } from '../check/prepared.ts';
import { GEAR } from '../check/subjects.ts';
import type { GearKind } from '../plan/gear-type.ts';
import { practice } from '../reference/source.ts';

/** Electronics and batteries, which the sun warms further than the air does. */
const SHY_OF_SUN: ReadonlySet<GearKind> = new Set([
  'inverter',
  'gang-inverter',
  'charge-controller',
  'battery',
]);

const meta: CheckMeta = {
  id: 'clearance.sun',
  looksAt: 'Electronics and batteries on faces in direct sun',
  severity: 'fix',
  source: practice('Electronics and batteries are kept out of direct sun, or shaded'),
  parameters: [],
  messages: {
    full: '{gear} hangs in full sun on {face}: shade it, or hang it elsewhere.',
    part: '{gear} hangs in the sun for part of the day on {face}: shade it where its maker asks for that.',
  },
  fixMessages: {},
  fields: { full: 'face', part: 'face' },
};

function checkItem(_: Prepared, item: Hung): Found[] {
  const sun = item.face.conditions.sun.value;
  if (sun === 'none' || !SHY_OF_SUN.has(item.type.kind)) return [];
  return [
    findingOf(meta, {
      message: sun,
      severity: sun === 'full' ? 'fix' : 'note',
      data: { gear: gearName(item.id), face: faceName(item.face.id) },
      subjects: [{ kind: 'placement', id: item.id }],
      at: middleOf(item),
    }),
  ];
}

export const sunCheck: Check = checkOf(meta, lookAt(GEAR, checkItem));
