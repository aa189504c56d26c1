import type { PointMm } from '../geometry/point.ts';
import { prepare } from '../check/prepared.ts';
import type { BoxMm } from '../geometry/polygon.ts';
import type { Plan } from '../plan/plan.ts';
import { layOutSheet, sheetFromFace, unionOf } from '../site/sheet.ts';

/** A job’s sheet in little: the outlines of its faces and of the gear on them, in the sheet’s axes, mm, y up. */
export type JobPicture = {
  readonly bounds: BoxMm;
  readonly faces: readonly (readonly PointMm[])[];
  readonly gear: readonly (readonly PointMm[])[];
};

/** More gear than this is a grey patch in little: the rest is left out. */
const MOST_GEAR = 600;

export function jobPicture(plan: Plan): JobPicture {
  const prepared = prepare(plan);
  const places = layOutSheet(prepared.site, plan.rootFace);
  const on = (face: string, points: readonly PointMm[]) => {
    const place = places.get(face);
    return place === undefined ? [] : [points.map((point) => sheetFromFace(place, point))];
  };
  return {
    bounds: unionOf([...places.values()].map(({ bounds }) => bounds)),
    faces: [...prepared.site.faces.values()].flatMap(({ id, outline }) => on(id, outline)),
    gear: [...prepared.hung.values()].slice(0, MOST_GEAR).flatMap(({ face, body }) =>
      on(face.id, [
        [body.minX, body.minY],
        [body.maxX, body.minY],
        [body.maxX, body.maxY],
        [body.minX, body.maxY],
      ]),
    ),
  };
}
