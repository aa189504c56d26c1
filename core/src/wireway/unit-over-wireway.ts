import type { Hung, Prepared } from '../check/prepared.ts';

/** The wireway a unit is joined to, else the nearest one below it on its face; null if there is none. */
export function findWirewayUnder(prepared: Prepared, unit: Hung): Hung | null {
  const joint = prepared.plan.joints.find(({ from }) => from.placement === unit.id);
  if (joint !== undefined) return prepared.hung.get(joint.wireway) ?? null;
  const below = (prepared.onFace.get(unit.face.id) ?? []).filter(
    ({ type, body, id }) =>
      type.kind === 'wireway' &&
      id !== unit.id &&
      body.maxY <= unit.body.minY &&
      body.minX < unit.body.maxX &&
      unit.body.minX < body.maxX,
  );
  return below.sort((a, b) => b.body.maxY - a.body.maxY || (a.id < b.id ? -1 : 1))[0] ?? null;
}

/** The wireway on a face that most nipples lead into, else its first; null where it has none. */
export function mostUsedWireway(prepared: Prepared, faceId: string): string | null {
  const wireways = (prepared.onFace.get(faceId) ?? []).filter(({ type }) => type.kind === 'wireway');
  const uses = (id: string) => prepared.plan.joints.filter(({ wireway }) => wireway === id).length;
  return [...wireways].sort((a, b) => uses(b.id) - uses(a.id))[0]?.id ?? null;
}
