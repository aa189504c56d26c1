import { told, countOf } from '../quantity/told.ts';
import { faceName, passName } from '../plan/names.ts';
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
import { PASSES } from '../check/subjects.ts';
import type { Pass } from '../plan/run.ts';
import { distanceToSegmentMm } from '../geometry/segments.ts';
import { isBelow } from '../quantity/compare.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { practice } from '../reference/source.ts';
import type { PassPlace } from '../site/pass-places.ts';
import { isInside } from '../geometry/polygon.ts';
import type { Member } from '../site/members.ts';
import { setbackZones } from '../site/setback-zones.ts';
import { lengthInput } from '../working/working.ts';
import { findPassSides, type PassSides } from './pass-sides.ts';
import {
  findCoverAt,
  findMemberHit,
  FRAMING_MARGIN_MM,
  holeRadiusMm,
  isPassClear,
  keepOutMm,
  offsetMm,
} from './pass-spot.ts';

const meta: CheckMeta = {
  id: 'seal.framing',
  looksAt: 'Sealed holes against the framing behind the skin, what is on both sides, and the edge',
  severity: 'stop',
  source: practice('No hole through a rib, seam or framing member'),
  parameters: [
    {
      name: 'Skin beside framing',
      value: FRAMING_MARGIN_MM,
      unit: 'mm',
      why: 'Room for the nut and the seal',
    },
  ],
  messages: {
    'on-framing':
      'The hole {pass} is {measured} from the centre of one of the {framing}; it needs {required}.',
    'off-face': 'The hole {pass} is not on {face}.',
    covered: 'The hole {pass} comes out at {cover} on {face}.',
    setback:
      'The hole {pass} is {measured} from edge {edge} of {face}; {required} is kept free there: {why}.',
  },
  fixMessages: { move: 'Move {pass} {distance} to the {side}' },
};

function checkPass(prepared: Prepared, pass: Pass): Found[] {
  const sides = findPassSides(prepared, pass);
  if (sides === null) return [];
  return [
    ...checkFraming(prepared, sides),
    ...[sides.here, sides.there].flatMap((side) => checkSide(prepared, sides, side)),
  ];
}

function checkSide(prepared: Prepared, sides: PassSides, side: PassPlace): Found[] {
  const { pass } = sides;
  const { face, at } = side;
  const parts = {
    subjects: [{ kind: 'pass', id: pass.id } as const],
    at: { face: face.id, xMm: at[0], yMm: at[1] },
  };
  if (!isInside(at, face.outline)) {
    const data = { pass: passName(pass.id), face: faceName(face.id) };
    return [
      findingOf(meta, {
        ...parts,
        data,
        message: 'off-face',
        id: `${meta.id}/off-face/${pass.id}/${face.id}`,
      }),
    ];
  }
  const strips = setbackFindings(sides, side);
  const cover = findCoverAt(prepared, side, 'body');
  if (cover === undefined) return strips;
  const data = { pass: passName(pass.id), face: faceName(face.id), cover };
  return [
    ...strips,
    findingOf(meta, { ...parts, data, message: 'covered', id: `${meta.id}/covered/${pass.id}/${face.id}` }),
  ];
}

/** Strips kept free along the edges of a side that the hole’s edge comes into. */
function setbackFindings(sides: PassSides, { face, at }: PassPlace): Found[] {
  const { pass } = sides;
  const radiusMm = holeRadiusMm(sides);
  return setbackZones(face).flatMap(({ setback, edge }): Found[] => {
    const measuredMm = Math.max(0, distanceToSegmentMm(at, ...edge) - radiusMm);
    if (!isBelow(measuredMm, setback.distanceMm, 'mm')) return [];
    const source = { kind: 'yours', title: setback.why } as const;
    return [
      findingOf(meta, {
        message: 'setback',
        severity: 'fix',
        id: `${meta.id}/setback/${pass.id}/${face.id}/${setback.edge}`,
        data: {
          pass: passName(pass.id),
          face: faceName(face.id),
          edge: countOf(setback.edge + 1),
          why: setback.why,
        },
        subjects: [{ kind: 'pass', id: pass.id }],
        at: { face: face.id, xMm: at[0], yMm: at[1] },
        measured: { value: measuredMm, unit: 'mm' },
        required: { value: setback.distanceMm, unit: 'mm' },
        source,
        working: () => ({
          title: told('{pass} from edge {edge} of {face}', {
            pass: passName(pass.id),
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
function checkFraming(prepared: Prepared, sides: PassSides): Found[] {
  const { pass, here } = sides;
  const hit = findMemberHit(sides);
  if (hit === undefined) return [];
  const radiusMm = holeRadiusMm(sides);
  const requiredMm = keepOutMm(hit, radiusMm);
  return [
    findingOf(meta, {
      message: 'on-framing',
      data: { pass: passName(pass.id), framing: hit.framing },
      subjects: [{ kind: 'pass', id: pass.id }],
      at: { face: here.face.id, xMm: here.at[0], yMm: here.at[1] },
      measured: { value: offsetMm(hit, here.at), unit: 'mm' },
      required: { value: requiredMm, unit: 'mm' },
      working: () => ({
        title: told('Room for {pass} beside the {framing}', {
          pass: passName(pass.id),
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

/** The nearest spots beside the member, across it, that are clear on both faces; outward to a mark a tape shows. */
function findMoves(prepared: Prepared, sides: PassSides, hit: Member): Fix[] {
  const { pass } = sides;
  const stepMm = prepared.plan.codeBasis === 'us' ? mmFromInch(1 / 16) : 1;
  const keepMm = Math.ceil(keepOutMm(hit, holeRadiusMm(sides)) / stepMm) * stepMm;
  return [hit.centreMm - keepMm, hit.centreMm + keepMm]
    .map((centreMm) =>
      hit.axis === 'vertical' ? { xMm: centreMm, yMm: pass.yMm } : { xMm: pass.xMm, yMm: centreMm },
    )
    .filter((spot) => {
      const moved = findPassSides(prepared, { ...pass, ...spot });
      return moved !== null && isPassClear(prepared, moved);
    })
    .map(({ xMm, yMm }) => ({ xMm, yMm, movedMm: Math.hypot(xMm - pass.xMm, yMm - pass.yMm) }))
    .sort((a, b) => a.movedMm - b.movedMm || a.xMm - b.xMm)
    .map(({ xMm, yMm, movedMm }) => ({
      message: 'move',
      data: {
        pass: passName(pass.id),
        distance: { value: movedMm, unit: 'mm' },
        side: sideOf(xMm - pass.xMm, yMm - pass.yMm),
      },
      edits: [{ kind: 'move-pass', pass: pass.id, xMm, yMm }],
    }));
}

function sideOf(dx: number, dy: number): string {
  if (dx !== 0) return dx > 0 ? 'right' : 'left';
  return dy > 0 ? 'top' : 'bottom';
}

export const passFramingCheck: Check = checkOf(meta, lookAt(PASSES, checkPass));
