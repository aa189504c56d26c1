import { faceName } from '../names.ts';
import { told, type Told } from '../../quantity/told.ts';
import type { Draft } from 'immer';
import { z } from '../../zod.ts';
import { faceSchema, layersSchema, outlineSchema, type Face } from '../face.ts';
import { findOutlineFault, outlineFaultTold } from '../outline.ts';
import { signedAreaMm2 } from '../../geometry/segments.ts';
import type { Plan } from '../plan.ts';
import { idSchema, nameSchema, positionMmSchema, sizeMmSchema, type PointMm } from '../values.ts';
import { dropFrom } from '../lists.ts';
import { defineEdit, missing, putInto, type EditFault } from './edit.ts';
import { findFoldedFault, keepPlateHoles, shiftEdges, usesOfEdges } from './face-edges.ts';
import { reshape } from './face-shift.ts';
import { isFault, outlineFace, type OutlineFace } from './outline-face.ts';

const outlineShape = faceSchema.shape.shape.options[0].shape;

export const addFace = putInto('add-face', 'face', 'faces', faceSchema);

/** Takes its other side, its folds and everything on both with it. The face the site stands on stays. */
export const removeFace = defineEdit(
  z.strictObject({ kind: z.literal('remove-face'), face: idSchema }),
  (draft, { face: faceId }) => {
    const face = draft.faces.find(({ id }) => id === faceId);
    if (face === undefined) return missing('face', faceId);
    const gone = new Set(
      draft.faces
        .filter(({ id, shape }) => id === faceId || (shape.kind === 'reverse' && shape.of === faceId))
        .map(({ id }) => id),
    );
    if (gone.has(draft.rootFace)) {
      return {
        code: 'not-allowed',
        message: told('The site stands on “{face}”; make another face its root first.', {
          face: faceName(face.id),
        }),
      };
    }
    dropFrom(draft, 'faces', gone);
    const reversed = new Set(
      draft.faces.flatMap(({ id, shape }) => (shape.kind === 'reverse' ? [id, shape.of] : [])),
    );
    // A hole leads to the other side: without that it is none.
    const blind = draft.penetrations.filter(({ face: on }) => !reversed.has(on)).map(({ id }) => id);
    dropFrom(draft, 'penetrations', new Set(blind));
    return null;
  },
);

/** What a face is called and made of. What is not named stays. */
export const setFace = defineEdit(
  z.strictObject({
    kind: z.literal('set-face'),
    face: idSchema,
    name: nameSchema.optional(),
    use: faceSchema.shape.kind.optional(),
    side: faceSchema.shape.side.optional(),
    material: idSchema.optional(),
    thicknessMm: sizeMmSchema.optional(),
    layers: layersSchema.nullable().optional().describe('Null where nobody knows any more'),
    roomInFrontMm: faceSchema.shape.roomInFrontMm.optional(),
    fireRatedMinutes: faceSchema.shape.fireRatedMinutes.optional(),
  }),
  (draft, { face: id, name, use, side, material, thicknessMm, layers, roomInFrontMm, fireRatedMinutes }) => {
    const face = draft.faces.find((each) => each.id === id);
    if (face === undefined) return missing('face', id);
    if (thicknessMm !== undefined || layers !== undefined) {
      const own = outlineFace(draft, id);
      if (isFault(own)) return own;
      own.shape.thicknessMm = thicknessMm ?? own.shape.thicknessMm;
      if (layers === null) delete own.shape.layers;
      else if (layers !== undefined) own.shape.layers = layers;
    }
    face.name = name ?? face.name;
    face.kind = use ?? face.kind;
    face.side = side ?? face.side;
    face.material = material ?? face.material;
    if (roomInFrontMm !== undefined) face.roomInFrontMm = roomInFrontMm;
    if (fireRatedMinutes !== undefined) face.fireRatedMinutes = fireRatedMinutes;
    return null;
  },
);

