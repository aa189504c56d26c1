import { mirrored } from '../site/site.ts';
import { told } from '../quantity/told.ts';
import type { Hung, Prepared } from '../check/prepared.ts';
import { knockoutOnFace } from '../gear/body.ts';
import type { PlanEdit } from '../plan/edits/apply-edit.ts';
import type { Knockout } from '../plan/gear-type.ts';
import type { Join } from '../plan/placement.ts';
import type { PointMm } from '../plan/values.ts';
import { isAbove, isBelow } from '../quantity/compare.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { MACHINE_SCREW_LENGTHS_MM, MACHINE_SCREWS, type MachineScrew } from '../reference/fasteners.ts';
import type { ConduitSize } from '../reference/conductor-sizes.ts';
import { practice } from '../reference/source.ts';
import { doBoxesOverlap, gapAcrossMm, gapUpMm, type BoxMm } from '../geometry/polygon.ts';
import { lengthInput, type Working } from '../working/working.ts';
import { fittingFor, isFittingSize, LONGEST_NIPPLE_MM } from './nipple.ts';

/** How two enclosures stand to each other. */
export type JoinKind = 'side-by-side' | 'back-to-back';

/** Two knockouts across from each other: how far they miss, and what joins them. */
export type Meeting = {
  readonly mine: Knockout;
  readonly theirs: Knockout;
  /** Theirs as seen from mine: along the wall or up it, and out from it. */
  readonly offUpMm: number;
  readonly offOutMm: number;
  readonly isMet: boolean;
  /** Bushing or chase nipple through touching walls, a nipple with two connectors over a gap, else none. */
  readonly fitting: 'chase-nipple' | 'nipple' | 'too-near' | 'none';
};

/** Where one hole serves the backs of two enclosures, in the frame of the first one’s face. */
export type ThroughHole = {
  readonly within: BoxMm;
  readonly widthMm: number;
  readonly heightMm: number;
  /** Its middle; `otherXMm` is the same as read on the other side of the wall. */
  readonly xMm: number;
  readonly otherXMm: number;
  readonly yMm: number;
};

export type Adjoining = {
  readonly kind: JoinKind;
  readonly a: Hung;
  readonly b: Hung;
  /** Between the two walls. */
  readonly gapMm: number;
  /** Back to back: where one hole through the wall lies behind both; null side by side. */
  readonly through: ThroughHole | null;
  /** Nearest to meeting first. */
  readonly meetings: readonly Meeting[];
};

/** Holes that miss by less are brought together by the play of their fittings (practice). */
export const MEET_MM = 1.5;
/** Walls nearer than this touch: a chase nipple holds both. */
const WALLS_TOUCH_MM = 3;

/**
 * How two enclosures can be joined: beside each other on one face, or back to back through it. Null where they stand
 * neither way, or further apart than a nipple reaches.
 */
export function adjoiningOf(a: Hung, b: Hung): Adjoining | null {
  return sideBySide(a, b) ?? backToBack(a, b);
}

/**
 * Moves the first along the wall so that its nearest knockout meets. Null where one meets already, where none faces
 * another, or where they lie at different depths, which no move along the wall brings together.
 */
export function meetEdit({ a, meetings }: Adjoining): PlanEdit | null {
  const [nearest] = meetings;
  if (nearest === undefined || nearest.isMet || isAbove(Math.abs(nearest.offOutMm), MEET_MM, 'mm'))
    return null;
  const { xMm, yMm } = a.placement;
  return { kind: 'move-placement', placement: a.id, xMm, yMm: yMm + nearest.offUpMm };
}

function sideBySide(a: Hung, b: Hung): Adjoining | null {
  if (a.face.id !== b.face.id) return null;
  const isRight = b.body.minX + b.body.maxX >= a.body.minX + a.body.maxX;
  const gapMm = gapAcrossMm(a.body, b.body);
  const doFace = gapUpMm(a.body, b.body) < 0;
  if (!doFace || gapMm < 0 || isAbove(gapMm, LONGEST_NIPPLE_MM, 'mm')) return null;
  const mine = a.type.knockouts.filter(({ edge }) => edge === (isRight ? 'right' : 'left'));
  const theirs = b.type.knockouts.filter(({ edge }) => edge === (isRight ? 'left' : 'right'));
  const place = ({ body, type }: Hung, { alongMm, fromBackMm }: Knockout) =>
    [body.minY + alongMm, type.standoffMm + fromBackMm] as const;
  return {
    kind: 'side-by-side',
    a,
    b,
    gapMm,
    through: null,
    meetings: meetingsOf(
      mine,
      theirs,
      gapMm,
      (knockout) => place(a, knockout),
      (knockout) => place(b, knockout),
    ),
  };
}

