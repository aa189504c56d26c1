import type { Frame } from '../geometry/frame.ts';
import { ATTACHMENTS } from '../array/schools.ts';
import { fieldSupport } from '../array/field-rails.ts';
import { railLifts } from '../array/lift-to-line.ts';
import { fieldName, gearName, faceName, penetrationName, plateHoleName, runName } from '../plan/names.ts';
import { countOf, told, type Told, type ToldValue } from '../quantity/told.ts';
import { gearOn, type Hung, type Prepared } from '../check/prepared.ts';
import { isSameList } from '../derive/entities.ts';
import { idsOfKind } from '../model/model.ts';
import { query, single } from '../derive/query.ts';
import { plateEndsAt } from '../model/plate-ends.ts';
import type { Ref } from '../plan/lists.ts';
import type { PointMm } from '../plan/values.ts';
import { sizeText } from '../reference/conductor-sizes.ts';
import { cutOutCorners } from '../fixing/cut-out.ts';
import { boardCableHoles } from '../route/board-cables.ts';
import { plateBore } from '../route/plate-bore.ts';
import { entryWords } from '../seal/entry.ts';
import { penetrationSidesAt } from '../seal/penetration-sides.ts';
import { rectangleOutline } from '../site/outline-take.ts';
import { asTaped, type AsTaped } from '../site/as-taped.ts';
import { mirrored, type SiteFace } from '../site/site.ts';
import { cutMm, sawnKnockout } from '../drill/hole-saw.ts';
import { adjoiningOf } from '../wireway/joined.ts';
import { wirewayHoles } from '../wireway/hole-pattern.ts';
import type { WirewaySide } from '../wireway/unit-at-wireway.ts';
import { boardMarks, faceMarks, type SheetMark } from './sheet-marks.ts';
import { faceList, type WallLine } from './wall-list.ts';
import { CAUTIONS, type CautionId } from '../working/cautions.ts';

/** One hole to make: running dimensions from the sheet’s datum, never chained. */
export type DrillHole = {
  readonly id: string;
  readonly purpose: Told;
  readonly xMm: number;
  readonly yMm: number;
  readonly diameterMm: number;
  /** How wide its tool cuts it. */
  readonly cutMm: number;
  readonly tool: string;
  /** The hung part can slide this far each way on its bracket; 0 where it cannot. */
  readonly playMm: number;
  /** What a tape reads there on the wall as it was found: from the real floor, from the real edge. Null unmeasured. */
  readonly taped: AsTaped;
  /** True where it is measured from the other side of its face, on whose sheet it is too. */
  readonly isOtherSide: boolean;
  readonly subject: Ref;
};

/** All holes on one surface, as one person sees it. The other side is a sheet of its own. */
export type DrillSheet = {
  readonly id: string;
  readonly surface: ToldValue;
  readonly viewedFrom: string;
  readonly datum: string | Told;
  /** Where the datum lies as the surface is seen: y runs up from a lower corner, down from an upper one. */
  readonly datumCorner: 'lower-left' | 'upper-left';
  readonly xName: string;
  readonly yName: string;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly outline: readonly PointMm[];
  readonly isMirror: boolean;
  /** What is drawn beside the holes. */
  readonly marks: readonly SheetMark[];
  readonly holes: readonly DrillHole[];
  /** What to have in hand there. */
  readonly list: readonly WallLine[];
  readonly cautions: readonly CautionId[];
  /** Some figure of the surface comes from a simulated instrument. */
  readonly isSimulated: boolean;
};

/** The hole schedule: faces in the plan’s order, then boards, then wireways by side, each from above and from below. */
export function drillSheets(prepared: Prepared): DrillSheet[] {
  return sheetIds(prepared).flatMap((id) => sheetOf(prepared, id) ?? []);
}

/** The surfaces that may have a sheet: a face, a board, and a side of a wireway as it is seen from one side. */
export const sheetIds = single((prepared: Prepared): readonly string[] => {
  return [
    ...prepared.faces.ids,
    ...idsOfKind(prepared, 'board'),
    ...idsOfKind(prepared, 'wireway').flatMap((id) => WIREWAY_VIEWS.map((view) => `${id}${view.ending}`)),
  ];
}, isSameList);

