import { query } from '../derive/query.ts';
import type { PlateHole } from '../plan/plate-hole.ts';
import type { PointMm } from '../plan/values.ts';
import { platePlaces } from '../site/plate-meeting.ts';
import type { Model } from './model.ts';

/** A hole through a plate as one of its two faces has it. */
export type PlateEnd = { readonly hole: PlateHole; readonly at: PointMm };

/** The holes through plates that come out on a face, or begin there; none that leads nowhere. */
export const plateEndsAt = query((model: Model, faceId: string): readonly PlateEnd[] =>
  model.plateHolesAtFace.get(faceId).flatMap((hole) => {
    const met = platePlaces(model.site, hole);
    if (!met.ok) return [];
    const { here, there } = met.places;
    return [{ hole, at: (here.face.id === faceId ? here : there).at }];
  }),
);
