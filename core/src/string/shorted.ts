import { countOf, type Told } from '../quantity/told.ts';
import type { SourceRef } from '../reference/source.ts';
import type { Working } from '../working/working.ts';

/** Sunlight brighter than the test’s (NEC 690.8(A)(1)). */
export const BRIGHT = 1.25;

/** What strings side by side give shorted in bright sun, A, from the short-circuit current of each. */
export function shortedA(iscA: readonly number[]): number {
  return BRIGHT * iscA.reduce((sum, each) => sum + each, 0);
}

/** The working of it. */
export function shortedWorking(
  title: Told,
  iscA: readonly number[],
  { result, source }: { readonly result: string; readonly source: SourceRef },
): Working {
  const currentA = shortedA(iscA);
  return {
    title,
    formula: 'I = 1.25 · (Isc of all strings)',
    inputs: [
      { symbol: 'strings', name: 'Side by side', value: countOf(iscA.length) },
      { symbol: 'Isc', name: 'Of all of them', value: { value: currentA / BRIGHT, unit: 'A' } },
      { symbol: '1.25', name: 'For bright sun', value: { value: BRIGHT, unit: 'ratio' } },
    ],
    result: { name: result, value: { value: currentA, unit: 'A' } },
    source,
    notes: [],
  };
}