/** The sheet of one of them; null where nothing is drilled there. */
export const sheetOf = query((prepared: Prepared, id: string): DrillSheet | null => {
  const sheet = anySheetOf(prepared, id);
  return sheet === null || sheet.holes.length === 0 ? null : sheet;
}, isSameSheet);

function anySheetOf(prepared: Prepared, id: string): DrillSheet | null {
  const face = prepared.site.faces.get(id);
  if (face !== undefined) return faceSheet(prepared, face);
  const board = prepared.hung.get(id);
  if (board !== undefined) return boardSheet(prepared, board);
  const view = WIREWAY_VIEWS.find(({ ending }) => id.endsWith(ending));
  const wireway = view === undefined ? undefined : prepared.hung.get(id.slice(0, -view.ending.length));
  return view === undefined || wireway === undefined ? null : wirewaySheet(prepared, wireway, view);
}

function isSameSheet(a: DrillSheet | null, b: DrillSheet | null): boolean {
  return a === b || (a !== null && b !== null && JSON.stringify(a) === JSON.stringify(b));
}

/** The holes that hold gear on a face, and those that join it back to back. */
export function heldHoles(prepared: Prepared, face: SiteFace): DrillHole[] {
  // What is fixed to a board is drilled in the board, on a sheet of its own.
  const direct = (prepared.onFace.get(face.id) ?? []).filter(({ board }) => board === null);
  const brackets = direct.flatMap((item) =>
    [...bracketHoles(item), ...cornerHoles(item)].map((hole): DrillHole => ({
      ...hole,
      taped: asTaped(prepared.site, face, [hole.xMm, hole.yMm]),
    })),
  );
  return [...brackets, ...joinHoles(prepared, face)];
}

/** The holes through a face, from either side. */
function penetrationHoles(prepared: Prepared, face: SiteFace): DrillHole[] {
  return penetrationSidesAt(prepared, face.id).flatMap(({ penetration, here, there, hole }) =>
    [here, there]
      .filter((side) => side.face.id === face.id)
      .map((side): DrillHole => ({
        id: `${penetration.id}@${face.id}`,
        purpose: asSeen(
          told('{penetration}, {entry}', {
            penetration: penetrationName(penetration.id),
            entry: entryWords(prepared, penetration),
          }),
          side === here,
        ),
        xMm: side.at[0],
        yMm: side.at[1],
        diameterMm: hole.diameterMm,
        cutMm: cutMm(hole),
        tool: hole.saw?.label ?? 'No common saw fits: see the gland’s sheet',
        playMm: 0,
        isOtherSide: side !== here,
        taped: asTaped(prepared.site, face, side.at),
        subject: { kind: 'penetration', id: penetration.id },
      })),
  );
}

function faceSheet(prepared: Prepared, face: SiteFace): DrillSheet {
  const held = heldHoles(prepared, face);
  const penetrations = penetrationHoles(prepared, face);
  const hasJoins = joinHoles(prepared, face).length > 0;
  // Nobody stands in a cavity: what is drilled into it from its other side is on that sheet alone.
  const isReached = ({ isOtherSide }: DrillHole) => face.face.kind !== 'cavity' || !isOtherSide;
  return {
    id: face.id,
    surface: faceName(face.id),
    viewedFrom: viewedFrom(face, prepared.site.frames.get(face.id) ?? null),
    datum: 'the level line through the lower left corner as you look at it',
    datumCorner: 'lower-left',
    xName: 'Right of datum',
    yName: 'Up from datum',
    widthMm: face.bounds.maxX - face.bounds.minX,
    heightMm: face.bounds.maxY - face.bounds.minY,
    outline: face.outline,
    isMirror: face.face.shape.kind === 'reverse',
    marks: faceMarks(prepared, face),
    holes: sorted(
      [...held, ...penetrations, ...footHoles(prepared, face), ...plateHolesOn(prepared, face)].filter(
        isReached,
      ),
    ),
    list: faceList(prepared, face),
    isSimulated: isSimulatedFace(prepared, face),
    cautions: [
      'hidden-services',
      ...(penetrations.length > 0 ? (['hole-saw', 'live-modules'] as const) : []),
      ...(penetrations.length === 0 && hasJoins ? (['hole-saw', 'debris'] as const) : []),
      ...(face.face.kind === 'roof' && face.face.side === 'outside' ? (['fall'] as const) : []),
    ],
  };
}

