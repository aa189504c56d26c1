import type { AwgSize } from '../reference/conductor-sizes.ts';
import { gearTypeName } from '../plan/names.ts';
import { told } from '../quantity/told.ts';
import type { GearType } from '../plan/gear-type.ts';
import { BUSBAR, CONTINUOUS } from '../reference/overcurrent.ts';
import { isAbove, isBelow } from '../quantity/compare.ts';
import type { Working } from '../working/working.ts';
import { sizeConductors } from '../conductor/sizing.ts';

/** What a unit needs of the panel it is joined to. */
export type UpgradeNeeds = {
  /** Its output at 125 %, A. */
  readonly designA: number;
  /** The next standard breaker; null above the table. */
  readonly breakerA: number | null;
  /** The smallest copper conductor at 75 °C that carries it and that the breaker protects; null above the table. */
  readonly wire: AwgSize | null;
  /** Whether the panel passes as much through as the unit gives; null where its rating is not stated. */
  readonly doesPanelCarry: boolean | null;
  /** 125 % of the unit’s current and the panel’s own supply device together; null where its rating is not stated. */
  readonly busbarA: number | null;
  /** Whether that is within 120 % of the busbar; null where not stated. */
  readonly isWithinBusbar: boolean | null;
  /** What both may come to on its busbar; null where its rating is not stated. */
  readonly busbarMostA: number | null;
  readonly working: Working;
};

/** From the ratings of a unit and of the panel it goes on; null where the unit states no continuous current. */
export function upgradeNeeds(
  unit: Pick<GearType, 'id' | 'ratings'>,
  panel: Pick<GearType, 'id' | 'ratings'>,
): UpgradeNeeds | null {
  const outputA = unit.ratings.maxCurrentA;
  if (outputA === null) return null;
  const {
    designA,
    deviceA: breakerA,
    smallest,
  } = sizeConductors({
    wire: { material: 'copper', insulation: 'thhn', size: { by: 'program' }, hasEarth: false },
    currentA: outputA,
    operatingA: outputA,
    isContinuous: true,
    isArray: false,
    isDirect: false,
    voltageV: null,
    loaded: 2,
    lengthM: null,
    lies: [AS_TABLED],
    terminalC: 75,
    takesMm2: { least: 0, most: Infinity },
    protection: { by: 'program' },
    mostDropPct: Infinity,
  });
  const wire = smallest?.size.by === 'awg' ? smallest.size.size : null;
  const panelA = panel.ratings.maxCurrentA;
  const busbarMostA = panelA === null ? null : panelA * BUSBAR.mostRatio;
  const busbarA = panelA === null ? null : panelA + designA;
  return {
    designA,
    breakerA,
    wire,
    doesPanelCarry: panelA === null ? null : !isBelow(panelA, designA, 'A'),
    busbarA,
    isWithinBusbar: busbarMostA === null || busbarA === null ? null : !isAbove(busbarA, busbarMostA, 'A'),
    busbarMostA,
    get working(): Working {
      return {
        title: told('What {unit} needs of {panel}', {
          unit: gearTypeName(unit.id),
          panel: gearTypeName(panel.id),
        }),
        formula:
          'breaker ≥ 1.25 · continuous output;  conductor at 75 °C ≥ the same, protected by the breaker',
        inputs: [
          { symbol: 'I', name: 'Continuous output', value: { value: outputA, unit: 'A' } },
          { symbol: '1.25 I', name: 'For breaker and conductors', value: { value: designA, unit: 'A' } },
          ...(panelA === null
            ? []
            : [
                {
                  symbol: 'panel',
                  name: 'Rating of the panel',
                  value: { value: panelA, unit: 'A' } as const,
                },
              ]),
        ],
        result: {
          name: breakerA === null ? 'Above the standard breakers' : 'Next standard breaker',
          value: { value: breakerA ?? designA, unit: 'A' },
        },
        source: CONTINUOUS.source,
        notes: [
          'At most three conductors in a raceway at 30 °C; warmer or more of them need a larger size.',
          'At the far end of the busbar, 125 % of its current and the supply device together: at most 120 % of the busbar, by many editions. The panel’s own labels and the licensed person decide.',
        ],
      };
    },
  };
}

/** As the table has it: at most three together in a raceway, at 30 °C. */
const AS_TABLED = { ambientC: 30, carrying: 3, circuits: 1, installed: 'conduit', share: 1 } as const;
