import type { GearType } from '../plan/gear-type.ts';
import { noRoomRule } from './sample-rules.ts';
import { INCH_SAMPLES } from './samples-inch.ts';
import { METRIC_SAMPLES } from './samples-metric.ts';

/** Generic, invented gear: named by what it is and its rating. Dimensions are plausible and ours. */
export const SAMPLE_GEAR: readonly GearType[] = [...INCH_SAMPLES, ...METRIC_SAMPLES].map((type) =>
  type.rules.length > 0 || ['wireway', 'board', 'solar-module'].includes(type.kind)
    ? type
    : { ...type, rules: [noRoomRule(type.name)] },
);

export function getSample(id: string): GearType {
  const type = SAMPLE_GEAR.find((gear) => gear.id === id);
  if (type === undefined) throw new Error(`There is no sample “${id}”.`);
  return type;
}
