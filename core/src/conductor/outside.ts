import { type Insulation } from '../reference/conductor-sizes.ts';
import { setsOf, type CircuitWire } from '../plan/circuit.ts';
import { mmFromInch } from '../quantity/convert.ts';
import {
  BUILDING_CABLE_OUTSIDE,
  PV_CABLE_OUTSIDE,
  PV_WIRE_OUTSIDE,
  THHN_DIMENSIONS,
  XHHW_DIMENSIONS,
} from '../reference/conductors.ts';
import type { ConductorSize } from './code-tables.ts';

/** The outside of one insulated conductor. */
export type Outside = { readonly diameterMm: number; readonly areaMm2: number };

/** A circle of a diameter. */
export function roundOutside(diameterMm: number): Outside {
  return { diameterMm, areaMm2: (Math.PI / 4) * diameterMm ** 2 };
}

/** By its table; the area as the table prints it. Null where no table has it: then the wire in hand is measured. */
export function outsideOf(insulation: Insulation, size: ConductorSize): Outside | null {
  if (size.by === 'awg') {
    if (insulation === 'pv-wire') return roundOrNull(PV_WIRE_OUTSIDE.rows[size.size]);
    const { diameterIn, areaIn2 } = (insulation === 'xhhw' ? XHHW_DIMENSIONS : THHN_DIMENSIONS).rows[
      size.size
    ];
    return { diameterMm: mmFromInch(diameterIn), areaMm2: areaIn2 * mmFromInch(1) ** 2 };
  }
  const table = insulation === 'pv-cable' ? PV_CABLE_OUTSIDE.rows : BUILDING_CABLE_OUTSIDE.rows;
  return roundOrNull(table[size.size]);
}

function roundOrNull(diameterMm: number | undefined): Outside | null {
  return diameterMm === undefined ? null : roundOutside(diameterMm);
}

/** One sort of thing that lies in a wireway, a conduit or a gland. */
export type Lying = Outside & { readonly count: number; readonly what: 'conductor' | 'earth' | 'cable' };

/**
 * What of a circuit lies where it passes: its cable, or its conductors and its earth conductor. Null where an outside is not
 * known: no table has it, or no size was chosen.
 */
export function lyingOf(
  wire: CircuitWire,
  size: ConductorSize | null,
  earth: ConductorSize | null,
): readonly Lying[] | null {
  const { made, count, insulation, size: typed } = wire;
  const sets = setsOf(wire);
  if (made.as === 'cable') return [{ ...roundOutside(made.diameterMm), count: sets, what: 'cable' }];
  const each =
    typed.by === 'measured'
      ? roundOutside(typed.diameterMm)
      : size === null
        ? null
        : outsideOf(insulation, size);
  if (each === null) return null;
  const own = earth === null ? null : outsideOf(insulation, earth);
  if (earth !== null && own === null) return null;
  return [
    { ...each, count: sets * count, what: 'conductor' },
    ...(own === null ? [] : [{ ...own, count: 1, what: 'earth' } as const]),
  ];
}
