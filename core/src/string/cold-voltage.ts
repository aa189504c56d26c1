import type { GearType } from '../plan/gear-type.ts';
import { COLD_VOLTAGE } from '../reference/cold-voltage.ts';

type Module = NonNullable<GearType['solarModule']>;

/** At standard test conditions, °C. */
const STANDARD_C = 25;

/**
 * How much more than at 25 °C a module’s open-circuit voltage is in the coldest air: by its own coefficient, else by NEC Table
 * 690.7(A); colder than the table goes, its last row.
 */
export function coldFactor({ vocPctPerC }: Pick<Module, 'vocPctPerC'>, lowC: number): number {
  if (vocPctPerC !== null) return 1 + (vocPctPerC / 100) * (lowC - STANDARD_C);
  if (lowC >= STANDARD_C) return 1;
  return (COLD_VOLTAGE.rows.find(({ fromC }) => lowC >= fromC) ?? COLD_VOLTAGE.rows.at(-1))?.factor ?? 1;
}

/** Highest voltage of a string, V. */
export function stringVoltageV(
  module: Pick<Module, 'vocV' | 'vocPctPerC'>,
  series: number,
  lowC: number,
): number {
  return series * module.vocV * coldFactor(module, lowC);
}
