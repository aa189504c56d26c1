import { circuitName, gearName } from '../plan/names.ts';
import { told } from '../quantity/told.ts';
import type { Prepared } from '../check/prepared.ts';
import type { Circuit } from '../plan/circuit.ts';
import { isAbove } from '../quantity/compare.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { BENDING_SPACE, WIREWAY_RULES } from '../reference/wireways.ts';
import type { Working } from '../working/working.ts';
import { lyingOfCircuit, sizedCircuit } from '../conductor/circuit-sizing.ts';
import { wirewayHoles, type WirewayHole } from './hole-pattern.ts';
import { carryingOf, wirewaySections } from './stretches.ts';

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
  /** Circuits there whose conductors have no known outside: they are not in the figures. */
  readonly unknown: readonly string[];
  readonly working: Working;
};

/** The stretches of a wireway that conductors lie in, from its left end (NEC 376.22). */
export function fillSections(prepared: Prepared, wirewayId: string): FillSection[] {
  const wireway = prepared.hung.get(wirewayId);
  if (wireway === undefined) return [];
  const ownMm2 = wireway.type.heightMm * wireway.type.depthMm;
  const mostMm2 = (ownMm2 * WIREWAY_RULES.fillPct) / 100;
  return wirewaySections(prepared, wirewayId).map(({ fromMm, toMm, circuits }): FillSection => {
    const lying = circuits.map((circuit) => ({ circuit, lying: lyingOfCircuit(prepared, circuit.id) }));
    const known = lying.flatMap(({ circuit, lying: parts }) =>
      (parts ?? []).map((part) => ({ circuit, ...part })),
    );
    const areaMm2 = known.reduce((sum, { count, areaMm2: each }) => sum + count * each, 0);
    const fillPct = (areaMm2 / ownMm2) * 100;
    return {
      fromMm,
      toMm,
      areaMm2,
      mostMm2,
      isWithin: !isAbove(areaMm2, mostMm2, 'mm2'),
      fillPct,
      currentCarryingCount: carryingOf(circuits),
      unknown: lying.flatMap(({ circuit, lying: parts }) => (parts === null ? [circuit.id] : [])),
      get working(): Working {
        return {
          title: told('Fill of {wireway} along a stretch', { wireway: gearName(wireway.id) }),
          formula: 'fill = Σ count · area ÷ (height · depth)',
          inputs: [
            ...known.map(({ circuit, count, what, areaMm2: each }) => ({
              symbol: `${count} ×`,
              name: told(LYING_WORDS[what], { circuit: circuitName(circuit.id) }),
              value: { value: each, unit: 'mm2' } as const,
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
    };
  });
}

const LYING_WORDS = {
  conductor: '{circuit}, each',
  earth: 'Earth conductor of {circuit}',
  cable: '{circuit}, its cable',
} as const;

/** Where conductors deflect into a wireway: the width they need there, and what it has (NEC 376.23, Table 312.6(A)). */
export type Deflection = {
  readonly hole: WirewayHole;
  readonly circuit: Circuit;
  readonly neededMm: number;
  readonly hasMm: number;
};

export function deflections(prepared: Prepared, wirewayId: string): Deflection[] {
  return wirewayHoles(prepared, wirewayId).flatMap((hole): Deflection[] => {
    return prepared.circuitsOfNipple.get(hole.nipple.id).flatMap((circuit): Deflection[] => {
      const size = sizedCircuit(prepared, circuit.id)?.size;
      const needed = size?.by === 'awg' ? BENDING_SPACE.rows[size.size] : null;
      return needed === null
        ? []
        : [{ hole, circuit, neededMm: mmFromInch(needed), hasMm: hole.wireway.type.heightMm }];
    });
  });
}
