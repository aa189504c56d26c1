import { faceName } from '../plan/names.ts';
import { told, type ToldValue } from '../quantity/told.ts';
import { frontMm, type Hung, type Prepared } from '../check/prepared.ts';
import { placingInputs, type Model } from '../model/model.ts';
import { fact } from '../derive/query.ts';
import { floorRiseMm } from '../site/as-taped.ts';
import { clipToBox } from '../geometry/clip.ts';
import { ROOT_FRAME, siteFromFace, type Frame } from '../geometry/frame.ts';
import { convexParts } from '../geometry/triangles.ts';
import type { Vec3 } from '../geometry/vec3.ts';
import { polygonsInFrame, type Room, type Thing } from './space.ts';

/** A face leans less than this from upright, as the sine of its lean: what stands before it stands on the floor. */
const UPRIGHT_SINE = 0.1;

export function isUpright(frame: Frame): boolean {
  return Math.abs(frame.toViewer[2]) < UPRIGHT_SINE && frame.up[2] > 0;
}

/** The floor below a piece, in its face’s own frame. */
export type FloorUnder = {
  /** Its height under the middle of the body. */
  readonly yMm: number;
  /** Its height under that side of the body where it is highest. */
  readonly highestMm: number;
  readonly name: ToldValue;
};

/**
 * The floor below a piece as it was found: the highest floor drawn under it, else the lower edge of its face, with what
 * the level said of it. Heights that a code counts from the floor count from here, never from the datum.
 */
export function floorUnder(prepared: Prepared, item: Hung): FloorUnder {
  const { minX, maxX } = item.body;
  const level = levelFloor(prepared, item);
  const rise = (x: number) => floorRiseMm(prepared.site, item.face, x);
  const middle = rise((minX + maxX) / 2);
  return {
    yMm: level.yMm + middle,
    highestMm: level.yMm + Math.max(rise(minX), rise(maxX)),
    name: middle === 0 ? level.name : told('{floor} as found', { floor: level.name }),
  };
}

function levelFloor(prepared: Prepared, item: Hung): { readonly yMm: number; readonly name: ToldValue } {
  const frame = prepared.site.frames.get(item.face.id);
  const { minX, maxX, minY } = item.body;
  const edge = {
    yMm: item.face.bounds.minY,
    name: told('the lower edge of {face}', { face: faceName(item.face.id) }),
  };
  if (frame === undefined || !isUpright(frame)) return edge;
  // A plumb line from before the middle of the body.
  const outMm = frontMm(item) + PLUMB_OUT_MM;
  const line: Room = {
    x: [(minX + maxX) / 2 - 1, (minX + maxX) / 2 + 1],
    y: [-Infinity, minY],
    z: [outMm - 1, outMm + 1],
  };
  let highest: { yMm: number; name: ToldValue } | null = null;
  for (const floor of floorsOf(prepared)) {
    const parts = polygonsInFrame(frame, floor).flatMap((each) => clipToBox(each, line));
    for (const [, yMm] of parts)
      if (highest === null || yMm > highest.yMm) highest = { yMm, name: floor.name };
  }
  return highest ?? edge;
}

/** The floor straight below a place of the site; where none is drawn there, the lower edge of the face all stands on. */
export function floorBelow(
  prepared: Prepared,
  [x, y, z]: Vec3,
): { readonly zMm: number; readonly name: ToldValue } {
  const line: Room = { x: [x - 1, x + 1], y: [-Infinity, z], z: [-y - 1, -y + 1] };
  let highest: { zMm: number; name: ToldValue } | null = null;
  for (const floor of floorsOf(prepared)) {
    // Seen as the root face is, y runs up.
    const parts = polygonsInFrame(ROOT_FRAME, floor).flatMap((each) => clipToBox(each, line));
    for (const [, zMm] of parts) {
      if (highest === null || zMm > highest.zMm) highest = { zMm, name: floor.name };
    }
  }
  const root = prepared.site.faces.get(prepared.plan.rootFace);
  return (
    highest ?? {
      zMm: root?.bounds.minY ?? 0,
      name: told('the level of the lower edge of {face}', {
        face: root === undefined ? 'the site' : faceName(root.id),
      }),
    }
  );
}

type Floor = Pick<Thing, 'name' | 'polygons'>;
/** The floors of a site. One that stands upright is none that anything is over. */
const FLOORS = 'floors';
const floors = fact(
  (model: Model): ReadonlyMap<string, readonly Floor[]> => {
    const found = model.faces.list.flatMap(({ id, kind }): Floor[] => {
      const face = kind === 'floor' ? model.site.faces.get(id) : undefined;
      const frame = model.site.frames.get(id);
      if (face === undefined || frame === undefined || frame.toViewer[2] < LEVEL_COSINE) return [];
      const polygons = convexParts(face.outline).map((part) =>
        part.map((point) => siteFromFace(frame, point)),
      );
      return [{ name: faceName(face.id), polygons }];
    });
    return new Map([[FLOORS, found]]);
  },
  (model) => [...placingInputs(model), ...model.faces.list.flatMap(({ kind }) => [kind])],
  (a, b) => JSON.stringify(a) === JSON.stringify(b),
);

function floorsOf(model: Model): readonly Floor[] {
  return floors.of(model, FLOORS) ?? [];
}

/** A floor lies within 60° of level. */
const LEVEL_COSINE = 0.5;

/** How far before the front a person stands. */
const PLUMB_OUT_MM = 300;
