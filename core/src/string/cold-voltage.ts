import type { GearType } from '../plan/gear-type.ts';
import { COLD_VOLTAGE } from '../reference/cold-voltage.ts';
import { cellTempC } from './clear-sky.ts';
import { USUAL_MODULE } from './usual-module.ts';

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

/** Full sun, W/m². */
const FULL_SUN_WM2 = 1000;

/**
 * How much less than at 25 °C a module’s working voltage is in full sun at the hottest air: its open-circuit coefficient is taken
 * for the working voltage too; the usual where its datasheet leaves either out.
 */
export function hotFactor({ vocPctPerC, noctC }: Pick<Module, 'vocPctPerC' | 'noctC'>, airC: number): number {
  const cellC = cellTempC(airC, noctC ?? USUAL_MODULE.noctC, FULL_SUN_WM2);
  return 1 + ((vocPctPerC ?? USUAL_MODULE.vocPctPerC) / 100) * (cellC - STANDARD_C);
}

/** Highest voltage of a string, V. */
export function stringVoltageV(
  module: Pick<Module, 'vocV' | 'vocPctPerC'>,
  series: number,
  lowC: number,
): number {
  return series * module.vocV * coldFactor(module, lowC);
}