/** Holes through plates are bored from the face that they come out on: from the loft, not from within the wall. */
function plateHolesOn(prepared: Prepared, face: SiteFace): DrillHole[] {
  return plateEndsAt(prepared, face.id).flatMap(({ hole, at }): DrillHole[] => {
    if (hole.to !== face.id) return [];
    const { diameterMm } = plateBore(prepared, hole);
    return [
      {
        id: `${hole.id}@${face.id}`,
        purpose: told('{hole}, in the middle of the plate’s width, {deep} deep, into {face}', {
          hole: plateHoleName(hole.id),
          deep: { value: hole.plateMm, unit: 'mm' },
          face: faceName(hole.face),
        }),
        xMm: at[0],
        yMm: at[1],
        diameterMm,
        cutMm: diameterMm,
        tool: 'Auger or self-feed bit',
        playMm: 0,
        isOtherSide: false,
        taped: asTaped(prepared.site, face, at),
        subject: { kind: 'plate-hole', id: hole.id },
      },
    ];
  });
}

/** Of this side or of the other, whose outline and framing it shares. */
function isSimulatedFace(prepared: Prepared, { face, otherSide }: SiteFace): boolean {
  const other = otherSide === null ? undefined : prepared.site.faces.get(otherSide)?.face;
  return [face, other].some((each) => (each?.simulated ?? []).length > 0);
}

/** The holes of feet on a face, and of those on its other side: where their points come through or near it. */
function footHoles(prepared: Prepared, face: SiteFace): DrillHole[] {
  const other = face.otherSide === null ? undefined : prepared.site.faces.get(face.otherSide);
  const through = other === undefined ? [] : feetDrilledIn(prepared, other);
  return [
    ...feetDrilledIn(prepared, face),
    ...through.map((hole): DrillHole => {
      const at = mirrored(face, [hole.xMm, hole.yMm]);
      return {
        ...hole,
        id: `${hole.id}@${face.id}`,
        purpose: asSeen(hole.purpose, false),
        xMm: at[0],
        yMm: at[1],
        isOtherSide: true,
        taped: asTaped(prepared.site, face, at),
      };
    }),
  ];
}

/** The holes of the feet of modules, where their school drills any; two of a foot lie beside each other under it. */
function feetDrilledIn(prepared: Prepared, face: SiteFace): DrillHole[] {
  return prepared.fieldsOnFace.get(face.id).flatMap(({ id, support }) => {
    const { holes, holeMm } = ATTACHMENTS[support.school];
    if (holes === 0) return [];
    const lifts = new Map(
      railLifts(prepared, id).flatMap(({ feet }) => feet.map((foot) => [foot.id, foot.liftMm] as const)),
    );
    return (fieldSupport(prepared, id)?.feet ?? []).map((foot, index): DrillHole => ({
      id: foot.id,
      purpose: footWords(id, index + 1, holes, lifts.get(foot.id) ?? null),
      xMm: foot.xMm,
      yMm: foot.yMm,
      diameterMm: holeMm,
      cutMm: holeMm,
      tool: 'Pilot drill',
      playMm: 0,
      isOtherSide: false,
      taped: asTaped(prepared.site, face, [foot.xMm, foot.yMm]),
      subject: { kind: 'field', id },
    }));
  });
}

function footWords(field: string, foot: number, holes: number, liftMm: number | null): Told {
  const data = { field: fieldName(field), foot: String(foot), holes: countOf(holes) };
  const what = told(
    holes === 1 ? '{field}, foot {foot}' : '{field}, foot {foot}: {holes} holes, from its base',
    data,
  );
  if (liftMm === null) return what;
  return told('{foot}; lifts its rail by {lift}', { foot: what, lift: { value: liftMm, unit: 'mm' } });
}

/** A hole that is measured on the other side of its face is on the sheets of both. */
function asSeen(purpose: Told, isHere: boolean): Told {
  return isHere ? purpose : told('{hole} (the same hole, other side)', { hole: purpose });
}

