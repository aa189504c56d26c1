import { ARRAY_RAIL_LIMITS, type ArrayRail } from '../reference/array-rails.ts';
import { lengthInput, type Working } from '../working/working.ts';

export type RailSpan = {
  readonly mostSpanMm: number;
  readonly mostOverhangMm: number;
  /** What decides. */
  readonly by: 'stress' | 'sag' | 'yours' | 'feet';
};

/**
 * How far a rail may span under a load spread along it, N/mm: by its stress (M = w·L² ÷ 8) and its sag (5·w·L⁴ ÷ 384·E·I at
 * most L ÷ 180), each span taken as simply supported, which a rail over more feet bends less than. An overhang by its moment
 * (w·a² ÷ 2), its own sag (w·a⁴ ÷ 8·E·I at most 2·a ÷ 180) and by practice. Any strength-of-materials handbook.
 */
export function railSpan(
  rail: Pick<ArrayRail, 'inertiaMm4' | 'modulusMm3' | 'elasticityMpa' | 'bendingMpa'>,
  loadNPerMm: number,
  {
    mostMm,
    footN,
    pullNPerMm,
  }: { readonly mostMm: number | null; readonly footN: number | null; readonly pullNPerMm: number },
): RailSpan {
  const { spanOverSag, overhangRatio } = ARRAY_RAIL_LIMITS;
  const moment = rail.bendingMpa * rail.modulusMm3;
  const stiffness = rail.elasticityMpa * rail.inertiaMm4;
  const limits: { readonly by: RailSpan['by']; readonly mm: number }[] = [
    { by: 'stress', mm: Math.sqrt((8 * moment) / loadNPerMm) },
    { by: 'sag', mm: Math.cbrt((384 * stiffness) / (5 * spanOverSag * loadNPerMm)) },
    ...(mostMm === null ? [] : [{ by: 'yours' as const, mm: mostMm }]),
    // A foot between two spans is pulled by half of each: by no more than one whole span.
    ...(footN === null || pullNPerMm <= 0 ? [] : [{ by: 'feet' as const, mm: footN / pullNPerMm }]),
  ];
  const [least] = limits.sort((a, b) => a.mm - b.mm);
  const mostSpanMm = least?.mm ?? Infinity;
  return {
    mostSpanMm,
    by: least?.by ?? 'stress',
    mostOverhangMm: Math.min(
      Math.sqrt((2 * moment) / loadNPerMm),
      Math.cbrt((16 * stiffness) / (spanOverSag * loadNPerMm)),
      overhangRatio * mostSpanMm,
    ),
  };
}

/** Sag of a rail in one simply supported span, mm. */
export function sagMm(
  { elasticityMpa, inertiaMm4 }: Pick<ArrayRail, 'elasticityMpa' | 'inertiaMm4'>,
  loadNPerMm: number,
  spanMm: number,
): number {
  return (5 * loadNPerMm * spanMm ** 4) / (384 * elasticityMpa * inertiaMm4);
}

export function railWorking(rail: ArrayRail, loadNPerMm: number, spanMm: number, most: RailSpan): Working {
  return {
    title: 'A rail under its modules',
    formula: 'σ = w · L² ÷ (8 · W);  sag = 5 · w · L⁴ ÷ (384 · E · I) ≤ L ÷ 180',
    inputs: [
      { symbol: 'w', name: 'Load on each metre of it', value: { value: loadNPerMm * 1000, unit: 'N' } },
      lengthInput('L', 'Longest span', spanMm),
      { symbol: 'W', name: 'Section modulus', value: { value: rail.modulusMm3, unit: 'mm3' } },
      {
        symbol: 'E',
        name: 'Stiffness of what it is made of',
        value: { value: rail.elasticityMpa, unit: 'MPa' },
      },
      lengthInput('sag', 'Its sag there', sagMm(rail, loadNPerMm, spanMm)),
      {
        symbol: 'σ',
        name: 'Its stress there',
        value: { value: (loadNPerMm * spanMm ** 2) / 8 / rail.modulusMm3, unit: 'MPa' },
      },
      { symbol: 'σ most', name: 'Stress allowed', value: { value: rail.bendingMpa, unit: 'MPa' } },
    ],
    result: { name: 'Span allowed', value: { value: most.mostSpanMm, unit: 'mm' } },
    source: ARRAY_RAIL_LIMITS.source,
    notes: ['Each span is taken as simply supported: a rail over more feet bends less.'],
  };
}
