import type { Prepared } from '../check/prepared.ts';
import { query } from '../derive/query.ts';
import { siteFromFace, type Frame } from '../geometry/frame.ts';
import type { PointMm } from '../geometry/point.ts';
import { growBox, isBoxInside, type BoxMm } from '../geometry/polygon.ts';
import { dot, sub } from '../geometry/vec3.ts';
import { freshId } from '../plan/fresh-id.ts';
import { nameWith } from '../plan/name-with.ts';
import { MOST_MODULES, type FieldModule, type ModuleField } from '../plan/module-field.ts';
import { foldEdge } from '../site/place-faces.ts';
import { mirrored } from '../site/site.ts';
import type { SiteFace } from '../site/site-face.ts';
import { groundOf } from './field-ground.ts';
import { coveredMm, liftOf, modulesOfField } from './field-modules.ts';
import type { Ground } from './free-rows.ts';
import { coveredAreaMm2 } from './shadow.ts';

/** A field carried on over a fold: one of its own on the face beyond, its columns in line with those on this side. */
export type OverFold = { readonly fold: string; readonly face: string; readonly field: ModuleField };

/** An edge is level or upright on its face within this, mm. */
const STRAIGHT_MM = 1;
/** Rows begin so near to the fold at first, and are tried in steps from there, mm. */
const STEP_MM = 10;
const TOUCH_MM = 0.02;

/** The edge of a face at a fold: which way it runs, where it lies across, and to which side its face is. */
type Edge = { readonly axis: 0 | 1; readonly acrossMm: number; readonly inward: 1 | -1 };

/**
 * For each face that is folded to a field’s own: the most modules that lie there in columns with those of this field, row by row
 * from the fold. Faces whose fold slants on either side, and those that take no module so, are left out. Rails end at the fold.
 */
export const overFolds = query((prepared: Prepared, id: string): readonly OverFold[] => {
  const field = prepared.moduleFields.get(id);
  const here = field === undefined ? undefined : prepared.site.faces.get(field.face);
  if (field === undefined || here === undefined) return [];
  return prepared.document.folds.flatMap((fold): OverFold[] => {
    // A fold may join the other sides of both sheets: then the faces on this side meet there too.
    const sides = [here.id, here.otherSide];
    const [own, other] = sides.includes(fold.a.face)
      ? [fold.a, fold.b]
      : sides.includes(fold.b.face)
        ? [fold.b, fold.a]
        : [null, null];
    if (own === null) return [];
    const isFromBehind = own.face !== here.id;
    const met = prepared.site.faces.get(other.face);
    const there = isFromBehind ? prepared.site.faces.get(met?.otherSide ?? '') : met;
    if (there === undefined || met === undefined) return [];
    const [from, to] = [
      edgeOf(prepared, here, own.face, own.edge),
      edgeOf(prepared, there, other.face, other.edge),
    ];
    if (from === null || to === null) return [];
    const modules = carriedOver(prepared, field, [here, from], [there, to]);
    if (modules.length === 0) return [];
    return [
      {
        fold: fold.id,
        face: there.id,
        field: {
          ...onlyHere(field),
          id: freshId(prepared.document, 'field'),
          name: nameWith(field.name, ' over the fold'),
          face: there.id,
          modules,
          tilt: from.axis === to.axis ? field.tilt : null,
          // What somebody approved for one skin says nothing of another.
          support:
            there.face.material === here.face.material
              ? field.support
              : { ...field.support, approvedUpN: null },
        },
      },
    ];
  });
});

/** What belongs to this side of the fold alone stays here: old holes, readings, what is to come. */
function onlyHere(field: ModuleField): ModuleField {
  const carried = { ...field };
  delete carried.oldFeet;
  delete carried.lineReadings;
  delete carried.moreModules;
  return carried;
}

/** An edge as it lies on a face, numbered on that face or on its other side. */
function edgeOf(prepared: Prepared, face: SiteFace, numberedOn: string, edge: number): Edge | null {
  const side = prepared.site.faces.get(numberedOn);
  const ends = side === undefined ? null : foldEdge(side, edge);
  if (ends === null) return null;
  const { bounds } = face;
  const [a, b] = numberedOn === face.id ? ends : [mirrored(face, ends[0]), mirrored(face, ends[1])];
  const level = Math.abs(a[1] - b[1]) <= STRAIGHT_MM;
  if (!level && Math.abs(a[0] - b[0]) > STRAIGHT_MM) return null;
  const axis = level ? 0 : 1;
  const across = level ? a[1] : a[0];
  const middle = level ? (bounds.minY + bounds.maxY) / 2 : (bounds.minX + bounds.maxX) / 2;
  return { axis, acrossMm: across, inward: middle > across ? 1 : -1 };
}

/** A column of modules: from where to where along the fold, and how they are turned. */
type Column = {
  readonly fromMm: number;
  readonly toMm: number;
  readonly isTurned: boolean;
  readonly type: string;
};

