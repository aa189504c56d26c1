import type { Prepared } from '../check/prepared.ts';
import { query } from '../derive/query.ts';
import type { Circuit, Stretch } from '../plan/circuit.ts';
import { wirewayHoles } from './hole-pattern.ts';
import { hookLineStack } from './hook-line.ts';

/** A circuit where it lies in a wireway, from the wireway’s left end. */
export type CircuitSpan = {
  readonly circuit: Circuit;
  readonly stretch: Stretch;
  readonly fromMm: number;
  readonly toMm: number;
  /** Through the nipples at both its ends. */
  readonly nipplesMm: number;
};

/** What lies in a wireway, circuit by circuit. */
export const circuitSpans = query((prepared: Prepared, wirewayId: string): readonly CircuitSpan[] => {
  const at = new Map(wirewayHoles(prepared, wirewayId).map((hole) => [hole.nipple.id, hole]));
  const circuits = new Set([...at.keys()].flatMap((nipple) => prepared.circuitsOfNipple.get(nipple)));
  return [...circuits].flatMap((circuit) =>
    circuit.stretches.flatMap((stretch): CircuitSpan[] => {
      const [a, b] = [at.get(stretch.from), at.get(stretch.to)];
      if (a === undefined || b === undefined) return [];
      const nipplesMm = [a, b].reduce(
        (sum, { unit, wireway, side }) => sum + Math.max(0, hookLineStack(unit, wireway, side).gapMm),
        0,
      );
      const [fromMm, toMm] = [Math.min(a.fromLeftMm, b.fromLeftMm), Math.max(a.fromLeftMm, b.fromLeftMm)];
      return [{ circuit, stretch, fromMm, toMm, nipplesMm }];
    }),
  );
});

/** Circuits that lie beside one along any part of where it lies; itself is one of them. */
export function circuitsBeside(
  prepared: Prepared,
  wirewayId: string,
  { fromMm, toMm }: Pick<CircuitSpan, 'fromMm' | 'toMm'>,
): readonly Circuit[] {
  const spans = circuitSpans(prepared, wirewayId);
  const stops = [...new Set(spans.flatMap((span) => [span.fromMm, span.toMm]))].sort((a, b) => a - b);
  const places = stops.slice(1).map((stop, index) => [stops[index] ?? stop, stop] as const);
  const counts = places
    .filter(([from, to]) => from < toMm && to > fromMm)
    .map(([from, to]) => [
      ...new Set(
        spans.filter((span) => span.fromMm <= from && span.toMm >= to).map(({ circuit }) => circuit),
      ),
    ]);
  return counts.reduce<readonly Circuit[]>(
    (most, each) => (carryingOf(each) > carryingOf(most) ? each : most),
    [],
  );
}

/** How many of them carry current. */
export function carryingOf(circuits: readonly Circuit[]): number {
  return circuits.reduce((sum, { wire }) => sum + wire.carrying, 0);
}
