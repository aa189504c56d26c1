import type { Prepared } from '../check/prepared.ts';
import { setsOf, type Circuit, type CircuitEnd } from '../plan/circuit.ts';
import { isAbove, isBelow } from '../quantity/compare.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { AWG_EARTHING, EARTHING } from '../reference/conductors.ts';
import { AWG_SIZES, MM2_SIZES } from '../reference/conductor-sizes.ts';
import { isDirect, isSized } from './carried.ts';
import { sectionMm2, type ConductorSize } from './code-tables.ts';

/** A conductor that a bond is sized by: of a power circuit, with its sets. */
type Reference = {
  readonly circuit: Circuit;
  readonly size: ConductorSize;
  readonly earth: ConductorSize | null;
  readonly sectionMm2: number;
};

/**
 * The least conductor of a bond, and what it follows from: to earth outside by the largest conductor of power of the job (NEC
 * 250.66, 250.166; IEC 60364-5-54, 542.3 and 543.1); between gear by the largest earth conductor that arrives at either. Null
 * where no conductor of power is known yet.
 */
export function bondSize(
  prepared: Prepared,
  bond: Circuit,
  sizeOf: (id: string) => Pick<Reference, 'size' | 'earth'> | null,
): { readonly size: ConductorSize; readonly by: string } | null {
  const toEarth = [bond.from, bond.to].some(isEarth);
  const references = prepared.circuits.list.flatMap((circuit): Reference[] => {
    if (!isSized(circuit) || circuit.wire.size.by === 'measured') return [];
    if (!toEarth && !meetsGear(circuit, bond)) return [];
    const sized = sizeOf(circuit.id);
    if (sized === null) return [];
    return [{ ...sized, circuit, sectionMm2: setsOf(circuit.wire) * sectionMm2(sized.size) }];
  });
  // Alternating current decides where there is any: direct current of an array is earthed with it.
  const alternating = references.filter(({ circuit }) => !isDirect(circuit));
  const [largest] = [...(alternating.length > 0 ? alternating : references)].sort(
    (a, b) => b.sectionMm2 - a.sectionMm2,
  );
  if (largest === undefined) return null;
  const { codeBasis, site } = prepared.plan;
  const isMobile = site.setting === 'mobile';
  const size = toEarth
    ? codeBasis === 'us'
      ? awgToEarth(largest, bond.wire.material)
      : mm2AtLeast(
          ofLineMm2(largest.sectionMm2),
          isMobile ? EARTHING.leastOnBoardMm2 : EARTHING.leastInGroundMm2,
        )
    : betweenGear(references, bond.wire.material);
  return size === null ? null : { size, by: largest.circuit.id };
}

function isEarth(end: CircuitEnd): boolean {
  return end.at === 'outside' && end.what === 'earth';
}

function meetsGear({ from, to }: Circuit, bond: Circuit): boolean {
  const gearOf = (ends: readonly CircuitEnd[]) =>
    ends.flatMap((end) => (end.at === 'gear' ? [end.placement] : []));
  const here = new Set(gearOf([bond.from, bond.to]));
  return gearOf([from, to]).some((placement) => here.has(placement));
}

function awgToEarth({ circuit, size, sectionMm2: lineMm2 }: Reference, material: 'copper' | 'aluminium') {
  if (isDirect(circuit)) {
    // Of direct current: as large as its largest conductor, from 8 AWG up to 3/0 (250.166(B)).
    const least = AWG_SIZES.indexOf(EARTHING.leastAwg);
    const index = AWG_SIZES.findIndex(
      (each) => !isBelow(sectionMm2({ by: 'awg', size: each }), lineMm2, 'section'),
    );
    const most = AWG_SIZES.indexOf(EARTHING.mostAwg);
    const chosen = AWG_SIZES[Math.min(most, Math.max(least, index === -1 ? most : index))];
    return chosen === undefined ? null : ({ by: 'awg', size: chosen } as const);
  }
  if (size.by !== 'awg') return null;
  const kcmil = lineMm2 / mm2FromKcmil(1);
  const row = AWG_EARTHING.rows.find(
    ({ upToKcmil }) => !isAbove(kcmil, upToKcmil[circuit.wire.material], 'ratio'),
  );
  return row === undefined ? null : ({ by: 'awg', size: row[material] } as const);
}

/** Of a round wire of so many thousand circular mils. */
function mm2FromKcmil(kcmil: number): number {
  return (Math.PI / 4) * (kcmil / 1000) * mmFromInch(1) ** 2;
}

/** As a protective conductor by its line conductor: equal up to 16 mm², 16 up to 35, then half (Table 54.2). */
function ofLineMm2(lineMm2: number): number {
  if (lineMm2 <= 16) return lineMm2;
  return lineMm2 <= 35 ? 16 : lineMm2 / 2;
}

function mm2AtLeast(wantedMm2: number, leastMm2: number): ConductorSize | null {
  const size = MM2_SIZES.find((each) => Number(each) >= Math.max(wantedMm2, leastMm2));
  return size === undefined ? null : { by: 'mm2', size };
}

function betweenGear(
  references: readonly Reference[],
  material: 'copper' | 'aluminium',
): ConductorSize | null {
  const earths = references.flatMap(({ earth, size, circuit }) =>
    // One without an earth conductor of its own is bonded as large as itself.
    circuit.wire.material === material ? [earth ?? size] : [size],
  );
  const [largest] = earths.sort((a, b) => sectionMm2(b) - sectionMm2(a));
  return largest ?? null;
}
