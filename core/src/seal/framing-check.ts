import { told, countOf } from '../quantity/told.ts';
import { faceName, penetrationName } from '../plan/names.ts';
import {
  checkOf,
  findingOf,
  lookAt,
  type Check,
  type CheckMeta,
  type Found,
  type Fix,
} from '../check/finding.ts';
import type { Prepared } from '../check/prepared.ts';
import { PENETRATIONS } from '../check/subjects.ts';
import type { Penetration } from '../plan/penetration.ts';
import { distanceToSegmentMm } from '../geometry/segments.ts';
import { isBelow } from '../quantity/compare.ts';
import { markMmOfTrade } from '../quantity/trade-size.ts';
import { practice } from '../reference/source.ts';
import type { PenetrationPlace } from '../site/penetration-places.ts';
import { isInside } from '../geometry/polygon.ts';
import type { Member } from '../site/members.ts';
import { setbackZones } from '../site/setback-zones.ts';
import { lengthInput } from '../working/working.ts';
import { penetrationSpots } from './spots.ts';
import { findPenetrationSides, type PenetrationSides } from './penetration-sides.ts';
import {
  findCoverAt,
  findMemberHit,
  findRibUnderBase,
  FRAMING_MARGIN_MM,
  hasSkinRound,
  holeRadiusMm,
  isPenetrationClear,
  keepOutMm,
  nearestEdge,
  offsetMm,
} from './penetration-spot.ts';

const meta: CheckMeta = {
  id: 'seal.framing',
  looksAt: 'Sealed holes against the framing behind the skin, what is on both sides, and the edge',
  severity: 'stop',
  source: practice('No hole through a rib, seam or framing member'),
  parameters: [
    {
      name: 'Skin beside framing and edges',
      value: FRAMING_MARGIN_MM,
      unit: 'mm',
      why: 'Room for the nut and the seal',
    },
  ],
  messages: {
    'on-framing': '{penetration} is {measured} from the centre of one of the {framing}; it needs {required}.',
    'off-face': '{penetration} is not on {face}.',
    'base-on-rib':
      'The base of {penetration} lies on one of the {framing}: it does not lie flat, and leaks. Move it clear, or use a smaller base.',
    covered: '{penetration} comes out at {cover} on {face}.',
    'at-edge':
      '{penetration} leaves {measured} of skin to edge {edge} of {face}; a nut and a seal need {required}.',
    setback: '{penetration} is {measured} from edge {edge} of {face}; {required} is kept free there: {why}.',
  },
  fixMessages: {
    'to-spot': 'Move {penetration} to {right} right, {up} up',
    move: 'Move {penetration} {distance} to the {side}',
  },
};

function checkPenetration(prepared: Prepared, penetration: Penetration): Found[] {
  const sides = findPenetrationSides(prepared, penetration);
  if (sides === null) return [];
  return [
    ...checkFraming(prepared, sides),
    ...checkBase(prepared, sides),
    ...[sides.here, sides.there].flatMap((side) => checkSide(prepared, sides, side)),
  ];
}

function checkSide(prepared: Prepared, sides: PenetrationSides, side: PenetrationPlace): Found[] {
  const { penetration } = sides;
  const { face, at } = side;
  const parts = {
    subjects: [{ kind: 'penetration', id: penetration.id } as const],
    at: { face: face.id, xMm: at[0], yMm: at[1] },
  };
  if (!isInside(at, face.outline)) {
    const data = { penetration: penetrationName(penetration.id), face: faceName(face.id) };
    return [
      findingOf(meta, {
        ...parts,
        data,
        message: 'off-face',
        id: `${meta.id}/off-face/${penetration.id}/${face.id}`,
      }),
    ];
  }
  const strips = [...edgeFindings(prepared, sides, side), ...setbackFindings(sides, side)];
  const cover = findCoverAt(prepared, sides, side, 'body');
  if (cover === undefined) return strips;
  const data = { penetration: penetrationName(penetration.id), face: faceName(face.id), cover };
  return [
    ...strips,
    findingOf(meta, {
      ...parts,
      data,
      message: 'covered',
      id: `${meta.id}/covered/${penetration.id}/${face.id}`,
    }),
  ];
}

