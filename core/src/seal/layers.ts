import type { Prepared } from '../check/prepared.ts';
import type { LayerKind } from '../reference/layers.ts';
import type { Named } from '../quantity/told.ts';
import type { PenetrationSides } from './penetration-sides.ts';

/** Between skins nearer to each other than this there is nothing to ask about, mm. */
const LEAST_BETWEEN_MM = 20;
/** What is left of a thickness below this is how somebody rounded, mm. */
const ROUNDED_MM = 1;

/** One part of what a hole goes through, from the side it is marked on: a skin, a layer, or what nobody said. */
export type SectionPart = { readonly fromMm: number; readonly thicknessMm: number } & (
  { readonly is: 'skin'; readonly material: Named } | { readonly is: 'unsaid' | LayerKind }
);

/**
 * What a hole goes through, in order from the side it is marked on, without a gap: the two skins, between them what was said
 * to lie there, and after it what nobody said. Skins are as thick as their material is sold, and thinner where what was said
 * leaves them less; where nothing was said and there is no room for anything, both are one sheet.
 */
export function sectionOf(prepared: Prepared, { here, there, thicknessMm }: PenetrationSides): SectionPart[] {
  const skinOf = ({ face }: typeof here) => ({
    is: 'skin' as const,
    material: { named: 'materials', id: face.face.material },
    soldMm: prepared.materials.get(face.face.material)?.thicknessMm ?? 0,
  });
  const [near, far] = [skinOf(here), skinOf(there)];
  const soldMm = near.soldMm + far.soldMm;
  const layers = here.face.layers ?? [];
  const leftMm = thicknessMm - layers.reduce((sum, layer) => sum + layer.thicknessMm, 0);
  if (layers.length === 0 && leftMm - soldMm < LEAST_BETWEEN_MM)
    return [{ is: 'skin', material: near.material, fromMm: 0, thicknessMm }];
  const share = soldMm > leftMm ? Math.max(0, leftMm) / soldMm : 1;
  const unsaid = leftMm - share * soldMm;
  const parts = [
    { ...near, thicknessMm: share * near.soldMm },
    ...layers,
    ...(unsaid > ROUNDED_MM ? [{ is: 'unsaid' as const, thicknessMm: unsaid }] : []),
    { ...far, thicknessMm: share * far.soldMm + (unsaid > ROUNDED_MM ? 0 : unsaid) },
  ];
  let fromMm = 0;
  return parts.flatMap((part): SectionPart[] => {
    if (part.thicknessMm <= 0) return [];
    const at = { fromMm, thicknessMm: part.thicknessMm };
    fromMm += part.thicknessMm;
    return [part.is === 'skin' ? { is: 'skin', material: part.material, ...at } : { is: part.is, ...at }];
  });
}

/** How deep it is between the skins where nobody said what lies there; 0 where it is said, or where there is no room for any. */
export function unsaidMm(prepared: Prepared, sides: PenetrationSides): number {
  return sectionOf(prepared, sides).reduce(
    (sum, { is, thicknessMm }) =>
      is === 'unsaid' && thicknessMm >= LEAST_BETWEEN_MM ? sum + thicknessMm : sum,
    0,
  );
}
