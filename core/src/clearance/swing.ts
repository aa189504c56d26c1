import { findingOf, type Check, type CheckMeta, type Finding } from '../check/finding.ts';
import { frontMm, middleOf, type Hung, type Prepared } from '../check/prepared.ts';
import { COINCIDENT_MM } from '../plan/outline.ts';
import { WORKING_SPACE } from '../reference/working-space.ts';
import { clipPolygon, type HalfSpace } from '../site/clip.ts';
import type { Vec3 } from '../site/vec3.ts';
import { hindrancesNear, type Hindrance } from './free-room.ts';
import { gearInSpace, polygonsInFrame, wallsOf } from './space.ts';

const meta: CheckMeta = {
  id: 'clearance.swing',
  looksAt: 'Covers of gear, which must open square, and doors of the room, as they swing past gear',
  severity: 'fix',
  source: WORKING_SPACE.width,
  parameters: [
    { name: 'A cover opens', value: WORKING_SPACE.coverOpensDeg, unit: 'deg', why: 'At least, so that a person can work behind it' },
  ],
  messages: {
    cover: 'The cover of {gear} cannot open {angle}: {other} is in its way.',
    door: '{door} strikes {gear} before it is open.',
  },
  fixMessages: {},
}; // prettier-ignore

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
  const inner = leafMm - COINCIDENT_MM;
  return [
    // Before the shut leaf, and behind the open one.
    half([0, 0, -1], -COINCIDENT_MM),
    half(direction(open + Math.PI / 2), -COINCIDENT_MM),
    ...Array.from({ length: ARC_PIECES + 1 }, (_, step) =>
      half(direction((open * step) / ARC_PIECES), inner),
    ),
  ];
}

function isInSweep({ polygons }: Pick<Hindrance, 'polygons'>, spaces: readonly HalfSpace[]): boolean {
  return polygons.some((polygon) => clipPolygon(polygon, spaces).length > 0);
}

/** What is in the way of a piece’s cover as it opens square. */
function coverFindings(prepared: Prepared, item: Hung): Finding[] {
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
      x: isUpDown ? [minX + COINCIDENT_MM, maxX - COINCIDENT_MM] : [-Infinity, Infinity],
      y: isUpDown ? [-Infinity, Infinity] : [minY + COINCIDENT_MM, maxY - COINCIDENT_MM],
      z: [-Infinity, Infinity],
    }),
  ];
  return hindrancesNear(prepared, item, cover.leafMm)
    .filter((each) => isInSweep(each, spaces))
    .map(({ thing }) =>
      findingOf(meta, {
        message: 'cover',
        data: { gear: item.placement.name, other: thing.name, angle: { value: WORKING_SPACE.coverOpensDeg, unit: 'deg' } },
        id: `${meta.id}/cover/${item.id}+${thing.kind}:${thing.face.id}:${thing.id}`,
        subjects: [
          { kind: 'placement', id: item.id },
          thing.kind === 'gear' ? { kind: 'placement', id: thing.id } : { kind: 'face', id: thing.face.id },
        ],
        at: middleOf(item),
      }),
    );
} // prettier-ignore

/** Doors turn at most this far before they meet the wall they hang in. */
const FLAT_DEG = 180;
const QUARTER_DEG = 90;

/** Gear that a door of the room strikes as it opens. */
function doorFindings(prepared: Prepared): Finding[] {
  const findings: Finding[] = [];
  for (const face of prepared.site.faces.values()) {
    const frame = prepared.site.frames.get(face.id);
    if (frame === undefined) continue;
    for (const { obstacle } of face.inTheWay) {
      const { opens, shape } = obstacle;
      if (opens?.kind !== 'swing' || shape.kind !== 'box') continue;
      const isUpDown = opens.hinge === 'top' || opens.hinge === 'bottom';
      const [left, low] = [shape.xMm, shape.yMm];
      const [right, high] = [left + shape.widthMm, low + shape.heightMm];
      const hinge = { left, right, top: high, bottom: low }[opens.hinge];
      const sign = opens.hinge === 'left' || opens.hinge === 'bottom' ? 1 : -1;
      const leafMm = isUpDown ? shape.heightMm : shape.widthMm;
      const along = wallsOf({
        x: isUpDown ? [left, right] : [-Infinity, Infinity],
        y: isUpDown ? [-Infinity, Infinity] : [low, high],
        z: [-Infinity, Infinity],
      });
      const throughDeg = Math.min(FLAT_DEG, opens.throughDeg);
      const quarters = [
        sweep(isUpDown ? 1 : 0, [hinge, 0], sign, leafMm, Math.min(QUARTER_DEG, throughDeg)),
        // The second quarter is the first one’s mirror image at the hinge, as far as the door goes.
        ...(throughDeg > QUARTER_DEG
          ? [secondQuarter(isUpDown ? 1 : 0, hinge, sign, leafMm, throughDeg)]
          : []),
      ];
      for (const item of prepared.hung.values()) {
        const thing = gearInSpace(prepared, item);
        if (thing === null) continue;
        const polygons = polygonsInFrame(frame, thing);
        if (!quarters.some((quarter) => isInSweep({ polygons }, [...quarter, ...along]))) continue;
        findings.push(
          findingOf(meta, {
            message: 'door',
            data: { door: obstacle.name, gear: item.placement.name },
            id: `${meta.id}/door/${item.id}+${face.id}:${obstacle.id}`,
            subjects: [
              { kind: 'placement', id: item.id },
              { kind: 'face', id: face.id },
            ],
            at: middleOf(item),
          }),
        );
      }
    }
  }
  return findings;
}

/** From square to the face on to as far as a door goes: a sector on the far side of the hinge. */
function secondQuarter(across: 0 | 1, hinge: number, sign: 1 | -1, leafMm: number, throughDeg: number): HalfSpace[] {
  const other = sign === 1 ? -1 : 1;
  const whole = sweep(across, [hinge, 0], other, leafMm, QUARTER_DEG);
  // The open leaf, measured on the far side from flat on the face, is where the sector ends.
  const left = ((FLAT_DEG - throughDeg) * Math.PI) / 180;
  const end = [Math.cos(left) * other, Math.sin(left)] as const;
  const normal: Vec3 = across === 0 ? [end[1] * other, 0, -end[0] * other] : [0, end[1] * other, -end[0] * other];
  return [...whole, { normal, offset: normal[across] * hinge - COINCIDENT_MM }];
} // prettier-ignore

function check(prepared: Prepared): Finding[] {
  return [
    ...[...prepared.hung.values()].flatMap((item) => coverFindings(prepared, item)),
    ...doorFindings(prepared),
  ];
}

export const swingCheck: Check = { meta, check };
