import type { Hung, Prepared } from '../check/prepared.ts';
import type { GearType, Knockout } from '../plan/gear-type.ts';

/** Which side of a wireway a unit hangs at: over its top, or under its bottom. */
export type WirewaySide = 'top' | 'bottom';

/** The side a knockout leads into; null for one in the side of a unit, which no straight nipple joins. */
export function sideOfKnockout({ edge }: Pick<Knockout, 'edge'>): WirewaySide | null {
  if (edge === 'bottom') return 'top';
  return edge === 'top' ? 'bottom' : null;
}

/** The side a unit hangs at that is joined to nothing yet: over a wireway while it has knockouts below. */
export function usualSide({ knockouts }: Pick<GearType, 'knockouts'>): WirewaySide | null {
  const sides = new Set(knockouts.map(sideOfKnockout));
  return sides.has('top') ? 'top' : sides.has('bottom') ? 'bottom' : null;
}

/** The side a unit is joined to a wireway at; null where none of its nipples leads into it. */
export function joinedSide(prepared: Prepared, unit: Hung, wirewayId: string): WirewaySide | null {
  const nipple = prepared.nipplesOfUnit.get(unit.id).find(({ wireway }) => wireway === wirewayId);
  const knockout = unit.type.knockouts.find(({ id }) => id === nipple?.from.knockout);
  return knockout === undefined ? null : sideOfKnockout(knockout);
}

/**
 * The wireway a unit is joined to, else the nearest one below it on its face, else, where it has knockouts above, the
 * nearest one above it; null if there is none.
 */
export function findWirewayAt(
  prepared: Prepared,
  unit: Hung,
): { readonly wireway: Hung; readonly side: WirewaySide } | null {
  const [nipple] = prepared.nipplesOfUnit.get(unit.id);
  const joined = nipple === undefined ? undefined : prepared.hung.get(nipple.wireway);
  if (joined !== undefined) return { wireway: joined, side: joinedSide(prepared, unit, joined.id) ?? 'top' };
  const { body } = unit;
  const inLine = (prepared.onFace.get(unit.face.id) ?? []).filter(
    (other) =>
      other.type.kind === 'wireway' &&
      other.id !== unit.id &&
      other.body.minX < body.maxX &&
      body.minX < other.body.maxX,
  );
  const nearest = (items: readonly Hung[], far: (item: Hung) => number) =>
    [...items].sort((a, b) => far(a) - far(b) || (a.id < b.id ? -1 : 1))[0];
  const below = nearest(
    inLine.filter((other) => other.body.maxY <= body.minY),
    (other) => body.minY - other.body.maxY,
  );
  if (below !== undefined) return { wireway: below, side: 'top' };
  const above = unit.type.knockouts.some(({ edge }) => edge === 'top')
    ? nearest(
        inLine.filter((other) => other.body.minY >= body.maxY),
        (other) => other.body.minY - body.maxY,
      )
    : undefined;
  return above === undefined ? null : { wireway: above, side: 'bottom' };
}

/** The wireway on a face that most nipples lead into, else its first; null where it has none. */
export function mostUsedWireway(prepared: Prepared, faceId: string): string | null {
  const wireways = (prepared.onFace.get(faceId) ?? []).filter(({ type }) => type.kind === 'wireway');
  const uses = (id: string) => prepared.nipplesOfWireway.get(id).length;
  return [...wireways].sort((a, b) => uses(b.id) - uses(a.id))[0]?.id ?? null;
}
