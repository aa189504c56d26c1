import type { Prepared } from '../check/prepared.ts';
import { setsOf, type Circuit, type CircuitEnd, type CircuitWire } from '../plan/circuit.ts';
import type { Plan } from '../plan/plan.ts';
import { isAbove, isBelow } from '../quantity/compare.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { AWG_EARTHING, EARTHING } from '../reference/conductors.ts';
import type { AwgSize } from '../reference/conductor-sizes.ts';
import { isDirect, isSized } from './carried.ts';
import { codeTablesOf, protectiveMm2, sectionMm2, type ConductorSize } from './code-tables.ts';

/** A conductor that a bond is sized by: of a power circuit, with its sets. */
type Reference = {
  readonly circuit: Circuit;
  readonly size: ConductorSize;
  readonly earth: ConductorSize | null;
  readonly sectionMm2: number;
};

/** What a bond must be: at least so thick, by which circuit, and the smallest size of its table that is; null above the table. */
export type BondSize = {
  readonly leastMm2: number;
  readonly by: string;
  readonly size: ConductorSize | null;
};

/**
 * The least conductor of a bond, and what it follows from: to earth outside by the largest conductor of power of the job (NEC
 * 250.66, 250.166; IEC 60364-5-54, 542.3 and 543.1); between gear by the largest earth conductor that arrives at either. On a
 * building alternating current decides where there is any (690.47(A)); on what moves its metal is bonded to the battery too, and
 * the larger of both does. Null where no conductor of power is known yet.
 */
export function bondSize(
  prepared: Prepared,
  bond: Circuit,
  sizeOf: (id: string) => Pick<Reference, 'size' | 'earth'> | null,
): BondSize | null {
  const toEarth = [bond.from, bond.to].some(isEarth);
  const references = prepared.circuits.list.flatMap((circuit): Reference[] => {
    if (!isSized(circuit) || (!toEarth && !meetsGear(circuit, bond))) return [];
    const sized = sizeOf(circuit.id);
    if (sized === null) return [];
    return [{ ...sized, circuit, sectionMm2: setsOf(circuit.wire) * sectionMm2(sized.size) }];
  });
  const isMobile = prepared.plan.site.setting === 'mobile';
  const alternating = references.filter(({ circuit }) => !isDirect(circuit));
  const deciding = alternating.length > 0 && !isMobile ? alternating : references;
  const wanted = deciding.map((reference) => ({
    by: reference.circuit.id,
    leastMm2: toEarth
      ? toEarthMm2(prepared.plan.codeBasis, isMobile, reference, bond)
      : betweenGearMm2(reference, bond),
  }));
  const [largest] = wanted.sort((a, b) => b.leastMm2 - a.leastMm2);
  if (largest === undefined) return null;
  const size = codeTablesOf(bond.wire).sizes.find(
    (each) => !isBelow(sectionMm2(each), largest.leastMm2, 'section'),
  );
  return { ...largest, size: size ?? null };
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

function toEarthMm2(
  codeBasis: Plan['codeBasis'],
  isMobile: boolean,
  reference: Reference,
  { wire: { material } }: Circuit,
): number {
  const { circuit, sectionMm2: lineMm2 } = reference;
  const awgMm2 = (size: AwgSize) => sectionMm2({ by: 'awg', size });
  if (codeBasis === 'iec') {
    const least = isMobile ? EARTHING.leastOnBoardMm2 : EARTHING.leastInGroundMm2;
    return Math.max(protectiveMm2(lineMm2), least) * ofMetal(circuit, material);
  }
  if (isDirect(circuit)) {
    // Of direct current: as large as its largest conductor, between the least and the most of the section (250.166(B)).
    const { leastAwg, mostAwg } = EARTHING;
    const most = awgMm2(mostAwg[material]);
    return Math.min(most, Math.max(awgMm2(leastAwg[material]), lineMm2 * ofMetal(circuit, material)));
  }
  const kcmil = lineMm2 / mm2FromKcmil(1);
  const row = AWG_EARTHING.rows.find(
    ({ upToKcmil }) => !isAbove(kcmil, upToKcmil[circuit.wire.material], 'ratio'),
  );
  return row === undefined ? Infinity : awgMm2(row[material]);
}

/** As large as the earth conductor of what arrives; one without an earth conductor of its own is bonded as large as itself. */
function betweenGearMm2({ circuit, earth, size }: Reference, bond: Circuit): number {
  return sectionMm2(earth ?? size) * ofMetal(circuit, bond.wire.material);
}

/** An earth conductor of aluminium beside conductors of copper is as much thicker as it heats more in a fault. */
function ofMetal({ wire }: Circuit, material: CircuitWire['material']): number {
  return wire.material === 'copper' && material === 'aluminium' ? EARTHING.aluminiumForCopper : 1;
}

/** Of a round wire of so many thousand circular mils. */
function mm2FromKcmil(kcmil: number): number {
  return (Math.PI / 4) * (kcmil / 1000) * mmFromInch(1) ** 2;
}
