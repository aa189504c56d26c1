import type { Prepared } from '../check/prepared.ts';
import type { LayerKind } from '../reference/layers.ts';
import type { Named } from '../quantity/told.ts';
import type { PenetrationSides } from './penetration-sides.ts';

/** Between skins nearer to each other than this there is nothing to ask about, mm. */
const LEAST_BETWEEN_MM = 20;

/** One part of what a hole goes through, from the side it is marked on: a skin, a layer, or what nobody said. */
export type SectionPart = {
  readonly is: 'skin' | 'unsaid' | LayerKind;
  /** What a skin is made of; null for what lies between. */
  readonly material: Named | null;
  readonly fromMm: number;
  readonly toMm: number;
};

/** How thick the skins of a penetration are, as their materials are sold; one where both are one sheet. */
function skinsOf(prepared: Prepared, { here, there, thicknessMm }: PenetrationSides): readonly number[] {
  const [near, far] = [here, there].map(
    ({ face }) => prepared.materials.get(face.face.material)?.thicknessMm ?? 0,
  );
  const between = thicknessMm - (near ?? 0) - (far ?? 0);
  const isSaid = here.face.layers !== null && here.face.layers.length > 0;
  return between >= LEAST_BETWEEN_MM || (isSaid && between > 0) ? [near ?? 0, far ?? 0] : [thicknessMm];
}

/**
 * What a hole goes through, in order from the side it is marked on, without a gap: skins as thick as their material is sold,
 * between them what was said to lie there, and after it what nobody said.
 */
export function sectionOf(prepared: Prepared, sides: PenetrationSides): SectionPart[] {
  const { here, there, thicknessMm } = sides;
  const [near = thicknessMm, far] = skinsOf(prepared, sides);
  const skin = (face: typeof here.face, fromMm: number, toMm: number): SectionPart => ({
    is: 'skin',
    material: { named: 'materials', id: face.face.material },
    fromMm,
    toMm,
  });
  const parts: SectionPart[] = [skin(here.face, 0, near)];
  if (far === undefined) return parts;
  const endMm = thicknessMm - far;
  let atMm = near;
  for (const { is, thicknessMm: thickMm } of here.face.layers ?? []) {
    const toMm = Math.min(endMm, atMm + thickMm);
    if (toMm > atMm) parts.push({ is, material: null, fromMm: atMm, toMm });
    atMm = toMm;
  }
  if (endMm - atMm > 1) parts.push({ is: 'unsaid', material: null, fromMm: atMm, toMm: endMm });
  parts.push(skin(there.face, endMm, thicknessMm));
  return parts;
}

/** How deep it is between the skins where nobody said what lies there; 0 where it is said, or where there is no room for any. */
export function unsaidMm(prepared: Prepared, sides: PenetrationSides): number {
  return sectionOf(prepared, sides).reduce(
    (sum, { is, fromMm, toMm }) =>
      is === 'unsaid' && toMm - fromMm >= LEAST_BETWEEN_MM ? sum + toMm - fromMm : sum,
    0,
  );
}