/** Gives a face another outline. With as many corners, folds and setbacks stay on the edges of the same number. */
export const setOutline = defineEdit(
  z.strictObject({ kind: z.literal('set-outline'), face: idSchema, pointsMm: outlineSchema }),
  (draft, { face: id, pointsMm }) => {
    const face = outlineFace(draft, id);
    if (isFault(face)) return face;
    const points = signedAreaMm2(pointsMm) < 0 ? [...pointsMm].reverse() : pointsMm;
    if (points.length !== face.shape.pointsMm.length) {
      const { folds, setbacks, plateHoles } = usesOfEdges(draft, face);
      const because =
        folds > 0
          ? '“{face}” is folded to another face by its edges; unfold it first.'
          : plateHoles > 0
            ? 'Holes through plates are told by the edges of “{face}”, and this outline has other edges; take them out first.'
            : '“{face}” has setbacks from its edges, and this outline has other edges; take them out first.';
      if (folds + setbacks + plateHoles > 0)
        return { code: 'not-allowed', message: told(because, { face: faceName(face.id) }) };
    }
    return reshaped(draft, face, points);
  },
);

export const moveCorner = defineEdit(
  z.strictObject({
    kind: z.literal('move-corner'),
    face: idSchema,
    corner: z.number().int().min(0),
    xMm: positionMmSchema,
    yMm: positionMmSchema,
  }),
  (draft, { face: id, corner, xMm, yMm }) => {
    const face = outlineFace(draft, id);
    if (isFault(face)) return face;
    if (corner >= face.shape.pointsMm.length) return missing(partOf('corner', face), String(corner + 1));
    const points = face.shape.pointsMm.map(([x, y], index): PointMm =>
      index === corner ? [xMm, yMm] : [x, y],
    );
    return reshaped(draft, face, points);
  },
);

/** Puts a new corner on the middle of an edge. A folded edge has to be unfolded first; a setback is from both halves. */
export const insertCorner = defineEdit(
  z.strictObject({ kind: z.literal('insert-corner'), face: idSchema, edge: z.number().int().min(0) }),
  (draft, { face: id, edge }) => {
    const face = outlineFace(draft, id);
    if (isFault(face)) return face;
    const points = face.shape.pointsMm;
    const [from, to] = [points[edge], points[(edge + 1) % points.length]];
    if (from === undefined || to === undefined) return missing(partOf('edge', face), String(edge + 1));
    const folded = findFoldedFault(draft, face, [edge]);
    if (folded !== null) return folded;
    shiftEdges(draft, face, {
      cornersBefore: points.length,
      cornersAfter: points.length + 1,
      to: (at) => (at < edge ? [at] : at > edge ? [at + 1] : [edge, edge + 1]),
    });
    points.splice(edge + 1, 0, [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2]);
    return null;
  },
);

/** Takes a corner out. The two edges at it become one, so neither may be folded; setbacks from both are from that one. */
export const removeCorner = defineEdit(
  z.strictObject({ kind: z.literal('remove-corner'), face: idSchema, corner: z.number().int().min(0) }),
  (draft, { face: id, corner }) => {
    const face = outlineFace(draft, id);
    if (isFault(face)) return face;
    const { pointsMm } = face.shape;
    const count = pointsMm.length;
    if (corner >= count) return missing(partOf('corner', face), String(corner + 1));
    if (count === 3) return { code: 'not-allowed', message: 'A face has at least three corners.' };
    const before = (corner + count - 1) % count;
    const folded = findFoldedFault(draft, face, [before, corner]);
    if (folded !== null) return folded;
    shiftEdges(draft, face, {
      cornersBefore: count,
      cornersAfter: count - 1,
      to: (at) => {
        const kept = at === corner ? before : at;
        return [kept > corner ? kept - 1 : kept];
      },
    });
    return reshaped(
      draft,
      face,
      pointsMm.filter((_, index) => index !== corner),
    );
  },
);

/** Gives a face its other side, seen from behind. */
export const addReverse = defineEdit(
  z.strictObject({
    kind: z.literal('add-reverse'),
    of: idSchema,
    id: idSchema,
    name: nameSchema,
    side: faceSchema.shape.side,
    thicknessMm: sizeMmSchema,
  }),
  (draft, { of, id, name, side, thicknessMm }) => {
    const front = outlineFace(draft, of);
    if (isFault(front)) {
      return front.code === 'missing'
        ? front
        : {
            code: 'not-allowed',
            message: 'This face is itself the other side of one; it has no other side of its own.',
          };
    }
    front.shape.thicknessMm = thicknessMm;
    draft.faces.push({
      id,
      name,
      kind: front.kind,
      side,
      material: front.material,
      shape: { kind: 'reverse', of },
      obstacles: [],
      fireRatedMinutes: null,
      roomInFrontMm: null,
      setbacks: [],
      conditions: {},
    });
    return null;
  },
);

