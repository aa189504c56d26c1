import type { GearType } from '../plan/gear-type.ts';
import { GAS_CURRENT, VENTILATION } from '../reference/batteries.ts';
import type { Working } from '../working/working.ts';

export type VentilationNeed = {
  readonly flowM3PerH: number;
  /** Of the opening in and of the opening out, each, with natural flow. */
  readonly openingCm2: number;
  readonly working: Working;
};

type Battery = NonNullable<GearType['battery']>;

/**
 * Fresh air that batteries in one space need together while they are charged at boost: Q = 0.05 · n · I · C · 10⁻³ m³/h
 * for each, and A = 28 · Q cm² for each opening (IEC 62485-2). Sealed lithium, to which the formula does not apply, adds
 * nothing; null where nothing else is there.
 */
export function ventilationNeedOf(batteries: readonly Battery[]): VentilationNeed | null {
  const gassing = batteries.flatMap(({ chemistry, cells, capacityAh }) =>
    chemistry === 'lithium' ? [] : [{ cells, capacityAh, gasMa: GAS_CURRENT.rows[chemistry].boostMa }],
  );
  if (gassing.length === 0) return null;
  const flowOf = ({ cells, gasMa, capacityAh }: (typeof gassing)[number]) =>
    (VENTILATION.factor * cells * gasMa * capacityAh) / 1000;
  const flowM3PerH = gassing.reduce((sum, battery) => sum + flowOf(battery), 0);
  const openingCm2 = VENTILATION.openingCm2PerM3h * flowM3PerH;
  const plain = (symbol: string, name: string, value: number) => ({
    symbol,
    name,
    value: { value, unit: 'ratio' } as const,
  });
  const isOne = gassing.length === 1;
  return {
    flowM3PerH,
    openingCm2,
    get working(): Working {
      return {
        title: isOne ? 'Fresh air for a battery' : 'Fresh air for the batteries of one space',
        formula: isOne
          ? 'Q = 0.05 · n · I · C ÷ 1000 m³/h;  opening = 28 · Q cm², in and out each'
          : 'Q = Σ 0.05 · n · I · C ÷ 1000 m³/h;  opening = 28 · Q cm², in and out each',
        inputs: [
          ...gassing.flatMap(({ cells, gasMa, capacityAh }, index) => {
            const mark = isOne ? '' : ` ${index + 1}`;
            return [
              plain(`n${mark}`, 'Cells in series', cells),
              plain(`I${mark}`, 'Current that makes gas at boost, mA for each Ah', gasMa),
              plain(`C${mark}`, 'Capacity, Ah', capacityAh),
            ];
          }),
          { symbol: 'Q', name: 'Fresh air', value: { value: flowM3PerH, unit: 'm3PerH' } },
        ],
        result: { name: 'Opening in, and opening out', value: { value: openingCm2, unit: 'cm2' } },
        source: VENTILATION.source,
        notes: ['Openings on opposite walls, or well apart on one. Batteries in one space add up.'],
      };
    },
  };
}
