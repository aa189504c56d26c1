import { modulesOfField } from '../array/field-modules.ts';
import { fieldSupport } from '../array/field-rails.ts';
import { fieldName, gearName, penetrationName, plateHoleName } from '../plan/names.ts';
import { told, type ToldValue, isSameTold } from '../quantity/told.ts';
import type { Prepared } from '../check/prepared.ts';
import { penetrationsAt } from '../model/model.ts';
import { plateEndsAt } from '../model/plate-ends.ts';
import { findPenetrationPlaces } from '../site/penetration-places.ts';
import { heldHoles } from './holes.ts';

/** A mark on a story pole: a running dimension from the face’s datum. */
export type PoleMark = {
  readonly atMm: number;
  readonly kind: 'edge' | 'hook-line' | 'hole' | 'framing';
  readonly names: readonly ToldValue[];
};

export type StoryPoles = { readonly across: readonly PoleMark[]; readonly up: readonly PoleMark[] };

/** Marks closer than this are one mark with both names: less than a pencil line. */
const SAME_MARK_MM = 0.2;

/** The marks that matter on a face: its edges, hook lines, hole centres and framing, from its datum. */
export function storyPoles(prepared: Prepared, faceId: string): StoryPoles {
  const face = prepared.site.faces.get(faceId);
  if (face === undefined) return { across: [], up: [] };
  const { minX, minY, maxX, maxY } = face.bounds;
  const across: PoleMark[] = [mark(minX, 'edge', 'Left edge'), mark(maxX, 'edge', 'Right edge')];
  const up: PoleMark[] = [mark(minY, 'edge', 'Lower edge'), mark(maxY, 'edge', 'Upper edge')];
  for (const { id, placement } of prepared.onFace.get(faceId) ?? []) {
    across.push(mark(placement.xMm, 'hook-line', told('{gear}, centre', { gear: gearName(id) })));
    up.push(mark(placement.yMm, 'hook-line', told('{gear}, hook line', { gear: gearName(id) })));
  }
  // Where holes are, and not how wide: that would ask for every route.
  const through = penetrationsAt(prepared, faceId).flatMap((penetration) => {
    const places = findPenetrationPlaces(prepared.site, penetration);
    return (places === null ? [] : [places.here, places.there])
      .filter(({ face: { id } }) => id === faceId)
      .map(({ at }) => ({ name: penetrationName(penetration.id), at }));
  });
  const bored = plateEndsAt(prepared, faceId).map(({ hole, at }) => ({ name: plateHoleName(hole.id), at }));
  for (const { name, at } of [...through, ...bored]) {
    across.push(mark(at[0], 'hole', name));
    up.push(mark(at[1], 'hole', name));
  }
  for (const hole of heldHoles(prepared, face)) {
    across.push(mark(hole.xMm, 'hole', hole.purpose));
    up.push(mark(hole.yMm, 'hole', hole.purpose));
  }
  for (const { id } of prepared.fieldsOnFace.get(faceId)) {
    const name = fieldName(id);
    // Rows of modules by their lower edges, rails by their middles: what a person snaps a line for.
    for (const { box } of modulesOfField(prepared, id))
      up.push(mark(box.minY, 'edge', told('{field}, lower edge of a row', { field: name })));
    for (const { runs, atMm } of fieldSupport(prepared, id)?.rails ?? [])
      (runs === 'across' ? up : across).push(mark(atMm, 'hole', told('{field}, rail', { field: name })));
  }
  for (const { axis, centreMm, framing } of face.members) {
    (axis === 'vertical' ? across : up).push(mark(centreMm, 'framing', framing));
  }
  return { across: joined(across), up: joined(up) };
}

function mark(atMm: number, kind: PoleMark['kind'], name: ToldValue): PoleMark {
  return { atMm, kind, names: [name] };
}

const RANK: Record<PoleMark['kind'], number> = { edge: 0, 'hook-line': 1, hole: 2, framing: 3 };

/** Sorted along the pole; marks in one place become one, of the kind that matters most. */
function joined(marks: readonly PoleMark[]): PoleMark[] {
  const sorted = [...marks].sort((a, b) => a.atMm - b.atMm || RANK[a.kind] - RANK[b.kind]);
  const result: PoleMark[] = [];
  for (const next of sorted) {
    const last = result.at(-1);
    if (last === undefined || next.atMm - last.atMm > SAME_MARK_MM) {
      result.push(next);
      continue;
    }
    const kind = RANK[next.kind] < RANK[last.kind] ? next.kind : last.kind;
    const names = [
      ...last.names,
      ...next.names.filter((name) => !last.names.some((each) => isSameTold(each, name))),
    ];
    result[result.length - 1] = { atMm: last.atMm, kind, names };
  }
  return result;
}