/** The holes through a face that join enclosures back to back, as this side of it has them. */
function joinHoles(prepared: Prepared, face: SiteFace): DrillHole[] {
  const joins = new Set(
    (prepared.onFace.get(face.id) ?? []).flatMap(({ id }) => prepared.joinsOfGear.get(id)),
  );
  return [...joins].flatMap((join): DrillHole[] => {
    if (join.kind !== 'back-to-back') return [];
    const [a, b] = [prepared.hung.get(join.a.placement), prepared.hung.get(join.b.placement)];
    // A hole behind backs that no longer lie over each other is not drilled: the join is found instead.
    if (a === undefined || b === undefined || adjoiningOf(a, b)?.kind !== 'back-to-back') return [];
    if (a.face.id !== face.id && b.face.id !== face.id) return [];
    const isHere = a.face.id === face.id;
    const at: PointMm = isHere ? [join.xMm, join.yMm] : mirrored(a.face, [join.xMm, join.yMm]);
    const hole = sawnKnockout(join.tradeSize, prepared.plan.codeBasis);
    const size = sizeText(join.tradeSize);
    return [
      {
        id: `${join.id}@${face.id}`,
        purpose: asSeen(
          told('{a} to {b}, {size} nipple through the wall', { a: gearName(a.id), b: gearName(b.id), size }),
          isHere,
        ),
        xMm: at[0],
        yMm: at[1],
        diameterMm: hole.diameterMm,
        cutMm: cutMm(hole),
        tool: hole.saw?.label ?? 'Core bit',
        playMm: 0,
        isOtherSide: !isHere,
        taped: asTaped(prepared.site, face, at),
        subject: { kind: 'placement', id: a.id },
      },
    ];
  });
}

/** The holes of the gear on a board, and of its cables; null where nothing is drilled in it. */
function boardSheet(prepared: Prepared, item: Hung): DrillSheet | null {
  const { type, body } = item;
  if (type.kind !== 'board') return null;
  const isBareRails = type.board?.holding === 'slide-in-nut';
  const drilled = isBareRails
    ? []
    : gearOn(prepared, item.id)
        .flatMap((gear) => [...bracketHoles(gear), ...cornerHoles(gear)])
        .map((hole) => ({ ...hole, xMm: hole.xMm - body.minX, yMm: hole.yMm - body.minY }));
  const passed = boardCableHoles(prepared, item).map(
    ({ run, gear, rightMm, upMm, hole }): Omit<DrillHole, 'taped'> => ({
      id: `${run}-${gear}@${item.id}`,
      purpose: told('{run} behind the board, at {gear}, with a grommet', {
        run: runName(run),
        gear: gearName(gear),
      }),
      xMm: rightMm,
      yMm: upMm,
      diameterMm: hole.diameterMm,
      cutMm: cutMm(hole),
      tool: hole.saw?.label ?? 'Step drill',
      playMm: 0,
      isOtherSide: false,
      subject: { kind: 'run', id: run },
    }),
  );
  const holes = [...drilled, ...passed].map((hole): DrillHole => ({
    ...hole,
    taped: { aboveFloorMm: null, fromLeftMm: null },
  }));
  if (holes.length === 0) return null;
  const { widthMm, heightMm } = type;
  return {
    id: item.id,
    surface: gearName(item.id),
    viewedFrom: 'its front, as it hangs',
    datum: 'its lower left corner',
    datumCorner: 'lower-left',
    xName: 'Right of datum',
    yName: 'Up from datum',
    widthMm,
    heightMm,
    outline: rectangleOutline(widthMm, heightMm),
    isMirror: false,
    marks: boardMarks(prepared, item),
    holes: sorted(holes),
    list: [],
    isSimulated: false,
    cautions: passed.length > 0 ? ['hole-saw'] : [],
  };
}

/** The corner holes of a flush cut-out, from which it is sawn. */
function cornerHoles(item: Hung): Omit<DrillHole, 'taped'>[] {
  return cutOutCorners(item).map(({ corner, at, diameterMm }) => ({
    id: `${item.id}/cut-out-${corner}`,
    purpose: told('{gear}, cut-out, {corner} corner', { gear: gearName(item.id), corner }),
    xMm: at[0],
    yMm: at[1],
    diameterMm,
    cutMm: diameterMm,
    tool: 'Drill, then saw from hole to hole',
    playMm: 0,
    isOtherSide: false,
    subject: { kind: 'placement', id: item.id },
  }));
}

