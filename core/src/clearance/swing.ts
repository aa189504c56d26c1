import { gearName, obstacleName } from '../plan/names.ts';
import { told, andMore } from '../quantity/told.ts';
import { checkOf, findingOf, lookAt, type Check, type CheckMeta, type Found } from '../check/finding.ts';
import { frontMm, middleOf, type Hung, type Prepared } from '../check/prepared.ts';
import { GEAR } from '../check/subjects.ts';
import { TOUCH_MM } from '../quantity/compare.ts';
import { practice } from '../reference/source.ts';
import { WORKING_SPACE } from '../reference/working-space.ts';
import { clipPolygon, type HalfSpace } from '../geometry/clip.ts';
import type { Frame } from '../geometry/frame.ts';
import { aroundBox, boxOnFace } from '../geometry/oriented-box.ts';
import { obstacleBounds } from '../site/obstacle-zone.ts';
import type { Vec3 } from '../geometry/vec3.ts';
import { isSameList } from '../derive/entities.ts';
import type { Model } from '../model/model.ts';
import { fact, query } from '../derive/query.ts';
import type { Obstacle } from '../plan/obstacle.ts';
import { lengthInput, type Working } from '../working/working.ts';
import { hindrancesIn, roomAround, type Hindrance } from './free-room.ts';
import {
  DEEPEST_GEAR_MM,
  extentOf,
  facesIn,
  gearInSpace,
  isApart,
  polygonsInFrame,
  reaches,
  wallsOf,
  type Thing,
} from './space.ts';

const meta: CheckMeta = {
  id: 'clearance.swing',
  looksAt: 'Covers of gear, which must open square, and doors of the room, as they swing past gear',
  severity: 'fix',
  source: WORKING_SPACE.width,
  parameters: [
    {
      name: 'A cover opens',
      value: WORKING_SPACE.coverOpensDeg,
      unit: 'deg',
      why: 'At least, so that a person can work behind it',
    },
  ],
  messages: {
    cover: 'The cover of {gear} cannot open {angle}: in its way is {other}.',
    door: '{door} strikes {gear} before it is open.',
  },
  fixMessages: {},
};

/** Flat pieces the round edge of a sweep is taken as: 0.02 % of the leaf outside it at most. */
const ARC_PIECES = 48;

/**
 * The space a leaf sweeps through a quarter turn or less, as half-spaces in the frame of its face. The leaf turns about
 * an axis at (hinge, out) in the plane of `across` and z; `sign` says which way along `across` it lies when shut.
 */
function sweep(
  across: 0 | 1,
  hinge: readonly [number, number],
  sign: 1 | -1,
  leafMm: number,
  throughDeg: number,
): HalfSpace[] {
  const direction = (angle: number): Vec3 => {
    const along = Math.cos(angle) * sign;
    return across === 0 ? [along, 0, Math.sin(angle)] : [0, along, Math.sin(angle)];
  };
  const at: Vec3 = across === 0 ? [hinge[0], 0, hinge[1]] : [0, hinge[0], hinge[1]];
  const half = (normal: Vec3, beyondMm: number): HalfSpace => ({
    normal,
    offset: normal[0] * at[0] + normal[1] * at[1] + normal[2] * at[2] + beyondMm,
  });
  const open = (throughDeg * Math.PI) / 180;
  const inner = leafMm - TOUCH_MM;
  return [
    // Before the shut leaf, and behind the open one.
    half([0, 0, -1], -TOUCH_MM),
    half(direction(open + Math.PI / 2), -TOUCH_MM),
    ...Array.from({ length: ARC_PIECES + 1 }, (_, step) =>
      half(direction((open * step) / ARC_PIECES), inner),
    ),
  ];
}

function isInSweep({ polygons }: Pick<Hindrance, 'polygons'>, spaces: readonly HalfSpace[]): boolean {
  return polygons.some((polygon) => clipPolygon(polygon, spaces).length > 0);
}

