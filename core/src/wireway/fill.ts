import { circuitName, gearName } from '../plan/names.ts';
import { told } from '../quantity/told.ts';
import type { Prepared } from '../check/prepared.ts';
import type { Circuit } from '../plan/circuit.ts';
import { isAbove } from '../quantity/compare.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { BENDING_SPACE, WIRE_AREAS, WIREWAY_RULES } from '../reference/wireways.ts';
import type { Working } from '../working/working.ts';
import { wirewayHoles, type WirewayHole } from './hole-pattern.ts';

/** A stretch of a wireway between two nipples next to each other, with all that lies in it. */
export type FillSection = {
  /** From the wireway’s left end. */
  readonly fromMm: number;
  readonly toMm: number;
  readonly areaMm2: number;
  /** What may be covered of it at most. */
  readonly mostMm2: number;
  readonly isWithin: boolean;
  /** What part of the wireway’s own section it takes. */
  readonly fillPct: number;
  readonly currentCarryingCount: number;
  readonly working: Working;
};

/** What one conductor covers of a section, mm²: by the table, or of the circle it was measured as. */
export function wireAreaMm2({ wire }: Pick<Circuit, 'wire'>): number {
  return wire.kind === 'table'
    ? WIRE_AREAS.rows[wire.size].areaIn2 * mmFromInch(1) ** 2
    : (Math.PI / 4) * wire.diameterMm ** 2;
}

/** The stretches of a wireway that conductors lie in, from its left end (NEC 376.22). */
export function fillSections(prepared: Prepared, wirewayId: string): FillSection[] {
  const wireway = prepared.hung.get(wirewayId);
  if (wireway === undefined) return [];
  const at = new Map(
    wirewayHoles(prepared, wirewayId).map(({ joint, fromLeftMm }) => [joint.id, fromLeftMm]),
  );
  const circuits = new Set([...at.keys()].flatMap((nipple) => prepared.circuitsOfNipple.get(nipple)));
  const spans = [...circuits].flatMap((circuit) => {
    const [a, b] = [at.get(circuit.from), at.get(circuit.to)];
    return a === undefined || b === undefined ? [] : [{ circuit, from: Math.min(a, b), to: Math.max(a, b) }];
  });
  const stops = [...new Set(spans.flatMap(({ from, to }) => [from, to]))].sort((a, b) => a - b);
  const ownMm2 = wireway.type.heightMm * wireway.type.depthMm;
  const mostMm2 = (ownMm2 * WIREWAY_RULES.fillPct) / 100;
  return stops.slice(1).flatMap((toMm, index): FillSection[] => {
    const fromMm = stops[index] ?? 0;
    const inside = spans.filter(({ from, to }) => from <= fromMm && to >= toMm);
    if (inside.length === 0) return [];
    const areaMm2 = inside.reduce((sum, { circuit }) => sum + circuit.count * wireAreaMm2(circuit), 0);
    const fillPct = (areaMm2 / ownMm2) * 100;
    return [
      {
        fromMm,
        toMm,
        areaMm2,
        mostMm2,
        isWithin: !isAbove(areaMm2, mostMm2, 'mm2'),
        fillPct,
        currentCarryingCount: inside.reduce((sum, { circuit }) => sum + circuit.currentCarryingCount, 0),
        get working(): Working {
          return {
            title: told('Fill of {wireway} along a stretch', { wireway: gearName(wireway.id) }),
            formula: 'fill = Σ count · area ÷ (height · depth)',
            inputs: [
              ...inside.map(({ circuit }) => ({
                symbol: `${circuit.count} ×`,
                name: told('{circuit}, each', { circuit: circuitName(circuit.id) }),
                value: { value: wireAreaMm2(circuit), unit: 'mm2' } as const,
              })),
              {
                symbol: 'section',
                name: 'Height × depth of the wireway',
                value: { value: ownMm2, unit: 'mm2' },
              },
            ],
            result: { name: 'Covered', value: { value: areaMm2, unit: 'mm2' } },
            source: WIREWAY_RULES.fill,
            notes: [
              told('{fill} of the section; at most {most}.', {
                fill: { value: fillPct, unit: 'percent' },
                most: { value: WIREWAY_RULES.fillPct, unit: 'percent' },
              }),
            ],
          };
        },
      },
    ];
  });
}

/** Where conductors deflect into a wireway: the width they need there, and what it has (NEC 376.23, Table 312.6(A)). */
export type Deflection = {
  readonly hole: WirewayHole;
  readonly circuit: Circuit;
  readonly neededMm: number;
  readonly hasMm: number;
};

export function deflections(prepared: Prepared, wirewayId: string): Deflection[] {
  return wirewayHoles(prepared, wirewayId).flatMap((hole): Deflection[] => {
    return prepared.circuitsOfNipple.get(hole.joint.id).flatMap((circuit): Deflection[] => {
      const needed = circuit.wire.kind === 'table' ? BENDING_SPACE.rows[circuit.wire.size] : null;
      return needed === null
        ? []
        : [{ hole, circuit, neededMm: mmFromInch(needed), hasMm: hole.wireway.type.heightMm }];
    });
  });
}
