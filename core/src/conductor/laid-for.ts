import type { Circuit } from '../plan/circuit.ts';
import type { Plan } from '../plan/plan.ts';
import type { Laid } from '../plan/run.ts';
import { INSULATION_KINDS } from '../reference/conductors.ts';
import { isDirect, isSized } from './carried.ts';

type Place = { readonly codeBasis: Plan['codeBasis']; readonly site: Pick<Plan['site'], 'setting'> };

/**
 * Whether a circuit is single wires that have to lie in something where they run (NEC 300.3(A), 690.31(C)(1); IEC
 * 60364-5-52 Table A.52.1).
 * On what moves, direct current goes in single wires that are held and guarded all along.
 */
export function wantsCover({ site }: Place, circuit: Pick<Circuit, 'carries' | 'wire'>): boolean {
  const { made, insulation } = circuit.wire;
  const { bareFor } = INSULATION_KINDS.rows[insulation];
  if (!isSized(circuit) || made.as === 'cable' || bareFor === 'any' || bareFor === circuit.carries)
    return false;
  return site.setting !== 'mobile' || !isDirect(circuit);
}

/** Whether it lies in metal where it runs through a building: an array’s, by the American code (690.31(D)). */
export function wantsMetalInside({ codeBasis, site }: Place, { carries }: Pick<Circuit, 'carries'>): boolean {
  return codeBasis === 'us' && site.setting !== 'mobile' && carries === 'array';
}

/** How a new run for a circuit is laid: in conduit where its wires or its place ask for it, else clipped. */
export function laidFor(place: Place, circuit: Pick<Circuit, 'carries' | 'wire'>): Laid {
  return wantsCover(place, circuit) || wantsMetalInside(place, circuit)
    ? { as: 'conduit', size: null }
    : { as: 'clipped' };
}