/** What is in the way of a piece’s cover as it opens square. */
function coverFindings(prepared: Prepared, item: Hung): Found[] {
  const { cover } = item.type;
  if (cover === null) return [];
  const { minX, maxX, minY, maxY } = item.body;
  const front = frontMm(item);
  const isUpDown = cover.hinge === 'top' || cover.hinge === 'bottom';
  const hinge = { left: minX, right: maxX, top: maxY, bottom: minY }[cover.hinge];
  const sign = cover.hinge === 'left' || cover.hinge === 'bottom' ? 1 : -1;
  const spaces = [
    ...sweep(isUpDown ? 1 : 0, [hinge, front], sign, cover.leafMm, WORKING_SPACE.coverOpensDeg),
    ...wallsOf({
      x: isUpDown ? [minX + TOUCH_MM, maxX - TOUCH_MM] : [-Infinity, Infinity],
      y: isUpDown ? [-Infinity, Infinity] : [minY + TOUCH_MM, maxY - TOUCH_MM],
      z: [-Infinity, Infinity],
    }),
  ];
  const inTheWay = hindrancesIn(prepared, item, roomAround(item, cover.leafMm)).filter((each) =>
    isInSweep(each, spaces),
  );
  const [first, ...others] = inTheWay.map(({ thing }) => thing);
  if (first === undefined) return [];
  return [
    findingOf(meta, {
      message: 'cover',
      data: {
        gear: gearName(item.id),
        other: andMore(first.name, others.length),
        angle: { value: WORKING_SPACE.coverOpensDeg, unit: 'deg' },
      },
      working: () => ({
        title: told('Swing of the cover of {gear}', { gear: gearName(item.id) }),
        formula: 'the leaf turns about its hinge; nothing may lie within its sweep',
        inputs: [
          lengthInput('hinge', told('Its hinge ({side}), from the datum', { side: cover.hinge }), hinge),
          lengthInput('out', 'Front of the gear out from the face', front),
          lengthInput('leaf', 'From the hinge to its free edge', cover.leafMm),
        ],
        result: {
          name: 'It must open',
          value: { value: WORKING_SPACE.coverOpensDeg, unit: 'deg' },
        },
        source: meta.source,
        notes: inTheWay.map(({ thing }) => told('In its sweep: {thing}.', { thing: thing.name })),
      }),
      id: `${meta.id}/cover/${item.id}`,
      subjects: [
        { kind: 'placement', id: item.id },
        first.kind === 'gear' ? { kind: 'placement', id: first.id } : { kind: 'face', id: first.face.id },
      ],
      at: middleOf(item),
    }),
  ];
}

/** Doors turn at most this far before they meet the wall they hang in. */
const FLAT_DEG = 180;
const QUARTER_DEG = 90;

/** A door of the room as it swings, in the frame of its face. */
type DoorSwing = {
  readonly face: string;
  readonly frame: Frame;
  readonly obstacle: Obstacle;
  readonly quarters: readonly (readonly HalfSpace[])[];
  /** The upright box of the site that all of its swing lies in. */
  readonly min: Vec3;
  readonly max: Vec3;
};
/** The doors of a face that swing. */
const doorsOf = query((model: Model, id: string): readonly DoorSwing[] => {
  const face = model.site.faces.get(id);
  const frame = model.site.frames.get(id);
  if (face === undefined || frame === undefined) return [];
  return face.inTheWay.flatMap(({ obstacle }) => {
    const quarters = quartersOf(obstacle);
    if (quarters.length === 0) return [];
    const { minX, minY, maxX, maxY } = obstacleBounds(obstacle);
    // Wherever it turns to, its leaf stays within its own size of where it hangs.
    const reachMm = Math.max(maxX - minX, maxY - minY);
    const around = { minX: minX - reachMm, minY: minY - reachMm, maxX: maxX + reachMm, maxY: maxY + reachMm };
    return [{ face: id, frame, obstacle, quarters, ...aroundBox(boxOnFace(frame, around, 0, reachMm)) }];
  });
}, isSameDoors);

function isSameDoors(a: readonly DoorSwing[], b: readonly DoorSwing[]): boolean {
  const parts = (doors: readonly DoorSwing[]) => doors.flatMap(({ frame, obstacle }) => [frame, obstacle]);
  return isSameList(parts(a), parts(b));
}

const WIDEST = 'widest';
/** How far the widest door of the site swings. */
const widestDoorMm = fact(
  (model: Model): ReadonlyMap<string, number> => {
    const leaves = model.faces.list.flatMap(({ obstacles }) =>
      obstacles.map(({ opens, shape }) =>
        opens?.kind === 'swing' && shape.kind === 'box' ? Math.max(shape.widthMm, shape.heightMm) : 0,
      ),
    );
    return new Map([[WIDEST, leaves.reduce((most, leaf) => Math.max(most, leaf), 0)]]);
  },
  (model) => model.faces.list.map(({ obstacles }) => obstacles),
);

/** The doors whose swing may reach gear on a face. */
const doorsNear = query((model: Model, faceId: string): readonly DoorSwing[] => {
  const extent = extentOf(model, faceId);
  if (extent === undefined) return [];
  return facesIn(model, extent, DEEPEST_GEAR_MM + 2 * (widestDoorMm.of(model, WIDEST) ?? 0))
    .flatMap((id) => doorsOf(model, id))
    .filter((door) => !isApart(door, extent, DEEPEST_GEAR_MM));
}, isSameList);

