import type { GearType } from '../plan/gear-type.ts';
import { GAS_CURRENT, VENTILATION } from '../reference/batteries.ts';
import type { Working } from '../working/working.ts';

export type VentilationNeed = {
  readonly flowM3PerH: number;
  /** Of the opening in and of the opening out, each, with natural flow. */
  readonly openingCm2: number;
  readonly working: Working;
};

/**
 * Fresh air that a battery needs while it is charged at boost: Q = 0.05 · n · I · C · 10⁻³ m³/h, and A = 28 · Q cm² for
 * each opening (IEC 62485-2). Null for sealed lithium, to which the formula does not apply.
 */
export function ventilationNeed({
  chemistry,
  cells,
  capacityAh,
}: NonNullable<GearType['battery']>): VentilationNeed | null {
  if (chemistry === 'lithium') return null;
  const gasMa = GAS_CURRENT.rows[chemistry].boostMa;
  const flowM3PerH = (VENTILATION.factor * cells * gasMa * capacityAh) / 1000;
  const openingCm2 = VENTILATION.openingCm2PerM3h * flowM3PerH;
  const plain = (symbol: string, name: string, value: number) => ({
    symbol,
    name,
    value: { value, unit: 'ratio' } as const,
  });
  return {
    flowM3PerH,
    openingCm2,
    working: {
      title: 'Fresh air for a battery',
      formula: 'Q = 0.05 · n · I · C ÷ 1000 m³/h;  opening = 28 · Q cm², in and out each',
      inputs: [
        plain('n', 'Cells in series', cells),
        plain('I', 'Current that makes gas at boost, mA for each Ah', gasMa),
        plain('C', 'Capacity, Ah', capacityAh),
        { symbol: 'Q', name: 'Fresh air', value: { value: flowM3PerH, unit: 'm3PerH' } },
      ],
      result: { name: 'Opening in, and opening out', value: { value: openingCm2, unit: 'cm2' } },
      source: VENTILATION.source,
      notes: ['Openings on opposite walls, or 2 m apart on one. Batteries in parallel add up.'],
    },
  };
}
