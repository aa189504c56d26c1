import { gearName } from '../plan/names.ts';
import { andMore } from '../quantity/told.ts';
import { checkOf, findingOf, lookAt, type Check, type CheckMeta, type Found } from '../check/finding.ts';
import { middleOf, type Hung } from '../check/prepared.ts';
import type { Model } from '../model/model.ts';
import { isBelow } from '../quantity/compare.ts';
import { VENTILATION } from '../reference/batteries.ts';
import { ventAreaMm2, type ClosedAir } from './compartment-rise.ts';
import { AIR_SPACES, type AirSpace } from './rooms.ts';
import { ventilationNeedOf } from './ventilation-need.ts';

const meta: CheckMeta = {
  id: 'clearance.ventilation',
  looksAt: 'Fresh air for lead-acid batteries: the openings of the space they stand in',
  severity: 'fix',
  source: VENTILATION.source,
  parameters: [],
  messages: {
    'too-small':
      'The batteries in one space, {gear}, need {flow} of fresh air: openings of {required} in and out; the smaller is {measured}.',
    room: 'For {gear} the room needs {flow} of fresh air, openings of {required} in and out: see that it has them.',
  },
  fixMessages: {},
  fields: { 'too-small': 'face', room: 'face' },
};

function checkSpace(_: Model, { air, gear, isInside }: AirSpace): Found[] {
  if (!isInside) return [];
  const batteries = gear.filter(({ type }) => type.battery !== null && type.battery.chemistry !== 'lithium');
  return findingFor(batteries, air === null ? null : smallerOpeningCm2(air));
}

/** Vents in the lower half let air in, those in the upper half let it out; one height does one of the two only. */
function smallerOpeningCm2({ vents }: ClosedAir): number {
  const heights = vents.map(({ heightMm }) => heightMm);
  const middle = (Math.min(...heights) + Math.max(...heights)) / 2;
  const low = ventAreaMm2(vents.filter(({ heightMm }) => heightMm < middle));
  const high = ventAreaMm2(vents.filter(({ heightMm }) => heightMm > middle));
  return Math.min(low, high) / 100;
}

/** One for a space: batteries that share it add up, in the finding as in its working. */
function findingFor(batteries: readonly Hung[], openingCm2: number | null): Found[] {
  const [first] = batteries;
  const need = ventilationNeedOf(batteries.flatMap(({ type }) => type.battery ?? []));
  if (first === undefined || need === null) return [];
  if (openingCm2 !== null && !isBelow(openingCm2, need.openingCm2, 'cm2')) return [];
  const gear = andMore(gearName(first.id), batteries.length - 1);
  return [
    findingOf(meta, {
      message: openingCm2 === null ? 'room' : 'too-small',
      severity: openingCm2 === null ? 'ask' : 'fix',
      data: { gear, flow: { value: need.flowM3PerH, unit: 'm3PerH' } },
      subjects: [{ kind: 'placement', id: first.id }],
      at: middleOf(first),
      measured: openingCm2 === null ? null : { value: openingCm2, unit: 'cm2' },
      required: { value: need.openingCm2, unit: 'cm2' },
      working: () => need.working,
    }),
  ];
}

export const ventilationCheck: Check = checkOf(meta, lookAt(AIR_SPACES, checkSpace));