/** The doors that may strike a piece; where it stands far off its own face, any. */
function doorsAt(model: Model, item: Hung, thing: Thing): readonly DoorSwing[] {
  const extent = extentOf(model, item.face.id);
  const isOff = extent === undefined || reaches(thing, extent) > DEEPEST_GEAR_MM;
  return isOff ? model.faces.ids.flatMap((id) => doorsOf(model, id)) : doorsNear(model, item.face.id);
}

function quartersOf({ opens, shape }: Obstacle): HalfSpace[][] {
  if (opens?.kind !== 'swing' || shape.kind !== 'box') return [];
  const across = opens.hinge === 'top' || opens.hinge === 'bottom' ? 1 : 0;
  const [left, low] = [shape.xMm, shape.yMm];
  const [right, high] = [left + shape.widthMm, low + shape.heightMm];
  const hinge = { left, right, top: high, bottom: low }[opens.hinge];
  const sign = opens.hinge === 'left' || opens.hinge === 'bottom' ? 1 : -1;
  const leafMm = across === 1 ? shape.heightMm : shape.widthMm;
  const along = wallsOf({
    x: across === 1 ? [left, right] : [-Infinity, Infinity],
    y: across === 1 ? [-Infinity, Infinity] : [low, high],
    z: [-Infinity, Infinity],
  });
  const throughDeg = Math.min(FLAT_DEG, opens.throughDeg);
  const first = sweep(across, [hinge, 0], sign, leafMm, Math.min(QUARTER_DEG, throughDeg));
  const second = throughDeg > QUARTER_DEG ? [secondQuarter(across, hinge, sign, leafMm, throughDeg)] : [];
  return [first, ...second].map((quarter) => [...quarter, ...along]);
}

/** Doors of the room that strike a piece as they open. */
function doorFindings(prepared: Prepared, item: Hung): Found[] {
  const thing = gearInSpace(prepared, item);
  if (thing === null) return [];
  return doorsAt(prepared, item, thing)
    .filter((door) => !isApart(door, thing, 0))
    .filter(({ frame, quarters }) => {
      const polygons = polygonsInFrame(frame, thing);
      return quarters.some((quarter) => isInSweep({ polygons }, quarter));
    })
    .map(({ face, obstacle }) =>
      findingOf(meta, {
        message: 'door',
        data: { door: obstacleName(face, obstacle.id), gear: gearName(item.id) },
        working: () => doorWorking(item, face, obstacle),
        id: `${meta.id}/door/${item.id}+${face}:${obstacle.id}`,
        subjects: [
          { kind: 'placement', id: item.id },
          { kind: 'face', id: face },
        ],
        at: middleOf(item),
      }),
    );
}

function doorWorking(item: Hung, face: string, { id, opens, shape }: Obstacle): Working | null {
  if (opens?.kind !== 'swing' || shape.kind !== 'box') return null;
  const isUpDown = opens.hinge === 'top' || opens.hinge === 'bottom';
  return {
    title: told('Swing of {door} past {gear}', { door: obstacleName(face, id), gear: gearName(item.id) }),
    formula: 'the leaf turns about its hinge; the body of the gear may not lie within its sweep',
    inputs: [
      lengthInput('leaf', 'From the hinge to its free edge', isUpDown ? shape.heightMm : shape.widthMm),
      lengthInput('front', 'Front of the gear out from its face', frontMm(item)),
    ],
    result: { name: 'It opens', value: { value: opens.throughDeg, unit: 'deg' } },
    source: practice('A door that strikes gear damages both, and cannot be opened in need'),
    notes: [told('Hinged {side}.', { side: opens.hinge })],
  };
}

/** From square to the face on to as far as a door goes: a sector on the far side of the hinge. */
function secondQuarter(
  across: 0 | 1,
  hinge: number,
  sign: 1 | -1,
  leafMm: number,
  throughDeg: number,
): HalfSpace[] {
  const other = sign === 1 ? -1 : 1;
  const whole = sweep(across, [hinge, 0], other, leafMm, QUARTER_DEG);
  // The open leaf, measured on the far side from flat on the face, is where the sector ends.
  const left = ((FLAT_DEG - throughDeg) * Math.PI) / 180;
  const end = [Math.cos(left) * other, Math.sin(left)] as const;
  const normal: Vec3 =
    across === 0 ? [end[1] * other, 0, -end[0] * other] : [0, end[1] * other, -end[0] * other];
  return [...whole, { normal, offset: normal[across] * hinge - TOUCH_MM }];
}

function checkItem(prepared: Prepared, item: Hung): Found[] {
  return [...coverFindings(prepared, item), ...doorFindings(prepared, item)];
}

export const swingCheck: Check = checkOf(meta, lookAt(GEAR, checkItem));
