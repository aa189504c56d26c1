import type { SurveyItem } from '@zarnel/core/figures';
import type { InstrumentLine } from '@zarnel/core/files';
import { normal, seededRandom } from './seeded.ts';

/** How a simulated instrument errs. A real device takes this module's place by sending the same lines. */
type Habits = {
  readonly kind: InstrumentLine['kind'];
  /** Spread of single readings, in the unit, and what each unit measured adds to it. */
  readonly noise: number;
  readonly noisePerUnit: number;
  /** How far its zero wanders at most, and after how many readings it has wandered there. */
  readonly drift: number;
  readonly driftReadings: number;
  /** One reading in so many is weak and off by `weakError`. */
  readonly weakEvery: number;
  readonly weakError: number;
  /** How far the real building is from the sketch at most. */
  readonly buildingError: number;
};

const HABITS: Record<SurveyItem['instrument'], Habits> = {
  laser: {
    kind: 'distance',
    noise: 0.6,
    noisePerUnit: 0.00005,
    drift: 0.5,
    driftReadings: 200,
    weakEvery: 23,
    weakError: 14,
    buildingError: 9,
  },
  level: {
    kind: 'tilt',
    noise: 0.02,
    noisePerUnit: 0,
    drift: 0.03,
    driftReadings: 120,
    weakEvery: 31,
    weakError: 0.6,
    buildingError: 0.45,
  },
};

/** Smaller things are built nearer to their size, in proportion. */
const SMALL_MM = 600;

/**
 * What is really there: near what the plan has, and always the same for one building. The plan's figure snaps to the
 * nearest of the values this building can have, twice its error apart, so that a mean put into the plan moves nothing.
 */
export function builtValue(item: SurveyItem, building: string): number {
  const { planned } = item;
  if (planned === null) return 0;
  const pitch = 2 * HABITS[item.instrument].buildingError;
  const phase = seededRandom(`${building}/${item.key}`)() * pitch;
  const snap = (value: number) => phase + pitch * Math.round((value - phase) / pitch);
  if (item.unit !== 'mm' || planned >= SMALL_MM + pitch) return snap(planned);
  // Below the border equal steps are equal ratios: the same slope at the border, and never below nothing.
  if (planned <= 0) return 0;
  const stretched = planned >= SMALL_MM ? planned : SMALL_MM * (1 + Math.log(planned / SMALL_MM));
  const snapped = snap(stretched);
  return snapped >= SMALL_MM ? snapped : SMALL_MM * Math.exp(snapped / SMALL_MM - 1);
}

/** The reading of a given count: what is there, with the instrument's noise, drift and now and then a weak one. */
export function simulatedReading(item: SurveyItem, building: string, sequence: number): InstrumentLine {
  const habits = HABITS[item.instrument];
  const truth = builtValue(item, building);
  const random = seededRandom(`${building}/${item.key}/${sequence}`);
  const spread = habits.noise + Math.abs(truth) * habits.noisePerUnit;
  const drift = habits.drift * Math.min(1, sequence / habits.driftReadings);
  const isWeak = sequence % habits.weakEvery === habits.weakEvery - 1;
  const value = truth + drift + normal(random) * spread + (isWeak ? habits.weakError : 0);
  return {
    sequence,
    kind: habits.kind,
    value: item.unit === 'mm' ? Math.max(0, value) : value,
    unit: item.unit,
    quality: isWeak ? 'weak' : 'ok',
  };
}
