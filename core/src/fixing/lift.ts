import { type ToldValue, told } from '../quantity/told.ts';
import { faceName, gearTypeName } from '../plan/names.ts';
import { frontMm, type Hung, type Prepared } from '../check/prepared.ts';
import { floorBelow, floorUnder, isUpright } from '../clearance/floor.ts';
import type { GearPart } from '../plan/gear-type.ts';
import { LIFTING, type Coupling, type LiftingEdition } from '../reference/lifting.ts';
import { aroundBox, boxOnFace } from '../geometry/oriented-box.ts';
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
  /** A part as its type calls it, or the whole by its type. */
  readonly name: ToldValue;
  readonly massKg: number;
  readonly limitKg: number;
  readonly by: 'one' | 'two' | 'hoist';
  /** How high a platform must be for the hands to reach; 0 where none is needed. */
  readonly platformMm: number;
  /** What people, or their platform, stand on. */
  readonly standsOn: ToldValue;
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

/** A part’s box and the place that people stand at, by the pose of its face. */
type Reach = {
  /** Hands where it hangs, above what people stand on. */
  readonly toMm: number;
  /** Hands at the start. */
  readonly fromMm: number;
  readonly horizontalMm: number;
  readonly standsOn: ToldValue;
};

/** A face that looks up by more than this sine is stood on. */
const STOOD_ON_SINE = 0.5;

/**
 * How each part of a piece is lifted to where it hangs. Before an upright face people stand on the floor as found; on a
 * floor or a roof they stand on the face itself; under a ceiling or a slope on the floor straight below. Hands are at
 * the lower part of the box as it hangs there.
 */
export function liftsOf(prepared: Prepared, item: Hung): LiftPlan[] {
  const edition = prepared.plan.codeBasis === 'us' ? LIFTING.us : LIFTING.metric;
  const { type } = item;
  if (type.parts.length === 0)
    return [liftOf(gearTypeName(type.id), type.massKg, reachTo(prepared, item, null), edition)];
  return type.parts.map((part) => liftOf(part.name, part.massKg, reachTo(prepared, item, part.box), edition));
}

function reachTo(prepared: Prepared, item: Hung, box: GearPart['box']): Reach {
  const { body, type } = item;
  const minX = body.minX + (box?.xMm ?? 0);
  const minY = body.minY + (box?.yMm ?? 0);
  const over = {
    minX,
    minY,
    maxX: minX + (box?.widthMm ?? type.widthMm),
    maxY: minY + (box?.heightMm ?? type.heightMm),
  };
  const frame = prepared.site.frames.get(item.face.id) ?? null;
  if (frame === null || isUpright(frame)) {
    const floor = floorUnder(prepared, item);
    const gripMm = over.minY + (over.maxY - over.minY) * GRIP_RATIO;
    return {
      toMm: gripMm - floor.yMm,
      fromMm: STAND_MM,
      horizontalMm: outMm(type.depthMm),
      standsOn: floor.name,
    };
  }
  const solid = boxOnFace(frame, over, type.standoffMm, frontMm(item));
  const { min, max } = aroundBox(solid);
  const shorterMm = Math.min(max[0] - min[0], max[1] - min[1]);
  if (frame.toViewer[2] > STOOD_ON_SINE) {
    // Nothing but what was carried up stands on a slope: it is taken up from there.
    const toMm = type.standoffMm + type.depthMm * GRIP_RATIO;
    return { toMm, fromMm: toMm, horizontalMm: outMm(shorterMm), standsOn: faceName(item.face.id) };
  }
  const floor = floorBelow(prepared, solid.centre);
  const toMm = min[2] + (max[2] - min[2]) * GRIP_RATIO - floor.zMm;
  return { toMm, fromMm: STAND_MM, horizontalMm: outMm(shorterMm), standsOn: floor.name };
}

function outMm(deepMm: number): number {
  return Math.max(LEAST_OUT_MM, STANDING_OFF_MM + deepMm / 2);
}

function liftOf(
  name: ToldValue,
  massKg: number,
  { toMm, fromMm, horizontalMm, standsOn }: Reach,
  edition: LiftingEdition,
): LiftPlan {
  const task: LiftTask = {
    horizontalMm,
    fromMm: Math.max(0, fromMm),
    toMm: Math.min(Math.max(0, toMm), HIGHEST_MM),
    asymmetryDeg: 0,
    coupling: 'fair',
  };
  const limitKg = Math.min(
    recommendedLimitKg(task, task.fromMm, edition),
    recommendedLimitKg(task, task.toMm, edition),
  );
  const platformMm = Math.max(0, toMm - HIGHEST_MM);
  const by =
    massKg > 2 * limitKg ? 'hoist' : massKg > limitKg || massKg > LIFTING.mostAloneKg ? 'two' : 'one';
  return {
    name,
    massKg,
    limitKg,
    by,
    platformMm,
    standsOn,
    get working(): Working {
      return {
        title: told('Lifting {part}', { part: name }),
        formula: 'RWL = LC · HM · VM · DM · AM · FM · CM, the lower of start and end',
        inputs: [
          lengthInput('H', 'Hands out from the ankles', task.horizontalMm),
          lengthInput('V₁', 'Hands at the start, above what people stand on', task.fromMm),
          lengthInput('V₂', 'Hands where it hangs, above what people stand on', task.toMm),
          { symbol: 'm', name: 'Mass of this part', value: { value: massKg, unit: 'kg' } },
        ],
        result: { name: 'Recommended weight limit for one person', value: { value: limitKg, unit: 'kg' } },
        source: LIFTING.source,
        notes: [
          platformMm > 0
            ? told('People stand on {floor}, on a platform.', { floor: standsOn })
            : told('People stand on {floor}.', { floor: standsOn }),
          told(
            'No twist, a fair grip, at most one lift in five minutes. Two people above the limit or {most}; a hoist above twice the limit.',
            { most: { value: LIFTING.mostAloneKg, unit: 'kg' } },
          ),
          'The equation does not cover lifts by two; they share the load unevenly. It is a guide, not a licence.',
        ],
      };
    },
  };
}