/** Through the wall the knockouts are not in the types: what meets is where both backs lie over each other. */
function backToBack(a: Hung, b: Hung): Adjoining | null {
  if (a.face.otherSide !== b.face.id) return null;
  const mirror = a.face.mirrorSumMm;
  const across = { ...b.body, minX: mirror - b.body.maxX, maxX: mirror - b.body.minX };
  const doFace = doBoxesOverlap(a.body, across);
  const gapMm = a.face.thicknessMm + a.type.standoffMm + b.type.standoffMm;
  if (!doFace || isAbove(gapMm, LONGEST_NIPPLE_MM, 'mm')) return null;
  const within = {
    minX: Math.max(a.body.minX, across.minX),
    maxX: Math.min(a.body.maxX, across.maxX),
    minY: Math.max(a.body.minY, b.body.minY),
    maxY: Math.min(a.body.maxY, b.body.maxY),
  };
  const xMm = (within.minX + within.maxX) / 2;
  const through = {
    within,
    widthMm: within.maxX - within.minX,
    heightMm: within.maxY - within.minY,
    xMm,
    otherXMm: mirror - xMm,
    yMm: (within.minY + within.maxY) / 2,
  };
  return { kind: 'back-to-back', a, b, gapMm, through, meetings: [] };
}

function meetingsOf(
  mine: readonly Knockout[],
  theirs: readonly Knockout[],
  gapMm: number,
  placeOfMine: (knockout: Knockout) => readonly [number, number],
  placeOfTheirs: (knockout: Knockout) => readonly [number, number],
): Meeting[] {
  return mine
    .flatMap((own) =>
      theirs
        .filter(({ tradeSize }) => tradeSize === own.tradeSize)
        .map((other): Meeting => {
          const [up, out] = placeOfMine(own);
          const [otherUp, otherOut] = placeOfTheirs(other);
          const [offUpMm, offOutMm] = [otherUp - up, otherOut - out];
          const isMet = !isAbove(Math.hypot(offUpMm, offOutMm), MEET_MM, 'mm');
          return {
            mine: own,
            theirs: other,
            offUpMm,
            offOutMm,
            isMet,
            fitting: fittingOf(own, gapMm, isMet),
          };
        }),
    )
    .sort(
      (a, b) =>
        Math.hypot(a.offUpMm, a.offOutMm) - Math.hypot(b.offUpMm, b.offOutMm) ||
        (a.mine.id < b.mine.id ? -1 : 1),
    );
}

function fittingOf({ tradeSize }: Knockout, gapMm: number, isMet: boolean): Meeting['fitting'] {
  if (!isMet) return 'none';
  if (!isAbove(gapMm, WALLS_TOUCH_MM, 'mm')) return 'chase-nipple';
  if (!isFittingSize(tradeSize)) return 'nipple';
  return isBelow(gapMm, 2 * fittingFor(tradeSize).lengthMm, 'mm') ? 'too-near' : 'nipple';
}

/** Over more than this, bushings and spacers included, two walls are joined by a nipple and no screws (practice). */
const SCREWED_MM = mmFromInch(2);

/** Whether screws may join the two walls: through the wall behind both, or over no more than bushings and spacers. */
export function canBeScrewed({ kind, gapMm }: Pick<Adjoining, 'kind' | 'gapMm'>): boolean {
  return kind === 'back-to-back' || !isAbove(gapMm, SCREWED_MM, 'mm');
}

/** What a screw through both walls goes through, from its head on, mm. */
export type ScrewStack = {
  readonly firstSheetMm: number;
  /** Bushings, spacers or the wall between. */
  readonly betweenMm: number;
  readonly secondSheetMm: number;
  /** Of the nut or the tapped hole’s backing; 0 where the second sheet is tapped. */
  readonly nutMm: number;
  readonly screw: MachineScrew;
  /** Free depth behind the second sheet, to the nearest part. */
  readonly freeBehindMm: number;
};

export type ScrewWindow = {
  readonly leastMm: number;
  readonly mostMm: number;
  /** The shortest stock length in the window; null where none is. */
  readonly stockMm: number | null;
  readonly working: Working;
};

/** Threads that show beyond what holds them, so that all of it holds (practice). */
const THREADS_SHOWING = 3;
/** What a tip keeps from what is behind it (practice). */
const TIP_CLEAR_MM = 6;
/**
 * Between which lengths a screw that joins two enclosures must be: through all of it with three threads showing, and
 * short of what is behind. Tips inside an enclosure are dressed smooth or capped.
 */