function bracketHoles(item: Hung): Omit<DrillHole, 'taped'>[] {
  return item.type.bracketHoles.map((bracket) => ({
    id: `${item.id}/${bracket.id}`,
    purpose: told('{gear}, bracket {hole}', { gear: gearName(item.id), hole: bracket.id }),
    xMm: item.placement.xMm + bracket.xMm,
    yMm: item.placement.yMm + bracket.yMm,
    diameterMm: bracket.pilotMm,
    cutMm: bracket.pilotMm,
    tool: 'Pilot drill',
    playMm: 0,
    isOtherSide: false,
    subject: { kind: 'placement', id: item.id },
  }));
}

/**
 * A side of a wireway is seen twice: from above by a person who faces the wall, and from below by one who looks up with the
 * wall behind. Both have the wall edge at the top of the sheet, so the second is the first mirrored.
 */
type WirewayView = {
  readonly ending: string;
  readonly side: WirewaySide;
  readonly from: 'above' | 'below';
};
const WIREWAY_VIEWS: readonly WirewayView[] = (['top', 'bottom'] as const).flatMap((side) =>
  (['above', 'below'] as const).map((from) => ({ ending: `-${side}-${from}`, side, from })),
);

function wirewaySheet(prepared: Prepared, wireway: Hung, { ending, side, from }: WirewayView): DrillSheet {
  const { widthMm, depthMm } = wireway.type;
  const isMirror = from === 'below';
  return {
    id: `${wireway.id}${ending}`,
    surface: told('{wireway}, {side}', { wireway: gearName(wireway.id), side }),
    viewedFrom: VIEW_WORDS[from],
    datum: told(
      'corner at the wall, at the end on your left (the wireway’s {end} end as you face the wall)',
      { end: isMirror ? 'right' : 'left' },
    ),
    datumCorner: 'upper-left',
    xName: 'Along from datum',
    yName: 'Out from the wall side',
    widthMm,
    heightMm: depthMm,
    outline: rectangleOutline(widthMm, depthMm),
    isMirror,
    marks: [],
    list: [],
    isSimulated: false,
    holes: sorted(
      wirewayHoles(prepared, wireway.id)
        .filter((hole) => hole.side === side)
        .map((hole) => ({
          id: `${hole.nipple.id}@${from}`,
          purpose: told('{unit}, {knockout}, {size} nipple', {
            unit: gearName(hole.unit.id),
            knockout: hole.knockout.id,
            size: sizeText(hole.knockout.tradeSize),
          }),
          xMm: isMirror ? hole.fromLeftSeenFromBelowMm : hole.fromLeftMm,
          yMm: hole.fromBackMm,
          diameterMm: hole.hole.diameterMm,
          cutMm: cutMm(hole.hole),
          tool: hole.hole.saw?.label ?? 'Knockout punch',
          playMm: hole.playMm,
          isOtherSide: false,
          taped: { aboveFloorMm: null, fromLeftMm: null },
          subject: { kind: 'nipple', id: hole.nipple.id },
        })),
    ),
    cautions: ['hole-saw', 'debris', 'lifting'],
  };
}

/** Flatter than this (20°) nobody stands facing it: it is looked down on or up at. */
const FLAT = Math.cos((20 * Math.PI) / 180);

/** From where a face is seen as it is drawn. */
function viewedFrom({ face }: SiteFace, frame: Frame | null): string {
  const up = frame?.toViewer[2] ?? 0;
  if (up > FLAT) return `${face.side}, above it, looking down`;
  return up < -FLAT ? `${face.side}, below it, looking up` : `${face.side}, facing it`;
}

const VIEW_WORDS = {
  above: 'above, facing the wall',
  below: 'below, looking up with your back to the wall',
} as const;

function sorted(holes: readonly DrillHole[]): DrillHole[] {
  return [...holes].sort((a, b) => a.xMm - b.xMm || a.yMm - b.yMm || (a.id < b.id ? -1 : 1));
}

/** How many holes there are to make: one through a face, or seen from above and below, is on two sheets and made once. */
export function countHoles(sheets: readonly DrillSheet[]): number {
  return new Set(sheets.flatMap(({ holes }) => holes.map(({ id }) => id.split('@')[0]))).size;
}

/** The caution texts of a sheet. */
export function cautionsOf(sheet: Pick<DrillSheet, 'cautions'>): readonly string[] {
  return sheet.cautions.map((id) => CAUTIONS[id]);
}
