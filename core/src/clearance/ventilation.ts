import { findingOf, type Check, type CheckMeta, type Finding } from '../check/finding.ts';
import { middleOf, type Hung, type Prepared } from '../check/prepared.ts';
import { isBelow } from '../quantity/compare.ts';
import { VENTILATION } from '../reference/batteries.ts';
import { compartmentsOf } from './ambient.ts';
import { ventAreaMm2, type ClosedAir } from './compartment-rise.ts';
import { ventilationNeed } from './ventilation-need.ts';

const meta: CheckMeta = {
  id: 'clearance.ventilation',
  looksAt: 'Fresh air for lead-acid batteries: the openings of the space they stand in',
  severity: 'fix',
  source: VENTILATION.source,
  parameters: [],
  messages: {
    'too-small':
      'The batteries in the space of {gear} need {flow} of fresh air: openings of {required} in and out; the smaller is {measured}.',
    room: '{gear} needs {flow} of fresh air, openings of {required} in and out: see that the room has them.',
  },
  fixMessages: {},
};

function check(prepared: Prepared): Finding[] {
  const spaces = compartmentsOf(prepared);
  const closed = new Set(spaces.flatMap(({ gear }) => gear.map(({ id }) => id)));
  const inSpaces = spaces.flatMap(({ air, gear }) => inSpace(air, gear));
  const inRooms = [...prepared.hung.values()]
    .filter((item) => !closed.has(item.id) && item.face.face.side === 'inside')
    .flatMap((item) => findingFor(item, [item], null));
  return [...inSpaces, ...inRooms];
}

function inSpace(air: ClosedAir, gear: readonly Hung[]): Finding[] {
  const batteries = gear.filter(({ type }) => type.battery !== null && type.battery.chemistry !== 'lithium');
  const [first] = batteries;
  return first === undefined ? [] : findingFor(first, batteries, smallerOpeningCm2(air));
}

/** Vents in the lower half let air in, those in the upper half let it out; one height does one of the two only. */
function smallerOpeningCm2({ vents }: ClosedAir): number {
  const heights = vents.map(({ heightMm }) => heightMm);
  const middle = (Math.min(...heights) + Math.max(...heights)) / 2;
  const low = ventAreaMm2(vents.filter(({ heightMm }) => heightMm < middle));
  const high = ventAreaMm2(vents.filter(({ heightMm }) => heightMm > middle));
  return Math.min(low, high) / 100;
}

function findingFor(first: Hung, batteries: readonly Hung[], openingCm2: number | null): Finding[] {
  const needs = batteries.flatMap(({ type }) =>
    type.battery === null ? [] : (ventilationNeed(type.battery) ?? []),
  );
  const flowM3PerH = needs.reduce((sum, need) => sum + need.flowM3PerH, 0);
  const needCm2 = needs.reduce((sum, need) => sum + need.openingCm2, 0);
  const [need] = needs;
  if (need === undefined || (openingCm2 !== null && !isBelow(openingCm2, needCm2, 'cm2'))) return [];
  return [
    findingOf(meta, {
      message: openingCm2 === null ? 'room' : 'too-small',
      severity: openingCm2 === null ? 'ask' : 'fix',
      data: { gear: first.placement.name, flow: { value: flowM3PerH, unit: 'm3PerH' } },
      subjects: [{ kind: 'placement', id: first.id }],
      at: middleOf(first),
      measured: openingCm2 === null ? null : { value: openingCm2, unit: 'cm2' },
      required: { value: needCm2, unit: 'cm2' },
      working: need.working,
    }),
  ];
}

export const ventilationCheck: Check = { meta, check };
