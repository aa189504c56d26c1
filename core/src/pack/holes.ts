import type { Ref } from '../check/finding.ts';
import type { Hung, Prepared } from '../check/prepared.ts';
import type { Plan } from '../plan/plan.ts';
import type { PointMm } from '../plan/values.ts';
import { sizeText } from '../reference/knockouts.ts';
import { cutOutCorners } from '../fixing/cut-out.ts';
import { allPassSides } from '../seal/pass-sides.ts';
import { asTaped, type AsTaped } from '../site/as-taped.ts';
import type { SiteFace } from '../site/site.ts';
import { wirewayHoles, wirewaysOf } from '../wireway/hole-pattern.ts';
import { CAUTIONS, type CautionId } from './cautions.ts';

/** One hole to make: running dimensions from the sheet’s datum, never chained. */
export type DrillHole = {
  readonly id: string;
  readonly purpose: string;
  readonly xMm: number;
  readonly yMm: number;
  readonly diameterMm: number;
  readonly tool: string;
  /** The hung part can slide this far each way on its bracket; 0 where it cannot. */
  readonly playMm: number;
  /** What a tape reads there on the wall as it was found: from the real floor, from the real edge. Null unmeasured. */
  readonly taped: AsTaped;
  readonly subject: Ref;
};

/** All holes on one surface, as one person sees it. The other side is a sheet of its own. */
export type DrillSheet = {
  readonly id: string;
  readonly surface: string;
  readonly viewedFrom: string;
  readonly datum: string;
  /** Where the datum lies as the surface is seen: y runs up from a lower corner, down from an upper one. */
  readonly datumCorner: 'lower-left' | 'upper-left';
  readonly xName: string;
  readonly yName: string;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly outline: readonly PointMm[];
  readonly isMirror: boolean;
  readonly holes: readonly DrillHole[];
  readonly cautions: readonly CautionId[];
};

/** The hole schedule: faces in the plan’s order, then wireways, each from above and from below. */
export function drillSheets(prepared: Prepared): DrillSheet[] {
  const faces = [...prepared.site.faces.values()].map((face) => keptFaceSheet(prepared, face));
  const wireways = wirewaysOf(prepared).flatMap((wireway) => wirewaySheets(prepared, wireway));
  return [...faces, ...wireways].filter(({ holes }) => holes.length > 0);
}

type Kept = { readonly site: Prepared['site']; readonly passes: Plan['passes']; readonly sheet: DrillSheet };
/** Sheets by the index of what hangs on their face, which stays the same object while nothing there moves. */
const kept = new WeakMap<object, Kept>();

/** The sheet of a face, as it was while nothing on it, no pass and nothing of the site changed. */
function keptFaceSheet(prepared: Prepared, face: SiteFace): DrillSheet {
  const grid = prepared.grids.get(face.id);
  if (grid === undefined) return faceSheet(prepared, face);
  const { site, plan } = prepared;
  const before = kept.get(grid);
  if (before?.site === site && before.passes === plan.passes) return before.sheet;
  const sheet = faceSheet(prepared, face);
  kept.set(grid, { site, passes: plan.passes, sheet });
  return sheet;
}

/** The holes of one face; none where nothing is drilled. */
export function faceSheet(prepared: Prepared, face: SiteFace): DrillSheet {
  const brackets = (prepared.onFace.get(face.id) ?? []).flatMap((item) =>
    [...bracketHoles(item), ...cornerHoles(item)].map((hole): DrillHole => ({
      ...hole,
      taped: asTaped(prepared.site, face, [hole.xMm, hole.yMm]),
    })),
  );
  const passes = allPassSides(prepared).flatMap(({ pass, here, there, hole }) =>
    [here, there]
      .filter((side) => side.face.id === face.id)
      .map((side): DrillHole => ({
        id: `${pass.id}@${face.id}`,
        purpose: `${pass.name}, ${pass.gland} gland${side === here ? '' : ' (the same hole, other side)'}`,
        xMm: side.at[0],
        yMm: side.at[1],
        diameterMm: hole.diameterMm,
        tool: hole.saw?.label ?? 'No common saw fits: see the gland’s sheet',
        playMm: 0,
        taped: asTaped(prepared.site, face, side.at),
        subject: { kind: 'pass', id: pass.id },
      })),
  );
  const holes = sorted([...brackets, ...passes]);
  return {
    id: face.id,
    surface: face.name,
    viewedFrom: face.face.side === 'inside' ? 'inside, facing it' : 'outside, facing it',
    datum: 'the level line through the lower left corner as you face it',
    datumCorner: 'lower-left',
    xName: 'Right of datum',
    yName: 'Up from datum',
    widthMm: face.bounds.maxX - face.bounds.minX,
    heightMm: face.bounds.maxY - face.bounds.minY,
    outline: face.outline,
    isMirror: face.face.shape.kind === 'reverse',
    holes,
    cautions: [
      'hidden-services',
      ...(passes.length > 0 ? (['hole-saw', 'live-modules'] as const) : []),
      ...(face.face.kind === 'roof' && face.face.side === 'outside' ? (['fall'] as const) : []),
    ],
  };
}

