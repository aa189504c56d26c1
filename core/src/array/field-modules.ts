import { query } from '../derive/query.ts';
import type { Frame } from '../geometry/frame.ts';
import type { BoxMm } from '../geometry/polygon.ts';
import { siteFromFace } from '../geometry/frame.ts';
import { add, cross, scale, type Vec3 } from '../geometry/vec3.ts';
import type { Model } from '../model/model.ts';
import type { GearType } from '../plan/gear-type.ts';
import { turnedSize, type FieldModule, type ModuleField } from '../plan/module-field.ts';

/** A module of a field with what follows from its type, its turn and the field’s tilt. */
export type PlacedModule = {
  readonly id: string;
  readonly field: string;
  readonly face: string;
  readonly laid: FieldModule;
  readonly type: GearType;
  /** What it covers of the face, seen straight on: of a tilted one less than its size. */
  readonly box: BoxMm;
  /** Its own width and height as it lies, mm. */
  readonly widthMm: number;
  readonly heightMm: number;
  /** From the face to its underside at the low edge. */
  readonly liftMm: number;
  /** From the face to its front at the high edge. */
  readonly reachMm: number;
};

/** What a module of a type and turn covers of the face of a field, mm. */
export function coveredMm(
  type: Pick<GearType, 'widthMm' | 'heightMm'>,
  isTurned: boolean,
  tilt: ModuleField['tilt'],
): { readonly widthMm: number; readonly heightMm: number } {
  const size = turnedSize(type, isTurned);
  if (tilt === null) return size;
  const cos = Math.cos((tilt.deg * Math.PI) / 180);
  return isAcross(tilt)
    ? { widthMm: size.widthMm * cos, heightMm: size.heightMm }
    : { widthMm: size.widthMm, heightMm: size.heightMm * cos };
}

/** Whether the low edge is at a side, so that the tilt takes from the width. */
function isAcross({ low }: NonNullable<ModuleField['tilt']>): boolean {
  return low === 'left' || low === 'right';
}

/** How far the underside of a field’s modules lies off the face at their low edge. */
export function liftOf(field: Pick<ModuleField, 'liftMm'>, type: Pick<GearType, 'standoffMm'>): number {
  return field.liftMm ?? type.standoffMm;
}

export function placeModule(field: ModuleField, laid: FieldModule, type: GearType): PlacedModule {
  const covered = coveredMm(type, laid.isTurned, field.tilt);
  const size = turnedSize(type, laid.isTurned);
  const liftMm = liftOf(field, type);
  const slope = field.tilt === null ? 0 : (field.tilt.deg * Math.PI) / 180;
  const lengthMm = field.tilt !== null && isAcross(field.tilt) ? size.widthMm : size.heightMm;
  return {
    id: laid.id,
    field: field.id,
    face: field.face,
    laid,
    type,
    ...size,
    box: {
      minX: laid.xMm,
      minY: laid.yMm,
      maxX: laid.xMm + covered.widthMm,
      maxY: laid.yMm + covered.heightMm,
    },
    liftMm,
    reachMm: liftMm + lengthMm * Math.sin(slope) + type.depthMm * Math.cos(slope),
  };
}

/** The modules of a field by its id, in the field’s order; none of a field that is gone. */
export const modulesOfField = query((model: Model, id: string): readonly PlacedModule[] => {
  const field = model.moduleFields.get(id);
  if (field === undefined) return [];
  return field.modules.flatMap((laid) => {
    const type = model.gearTypes.get(laid.type ?? field.type);
    return type === undefined ? [] : [placeModule(field, laid, type)];
  });
});

/** All modules that lie on a face, whatever their field. */
export const modulesOnFace = query((model: Model, face: string): readonly PlacedModule[] =>
  model.fieldsOnFace.get(face).flatMap(({ id }) => modulesOfField(model, id)),
);

/** The front of a module in the site: its lower left corner as seen, its two sides and which way it looks. */
export type ModulePlane = {
  readonly origin: Vec3;
  /** Unit vectors. */
  readonly right: Vec3;
  readonly up: Vec3;
  readonly normal: Vec3;
};

export function planeOf(
  { box, liftMm, widthMm, heightMm, type }: PlacedModule,
  tilt: ModuleField['tilt'],
  frame: Frame,
): ModulePlane {
  const out = frame.toViewer;
  const at = (xMm: number, yMm: number, outMm: number) =>
    add(siteFromFace(frame, [xMm, yMm]), scale(out, outMm));
  const angle = tilt === null ? 0 : (tilt.deg * Math.PI) / 180;
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  let { right, up } = frame;
  let lowMm = liftMm;
  switch (tilt?.low) {
    case undefined:
      break;
    case 'bottom':
      up = add(scale(frame.up, cos), scale(out, sin));
      break;
    case 'top':
      up = add(scale(frame.up, cos), scale(out, -sin));
      lowMm = liftMm + heightMm * sin;
      break;
    case 'left':
      right = add(scale(frame.right, cos), scale(out, sin));
      break;
    case 'right':
      right = add(scale(frame.right, cos), scale(out, -sin));
      lowMm = liftMm + widthMm * sin;
      break;
  }
  const normal = cross(right, up);
  return { origin: add(at(box.minX, box.minY, lowMm), scale(normal, type.depthMm)), right, up, normal };
}
