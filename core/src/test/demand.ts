import type { Surroundings } from '../conductor/code-tables.ts';
import type { Demand } from '../conductor/sizing.ts';

/** Two conductors alone in conduit, in air of 30 °C. */
export const AT_30: Surroundings = { ambientC: 30, carrying: 2, circuits: 1, installed: 'conduit' };

type Asked = Omit<Partial<Demand>, 'wire' | 'lies'> & {
  readonly wire?: Partial<Demand['wire']>;
  readonly lies?: readonly Surroundings[];
};

/** What a circuit of 16 A over 5 m asks of copper, with something else about it. */
export function demand(more: Asked): Demand {
  const { wire, lies = [AT_30], currentA = 16, ...others } = more;
  return {
    currentA,
    operatingA: currentA,
    isContinuous: true,
    isArray: false,
    isDirect: false,
    voltageV: 240,
    loaded: 2,
    lengthM: 5,
    terminalC: 75,
    takesMm2: { least: 0, most: Infinity },
    protection: { by: 'program' },
    mostDropPct: 3,
    ...others,
    lies: lies.map((place) => ({ ...place, share: 1 / lies.length })),
    wire: { material: 'copper', insulation: 'thhn', size: { by: 'program' }, hasEarth: true, ...wire },
  };
}