/** A rim that leaves too little of the skin to an edge of its face, however small its hole. */
function edgeFindings(prepared: Prepared, sides: PenetrationSides, side: PenetrationPlace): Found[] {
  if (hasSkinRound(sides, side)) return [];
  const { penetration } = sides;
  const { face, at } = side;
  const { edge, leftMm } = nearestEdge(sides, side);
  const data = {
    penetration: penetrationName(penetration.id),
    edge: countOf(edge + 1),
    face: faceName(face.id),
  };
  return [
    findingOf(meta, {
      message: 'at-edge',
      severity: 'fix',
      id: `${meta.id}/at-edge/${penetration.id}/${face.id}`,
      data,
      subjects: [{ kind: 'penetration', id: penetration.id }],
      at: { face: face.id, xMm: at[0], yMm: at[1] },
      measured: { value: leftMm, unit: 'mm' },
      required: { value: FRAMING_MARGIN_MM, unit: 'mm' },
      working: () => ({
        title: told('{penetration} from edge {edge} of {face}', data),
        formula: 'left = centre to edge − hole ÷ 2',
        inputs: [
          lengthInput('hole', 'Its diameter as sawn', 2 * holeRadiusMm(sides)),
          lengthInput('least', 'Skin that a nut and a seal need', FRAMING_MARGIN_MM),
        ],
        result: { name: 'Left', value: { value: leftMm, unit: 'mm' } },
        source: meta.source,
        notes: [],
      }),
      fixes: () => spotFixes(prepared, sides),
    }),
  ];
}

/** Strips kept free along the edges of a side that the hole’s edge comes into. */
function setbackFindings(sides: PenetrationSides, { face, at }: PenetrationPlace): Found[] {
  const { penetration } = sides;
  const radiusMm = holeRadiusMm(sides);
  return setbackZones(face).flatMap(({ setback, edge }): Found[] => {
    const measuredMm = Math.max(0, distanceToSegmentMm(at, ...edge) - radiusMm);
    if (!isBelow(measuredMm, setback.distanceMm, 'mm')) return [];
    const source = { kind: 'yours', title: setback.why } as const;
    return [
      findingOf(meta, {
        message: 'setback',
        severity: 'fix',
        id: `${meta.id}/setback/${penetration.id}/${face.id}/${setback.edge}`,
        data: {
          penetration: penetrationName(penetration.id),
          face: faceName(face.id),
          edge: countOf(setback.edge + 1),
          why: setback.why,
        },
        subjects: [{ kind: 'penetration', id: penetration.id }],
        at: { face: face.id, xMm: at[0], yMm: at[1] },
        measured: { value: measuredMm, unit: 'mm' },
        required: { value: setback.distanceMm, unit: 'mm' },
        source,
        working: () => ({
          title: told('{penetration} from edge {edge} of {face}', {
            penetration: penetrationName(penetration.id),
            edge: countOf(setback.edge + 1),
            face: faceName(face.id),
          }),
          formula: 'free = centre to edge − hole ÷ 2',
          inputs: [
            lengthInput('hole', 'Its diameter as sawn', 2 * radiusMm),
            lengthInput('kept', 'Kept free along the edge', setback.distanceMm),
          ],
          result: { name: 'Free', value: { value: measuredMm, unit: 'mm' } },
          source,
          notes: [],
        }),
      }),
    ];
  });
}