export function screwWindow(stack: ScrewStack): ScrewWindow {
  const { firstSheetMm, betweenMm, secondSheetMm, nutMm, screw, freeBehindMm } = stack;
  const { pitchMm, standard } = MACHINE_SCREWS.rows[screw];
  const gripMm = firstSheetMm + betweenMm + secondSheetMm;
  const leastMm = gripMm + nutMm + THREADS_SHOWING * pitchMm;
  const mostMm = gripMm + freeBehindMm - TIP_CLEAR_MM;
  const stockMm =
    MACHINE_SCREW_LENGTHS_MM[standard].find(
      (length) => !isBelow(length, leastMm, 'mm') && !isAbove(length, mostMm, 'mm'),
    ) ?? null;
  return {
    leastMm,
    mostMm,
    stockMm,
    get working(): Working {
      return {
        title: 'Screws that join two enclosures',
        formula: 'least = t₁ + between + t₂ + nut + 3·pitch;  most = t₁ + between + t₂ + free − clear',
        inputs: [
          lengthInput('t₁', 'First sheet', firstSheetMm),
          lengthInput('between', 'Bushings, spacers or wall between', betweenMm),
          lengthInput('t₂', 'Second sheet', secondSheetMm),
          lengthInput('nut', 'Nut', nutMm),
          lengthInput('pitch', told('Thread pitch of {screw}', { screw }), pitchMm),
          lengthInput('free', 'Free behind the second sheet', freeBehindMm),
          lengthInput('clear', 'What a tip keeps from what is behind it', TIP_CLEAR_MM),
          lengthInput('most', 'Longest that clears what is behind', mostMm),
        ],
        result: { name: 'Shortest that holds', value: { value: leastMm, unit: 'mm' } },
        source: practice('Three threads showing; a tip clear of what is behind it'),
        notes: ['Dress tips smooth or cap them: conductors lie against them.'],
      };
    },
  };
}

/** Where a kept join is seen on a face: from knockout to knockout, or at its hole on either side of the wall. */
export type JoinEnds = {
  readonly key: string;
  readonly face: string;
  readonly from: PointMm;
  readonly to: PointMm;
};

export function joinEnds(prepared: Prepared, join: Join): JoinEnds[] {
  const [a, b] = [prepared.hung.get(join.a.placement), prepared.hung.get(join.b.placement)];
  if (a === undefined || b === undefined) return [];
  if (join.kind === 'back-to-back') {
    const here: PointMm = [join.xMm, join.yMm];
    const there: PointMm = mirrored(a.face, [join.xMm, join.yMm]);
    return [
      { key: `${join.id}@${a.face.id}`, face: a.face.id, from: here, to: here },
      { key: `${join.id}@${b.face.id}`, face: b.face.id, from: there, to: there },
    ];
  }
  const mine = a.type.knockouts.find(({ id }) => id === join.a.knockout);
  const theirs = b.type.knockouts.find(({ id }) => id === join.b.knockout);
  if (mine === undefined || theirs === undefined || a.face.id !== b.face.id) return [];
  const [from, to] = [knockoutOnFace(a.body, mine).at, knockoutOnFace(b.body, theirs).at];
  return [{ key: join.id, face: a.face.id, from, to }];
}

/** The kept join of two enclosures, whichever of them it names first; null where none is kept. */
export function findJoin(prepared: Prepared, a: Hung, b: Hung): Join | null {
  const found = prepared.joinsOfGear.get(a.id).find((join) => {
    const ends = [join.a.placement, join.b.placement];
    return ends.includes(a.id) && ends.includes(b.id);
  });
  return found ?? null;
}

/** The join of two enclosures as the plan keeps it: by the knockouts that meet, or by the hole in the middle of both backs. */
export function joinOf(adjoining: Adjoining, id: string, tradeSize: ConduitSize): Join | null {
  const { a, b, through } = adjoining;
  if (through !== null) {
    const { xMm, yMm } = through;
    return { id, kind: 'back-to-back', a: { placement: a.id }, b: { placement: b.id }, xMm, yMm, tradeSize };
  }
  const met = adjoining.meetings.find(({ isMet }) => isMet);
  if (met === undefined) return null;
  return {
    id,
    kind: 'side-by-side',
    a: { placement: a.id, knockout: met.mine.id },
    b: { placement: b.id, knockout: met.theirs.id },
  };
}