/** The corner holes of a flush cut-out, from which it is sawn. */
function cornerHoles(item: Hung): Omit<DrillHole, 'taped'>[] {
  return cutOutCorners(item).map(({ corner, at, diameterMm }) => ({
    id: `${item.id}/cut-out-${corner}`,
    purpose: `${item.placement.name}, cut-out, ${corner} corner`,
    xMm: at[0],
    yMm: at[1],
    diameterMm,
    tool: 'Drill, then saw from hole to hole',
    playMm: 0,
    subject: { kind: 'placement', id: item.id },
  }));
}

function bracketHoles(item: Hung): Omit<DrillHole, 'taped'>[] {
  return item.type.bracketHoles.map((bracket) => ({
    id: `${item.id}/${bracket.id}`,
    purpose: `${item.placement.name}, bracket ${bracket.id}`,
    xMm: item.placement.xMm + bracket.xMm,
    yMm: item.placement.yMm + bracket.yMm,
    diameterMm: bracket.pilotMm,
    tool: 'Pilot drill',
    playMm: 0,
    subject: { kind: 'placement', id: item.id },
  }));
}

/**
 * A wireway’s top, twice: from above by a person who faces the wall, and from below by one who looks up with
 * the wall behind. Both have the wall edge at the top of the sheet, so the second is the first mirrored.
 */
function wirewaySheets(prepared: Prepared, wireway: Hung): DrillSheet[] {
  const { widthMm, depthMm } = wireway.type;
  const pattern = wirewayHoles(prepared, wireway.id);
  const views = [
    { id: 'above', viewedFrom: 'above, facing the wall', isMirror: false },
    { id: 'below', viewedFrom: 'below, looking up with your back to the wall', isMirror: true },
  ] as const;
  return views.map(({ id, viewedFrom, isMirror }) => ({
    id: `${wireway.id}-top-${id}`,
    surface: `${wireway.placement.name}, top`,
    viewedFrom,
    datum: `corner at the wall, at the end on your left (the wireway’s ${isMirror ? 'right' : 'left'} end as you face the wall)`,
    datumCorner: 'upper-left',
    xName: 'Along from datum',
    yName: 'Out from the wall side',
    widthMm,
    heightMm: depthMm,
    outline: [
      [0, 0],
      [widthMm, 0],
      [widthMm, depthMm],
      [0, depthMm],
    ],
    isMirror,
    holes: sorted(
      pattern.map((hole) => ({
        id: `${hole.joint.id}@${id}`,
        purpose: `${hole.unit.placement.name}, ${hole.knockout.id}, ${sizeText(hole.knockout.tradeSize)} nipple`,
        xMm: isMirror ? hole.fromLeftSeenFromBelowMm : hole.fromLeftMm,
        yMm: hole.fromBackMm,
        diameterMm: hole.hole.diameterMm,
        tool: hole.hole.saw?.label ?? 'Knockout punch',
        playMm: hole.playMm,
        taped: { aboveFloorMm: null, fromLeftMm: null },
        subject: { kind: 'joint', id: hole.joint.id },
      })),
    ),
    cautions: ['hole-saw', 'debris', 'lifting'],
  }));
}

function sorted(holes: readonly DrillHole[]): DrillHole[] {
  return [...holes].sort((a, b) => a.xMm - b.xMm || a.yMm - b.yMm || (a.id < b.id ? -1 : 1));
}

/** The caution texts of a sheet. */
export function cautionsOf(sheet: DrillSheet): readonly string[] {
  return sheet.cautions.map((id) => CAUTIONS[id]);
}