/** Framing is checked on the side the hole was measured on; the other side’s is the same, mirrored. */
function checkFraming(prepared: Prepared, sides: PenetrationSides): Found[] {
  const { penetration, here } = sides;
  const hit = findMemberHit(sides);
  if (hit === undefined) return [];
  const radiusMm = holeRadiusMm(sides);
  const requiredMm = keepOutMm(hit, radiusMm);
  return [
    findingOf(meta, {
      message: 'on-framing',
      data: { penetration: penetrationName(penetration.id), framing: hit.framing },
      subjects: [{ kind: 'penetration', id: penetration.id }],
      at: { face: here.face.id, xMm: here.at[0], yMm: here.at[1] },
      measured: { value: offsetMm(hit, here.at), unit: 'mm' },
      required: { value: requiredMm, unit: 'mm' },
      working: () => ({
        title: told('Room for {penetration} beside the {framing}', {
          penetration: penetrationName(penetration.id),
          framing: hit.framing,
        }),
        formula: 'required = member ÷ 2 + off + hole ÷ 2 + margin',
        inputs: [
          lengthInput('member', told('Width of the {framing}', { framing: hit.framing }), hit.widthMm),
          lengthInput(
            'off',
            told('How far the {framing} may stand off', { framing: hit.framing }),
            hit.toleranceMm,
          ),
          lengthInput('hole', 'Hole diameter as sawn', radiusMm * 2),
          lengthInput('margin', 'Skin left beside the framing', FRAMING_MARGIN_MM),
        ],
        result: { name: 'Required, centre to centre', value: { value: requiredMm, unit: 'mm' } },
        source: meta.source,
        notes: hit.isFound
          ? ['The member stands where it was found.']
          : ['Find the real member before drilling: a drawing’s spacing is not a measurement.'],
      }),
      fixes: () => findMoves(prepared, sides, hit),
    }),
  ];
}

/** A base on a rib or a seam, where its hole is beside it. */
function checkBase(prepared: Prepared, sides: PenetrationSides): Found[] {
  const { penetration, here } = sides;
  const rib = findMemberHit(sides) === undefined ? findRibUnderBase(sides) : undefined;
  if (rib === undefined) return [];
  return [
    findingOf(meta, {
      message: 'base-on-rib',
      severity: 'fix',
      data: { penetration: penetrationName(penetration.id), framing: rib.framing },
      subjects: [{ kind: 'penetration', id: penetration.id }],
      at: { face: here.face.id, xMm: here.at[0], yMm: here.at[1] },
      fixes: () => spotFixes(prepared, sides),
    }),
  ];
}

/** The best spots that are clear of everything, as far as its own place is not. */
function spotFixes(prepared: Prepared, { penetration }: PenetrationSides): Fix[] {
  return penetrationSpots(prepared, penetration)
    .slice(0, 2)
    .map(({ xMm, yMm }) => ({
      message: 'to-spot',
      data: {
        penetration: penetrationName(penetration.id),
        right: { value: xMm, unit: 'mm' },
        up: { value: yMm, unit: 'mm' },
      },
      edits: [{ kind: 'move-penetration', penetration: penetration.id, xMm, yMm }],
    }));
}

/** The nearest spots beside the member, across it, that are clear on both faces; outward to a mark a tape shows. */
function findMoves(prepared: Prepared, sides: PenetrationSides, hit: Member): Fix[] {
  const { penetration } = sides;
  const stepMm = markMmOfTrade(prepared.plan.codeBasis);
  const keepMm = Math.ceil(keepOutMm(hit, holeRadiusMm(sides)) / stepMm) * stepMm;
  return [hit.centreMm - keepMm, hit.centreMm + keepMm]
    .map((centreMm) =>
      hit.axis === 'vertical'
        ? { xMm: centreMm, yMm: penetration.yMm }
        : { xMm: penetration.xMm, yMm: centreMm },
    )
    .filter((spot) => {
      const moved = findPenetrationSides(prepared, { ...penetration, ...spot });
      return moved !== null && isPenetrationClear(prepared, moved);
    })
    .map(({ xMm, yMm }) => ({ xMm, yMm, movedMm: Math.hypot(xMm - penetration.xMm, yMm - penetration.yMm) }))
    .sort((a, b) => a.movedMm - b.movedMm || a.xMm - b.xMm)
    .map(({ xMm, yMm, movedMm }) => ({
      message: 'move',
      data: {
        penetration: penetrationName(penetration.id),
        distance: { value: movedMm, unit: 'mm' },
        side: sideOf(xMm - penetration.xMm, yMm - penetration.yMm),
      },
      edits: [{ kind: 'move-penetration', penetration: penetration.id, xMm, yMm }],
    }));
}

function sideOf(dx: number, dy: number): string {
  if (dx !== 0) return dx > 0 ? 'right' : 'left';
  return dy > 0 ? 'top' : 'bottom';
}

export const penetrationFramingCheck: Check = checkOf(meta, lookAt(PENETRATIONS, checkPenetration));