/**
 * Makes another face the one all others are placed from. A place of its own is told from the root, so each face that has
 * one is given anew, as `rootEdit` of the site works it out; one that is left out would move, and is refused.
 */
export const setRoot = defineEdit(
  z.strictObject({
    kind: z.literal('set-root'),
    face: idSchema,
    stands: z
      .array(z.strictObject({ face: idSchema, stands: outlineShape.stands }))
      .max(500)
      .optional(),
  }),
  (draft, { face, stands = [] }) => {
    const given = new Map(stands.map((each) => [each.face, each.stands]));
    for (const each of draft.faces) {
      if (face === draft.rootFace || each.shape.kind !== 'outline' || each.shape.stands === null) continue;
      if (!given.has(each.id))
        return {
          code: 'not-allowed',
          message: told(
            '“{face}” has a place of its own, told from the present root: it must be given anew.',
            { face: faceName(each.id) },
          ),
        };
    }
    for (const [id, place] of given) {
      const own = outlineFace(draft, id);
      if (isFault(own)) return own;
      own.shape.stands = place === null ? null : { ...place, originMm: [...place.originMm] };
    }
    draft.rootFace = face;
    return null;
  },
);

export const setStand = defineEdit(
  z.strictObject({ kind: z.literal('set-stand'), face: idSchema, stands: outlineShape.stands }),
  (draft, { face: id, stands }) => {
    const face = outlineFace(draft, id);
    if (isFault(face)) return face;
    face.shape.stands = stands === null ? null : { ...stands, originMm: [...stands.originMm] };
    return null;
  },
);

/** What the level said; figures not named stay. */
export const setAsFound = defineEdit(
  z.strictObject({
    kind: z.literal('set-as-found'),
    face: idSchema,
    asFound: outlineShape.asFound.partial(),
  }),
  (draft, { face: id, asFound }) => {
    const face = outlineFace(draft, id);
    if (isFault(face)) return face;
    const given = Object.entries(asFound).filter(([, value]) => value !== undefined);
    Object.assign(face.shape.asFound, Object.fromEntries(given));
    return null;
  },
);

/** Says of a figure of a face whether it was put in from a simulated instrument: it is marked so until it is measured. */
export const markSimulated = defineEdit(
  z.strictObject({
    kind: z.literal('mark-simulated'),
    face: idSchema,
    item: z.string().min(1).max(200),
    isSimulated: z.boolean(),
  }),
  (draft, { face: id, item, isSimulated }) => {
    const face = draft.faces.find((each) => each.id === id);
    if (face === undefined) return missing('face', id);
    const others = (face.simulated ?? []).filter((each) => each !== item);
    const marked = isSimulated ? [...others, item] : others;
    if (marked.length === 0) delete face.simulated;
    else face.simulated = marked;
    return null;
  },
);

export const setSetbacks = defineEdit(
  z.strictObject({ kind: z.literal('set-setbacks'), face: idSchema, setbacks: faceSchema.shape.setbacks }),
  (draft, { face: id, setbacks }) => {
    const face = draft.faces.find((each) => each.id === id);
    if (face === undefined) return missing('face', id);
    face.setbacks = setbacks;
    return null;
  },
);

function reshaped(draft: Draft<Plan>, face: OutlineFace, points: readonly PointMm[]): EditFault | null {
  const fault = findOutlineFault(points);
  if (fault !== null) return { code: 'not-allowed', message: outlineFaultTold(fault) };
  const unkept = keepPlateHoles(draft, face, points);
  if (unkept !== null) return unkept;
  reshape(draft, face, points);
  return null;
}

function partOf(part: 'corner' | 'edge', { id }: Pick<Face, 'id'>): Told {
  return told(part === 'corner' ? 'corner of “{face}”' : 'edge of “{face}”', { face: faceName(id) });
}
