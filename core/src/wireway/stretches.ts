import type { Prepared } from '../check/prepared.ts';
import { query } from '../derive/query.ts';
import { setsOf, type Circuit, type Stretch } from '../plan/circuit.ts';
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

/** A stretch of a wireway in which the same circuits lie all along, from its left end. */
export type WirewaySection = {
  readonly fromMm: number;
  readonly toMm: number;
  /** One that goes there and back stands twice. */
  readonly circuits: readonly Circuit[];
};

/** The stretches of a wireway that something lies in. */
export const wirewaySections = query((prepared: Prepared, wirewayId: string): readonly WirewaySection[] => {
  const spans = circuitSpans(prepared, wirewayId);
  const stops = [...new Set(spans.flatMap(({ fromMm, toMm }) => [fromMm, toMm]))].sort((a, b) => a - b);
  return stops.slice(1).flatMap((toMm, index) => {
    const fromMm = stops[index] ?? toMm;
    const inside = spans.filter((span) => span.fromMm <= fromMm && span.toMm >= toMm);
    return inside.length === 0 ? [] : [{ fromMm, toMm, circuits: inside.map(({ circuit }) => circuit) }];
  });
});

/** Where most that carry current lie beside each other along a span: the circuits there, its own among them. */
export function circuitsBeside(
  prepared: Prepared,
  wirewayId: string,
  { fromMm, toMm }: Pick<CircuitSpan, 'fromMm' | 'toMm'>,
): readonly Circuit[] {
  return wirewaySections(prepared, wirewayId)
    .filter((section) => section.fromMm < toMm && section.toMm > fromMm)
    .reduce<readonly Circuit[]>(
      (most, { circuits }) => (carryingOf(circuits) > carryingOf(most) ? circuits : most),
      [],
    );
}

/** How many of them carry current. */
export function carryingOf(circuits: readonly Circuit[]): number {
  return circuits.reduce((sum, { wire }) => sum + wire.carrying * setsOf(wire), 0);
}
