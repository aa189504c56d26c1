import {
  faultOfIssue,
  findGearFaults,
  gearTypeSchema,
  type GearFault,
  type GearType,
} from '@zarnel/core/plan';

/** Everything that is wrong with a gear type that is being typed, by field. Empty when it can be kept. */
export function draftFaults(type: GearType): GearFault[] {
  const parsed = gearTypeSchema.safeParse(type);
  if (!parsed.success) {
    return parsed.error.issues.map(faultOfIssue);
  }
  return findGearFaults(parsed.data);
}
