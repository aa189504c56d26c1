import type { GearType } from '../plan/gear-type.ts';

export type SolarModule = NonNullable<GearType['solarModule']>;

/** A module type with other figures, whose power is what its operating voltage and current make. */
export function moduleWith(type: GearType, more: Partial<SolarModule>): GearType {
  if (type.solarModule === null) throw new Error(`${type.id} is no module.`);
  const solarModule = { ...type.solarModule, ...more };
  return { ...type, solarModule: { ...solarModule, pmaxW: solarModule.vmpV * solarModule.impA } };
}
