import type { Hung } from '../check/prepared.ts';
import type { Plan } from '../plan/plan.ts';
import type { GearPart } from '../plan/gear-type.ts';
import { LIFTING, type Coupling, type LiftingEdition } from '../reference/lifting.ts';
import { lengthInput, type Working } from '../working/working.ts';

/** A lift, hands at its middle, distances in mm. */
export type LiftTask = {
  /** From between the ankles out to the hands. */
  readonly horizontalMm: number;
  /** Hands above the floor, at the start and at the end. */
  readonly fromMm: number;
  readonly toMm: number;
  readonly asymmetryDeg: number;
  readonly coupling: Coupling;
};

/**
 * Recommended weight limit at a height of the hands, kg: the load constant times six multipliers (Waters et al. 1993;
 * NIOSH 94-110), for rare lifts, by the metric or the inch edition. 0 where the lift is beyond what the equation allows.
 */
export function recommendedLimitKg(task: LiftTask, atMm: number, edition: LiftingEdition): number {
  const { horizontal, vertical, distance, lengthMm } = edition;
  const h = task.horizontalMm / lengthMm;
  const v = atMm / lengthMm;
  const d = Math.abs(task.toMm - task.fromMm) / lengthMm;
  const hm = h > horizontal.most ? 0 : Math.min(1, horizontal.best / h);
  const vm = v > vertical.most || v < 0 ? 0 : 1 - vertical.slope * Math.abs(v - vertical.best);
  const dm = d > distance.most ? 0 : d < distance.least ? 1 : distance.base + distance.slope / d;
  const { perDeg, mostDeg } = LIFTING.asymmetry;
  const am = task.asymmetryDeg > mostDeg ? 0 : 1 - perDeg * task.asymmetryDeg;
  const [low, high] = LIFTING.coupling[task.coupling];
  const cm = v < vertical.best ? low : high;
  return edition.loadConstant * edition.massKg * hm * vm * dm * am * LIFTING.rareFrequency * cm;
}

/** How a part is to be lifted. */
export type LiftPlan = {
  readonly name: string;
  readonly massKg: number;
  readonly limitKg: number;
  readonly by: 'one' | 'two' | 'hoist';
  /** How high a platform must be for the hands to reach; 0 where none is needed. */
  readonly platformMm: number;
  readonly working: Working;
};

/** Hands of people who take a box from a stand or trolley, mm above the floor (practice). */
const STAND_MM = 750;
/** Hands that hold a box at its sides are out from the ankles by this and half its depth, and never by less. */
const STANDING_OFF_MM = 100;
const LEAST_OUT_MM = 250;
/** People take hold in the lower part of a box: this far up its height. */
const GRIP_RATIO = 0.25;
/** Higher than this a person stands on a platform, as high as is missing. */
const HIGHEST_MM = 1750;

/** How each part of a piece is lifted to where it hangs, `floorMm` being the floor’s height on its face. */
export function liftsOf(item: Hung, floorMm: number, codeBasis: Plan['codeBasis']): LiftPlan[] {
  const edition = codeBasis === 'us' ? LIFTING.us : LIFTING.metric;
  const { type, body } = item;
  const whole: Pick<GearPart, 'name' | 'massKg' | 'box'> = {
    name: type.name,
    massKg: type.massKg,
    box: null,
  };
  return (type.parts.length === 0 ? [whole] : type.parts).map((part) => {
    const low = part.box === null ? body.minY : body.minY + part.box.yMm;
    const heightMm = part.box?.heightMm ?? type.heightMm;
    return liftOf(part.name, part.massKg, type.depthMm, low + heightMm * GRIP_RATIO - floorMm, edition);
  });
}

function liftOf(
  name: string,
  massKg: number,
  depthMm: number,
  toMm: number,
  edition: LiftingEdition,
): LiftPlan {
  const task: LiftTask = {
    horizontalMm: Math.max(LEAST_OUT_MM, STANDING_OFF_MM + depthMm / 2),
    fromMm: STAND_MM,
    toMm: Math.min(Math.max(0, toMm), HIGHEST_MM),
    asymmetryDeg: 0,
    coupling: 'fair',
  };
  const limitKg = Math.min(
    recommendedLimitKg(task, task.fromMm, edition),
    recommendedLimitKg(task, task.toMm, edition),
  );
  const by =
    massKg > 2 * limitKg ? 'hoist' : massKg > limitKg || massKg > LIFTING.mostAloneKg ? 'two' : 'one';
  return {
    name,
    massKg,
    limitKg,
    by,
    platformMm: Math.max(0, toMm - HIGHEST_MM),
    working: {
      title: `Lifting ${name}`,
      formula: 'RWL = LC · HM · VM · DM · AM · FM · CM, the lower of start and end',
      inputs: [
        lengthInput('H', 'Hands out from the ankles', task.horizontalMm),
        lengthInput('V₁', 'Hands at the start, above the floor', task.fromMm),
        lengthInput('V₂', 'Hands where it hangs, above the floor', task.toMm),
        { symbol: 'm', name: 'Mass of this part', value: { value: massKg, unit: 'kg' } },
      ],
      result: { name: 'Recommended weight limit for one person', value: { value: limitKg, unit: 'kg' } },
      source: LIFTING.source,
      notes: [
        'No twist, a fair grip, at most one lift in five minutes. Two people above the limit or 23 kg; a hoist above twice the limit.',
        'The equation does not cover lifts by two; they share the load unevenly. It is a guide, not a licence.',
      ],
    },
  };
}