function carriedOver(
  prepared: Prepared,
  field: ModuleField,
  [here, from]: readonly [SiteFace, Edge],
  [there, to]: readonly [SiteFace, Edge],
): FieldModule[] {
  const [a, b] = [prepared.site.frames.get(here.id), prepared.site.frames.get(there.id)];
  const type = prepared.gearTypes.get(field.type);
  if (a === undefined || b === undefined || type === undefined) return [];
  const columns = columnsOf(prepared, field, from).map((column): Column => {
    const [low, high] = [column.fromMm, column.toMm].map((along) => alongThere([a, from], [b, to], along));
    const isAcross = from.axis !== to.axis;
    return {
      ...column,
      fromMm: Math.min(low ?? 0, high ?? 0),
      toMm: Math.max(low ?? 0, high ?? 0),
      isTurned: isAcross ? !column.isTurned : column.isTurned,
    };
  });
  const tilt = from.axis === to.axis ? field.tilt : null;
  const gapMm = Math.max(field.gapAcrossMm, field.gapUpMm);
  const ground = groundOf(prepared, there, null, liftOf(field, type), gapMm);
  const rowGapMm = to.axis === 0 ? field.gapUpMm : field.gapAcrossMm;
  const depthOf = ({ type: id, isTurned }: Column) => {
    const size = coveredMm(prepared.gearTypes.get(id) ?? type, isTurned, tilt);
    return to.axis === 0 ? size.heightMm : size.widthMm;
  };
  const deepest = Math.max(0, ...columns.map(depthOf));
  if (deepest === 0) return [];
  const roomMm =
    to.axis === 0 ? there.bounds.maxY - there.bounds.minY : there.bounds.maxX - there.bounds.minX;
  const laidFrom = (startMm: number): { readonly box: BoxMm; readonly column: Column }[] => {
    const laid: { readonly box: BoxMm; readonly column: Column }[] = [];
    for (let at = startMm; at < roomMm; at += deepest + rowGapMm) {
      for (const column of columns) {
        const box = boxAt(to, column, at, at + depthOf(column));
        if (mayLie(ground, box)) laid.push({ box, column });
      }
    }
    return laid;
  };
  let best = laidFrom(gapMm);
  for (let start = gapMm + STEP_MM; start < gapMm + deepest + rowGapMm; start += STEP_MM) {
    const tried = laidFrom(start);
    if (tried.length > best.length) best = tried;
  }
  return best.slice(0, MOST_MODULES).map(({ box, column }, index) => ({
    id: `m${index + 1}`,
    xMm: box.minX,
    yMm: box.minY,
    isTurned: column.isTurned,
    ...(column.type === field.type ? {} : { type: column.type }),
  }));
}

/** The columns of the row that lies nearest to the fold. */
function columnsOf(prepared: Prepared, field: ModuleField, { axis, acrossMm, inward }: Edge): Column[] {
  const placed = modulesOfField(prepared, field.id).map((module) => {
    const { box } = module;
    const [low, high] = axis === 0 ? [box.minY, box.maxY] : [box.minX, box.maxX];
    return inward === 1
      ? { module, nearMm: low - acrossMm, farMm: high - acrossMm }
      : { module, nearMm: acrossMm - high, farMm: acrossMm - low };
  });
  const [first] = [...placed].sort((a, b) => a.nearMm - b.nearMm);
  return placed
    .filter(({ nearMm }) => first !== undefined && nearMm < first.farMm)
    .map(({ module: { box, laid, type } }) => ({
      fromMm: axis === 0 ? box.minX : box.minY,
      toMm: axis === 0 ? box.maxX : box.maxY,
      isTurned: laid.isTurned,
      type: type.id,
    }));
}

/** Where a place along the fold on one face lies along it on the other. */
function alongThere(
  [a, from]: readonly [Frame, Edge],
  [b, to]: readonly [Frame, Edge],
  along: number,
): number {
  const at: PointMm = from.axis === 0 ? [along, from.acrossMm] : [from.acrossMm, along];
  const off = sub(siteFromFace(a, at), b.origin);
  return dot(off, to.axis === 0 ? b.right : b.up);
}

/** A box in a column, from so far off the fold to so far. */
function boxAt(
  { axis, acrossMm, inward }: Edge,
  { fromMm, toMm }: Column,
  nearMm: number,
  farMm: number,
): BoxMm {
  const [p, q] = [acrossMm + inward * nearMm, acrossMm + inward * farMm];
  const [low, high] = [Math.min(p, q), Math.max(p, q)];
  return axis === 0
    ? { minX: fromMm, maxX: toMm, minY: low, maxY: high }
    : { minX: low, maxX: high, minY: fromMm, maxY: toMm };
}

function mayLie({ outlines, keptFree }: Ground, box: BoxMm): boolean {
  const inner = growBox(box, -TOUCH_MM);
  return (
    outlines.some((outline) => isBoxInside(inner, outline)) &&
    keptFree.every((figure) => coveredAreaMm2([figure], inner) === 0)
  );
}
