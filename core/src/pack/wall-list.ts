import type { Hung, Prepared } from '../check/prepared.ts';
import { groupBy } from '../group-by.ts';
import { pipePlan } from '../conductor/pipe.ts';
import { fixingPlanOf } from '../fixing/fixing-plan.ts';
import type { FixingKind } from '../fixing/hole-fixing.ts';
import { railsOf } from '../fixing/rail.ts';
import { ATTACHMENTS } from '../array/schools.ts';
import { oldFeet } from '../array/old-feet.ts';
import { fieldSupport, type FieldRail } from '../array/field-rails.ts';
import type { Bonding } from '../plan/module-field.ts';
import { gearName, gearTypeName, runName } from '../plan/names.ts';
import { ARRAY_RAILS } from '../reference/array-rails.ts';
import { told, type Told } from '../quantity/told.ts';
import { sizeText } from '../reference/conductor-sizes.ts';
import { routeOf } from '../route/route.ts';
import type { SiteFace } from '../site/site.ts';
import { wirewayHoles } from '../wireway/hole-pattern.ts';
import { hookLineStack } from '../wireway/hook-line.ts';
import { isFittingSize, nippleCut } from '../wireway/nipple.ts';

/** Something to have in hand at a surface: how many, and how long each is cut; null where nothing is cut to length. */
export type WallLine = { readonly what: Told; readonly count: number; readonly lengthMm: number | null };

type Piece = Omit<WallLine, 'count'>;

/** What holds where no wood screw does. */
const OTHER_FIXINGS: { readonly [Kind in FixingKind]?: string } = {
  'bolt-in-metal-member': 'Bolt or self-drilling screw, into the metal framing',
  'sleeve-anchor': 'Sleeve anchor, as its approval says',
  'through-bolt': 'Bolt through, with backing',
  'rivet-nut': 'Rivet nut with its bolt',
  'machine-screw': 'Machine screw or clip',
  'slide-in-nut': 'Bolt and slide-in nut',
};

/** What a face takes: noggins, boards and rails as they are cut, fixings, nipples, and what runs from its gear. */
export function faceList(prepared: Prepared, face: SiteFace): WallLine[] {
  const here = prepared.onFace.get(face.id) ?? [];
  return counted([
    ...noggins(prepared, face),
    ...here.filter(({ type }) => type.kind === 'board').flatMap((board) => boardLines(prepared, board)),
    ...fixings(prepared, here),
    ...here.filter(({ type }) => type.kind === 'wireway').flatMap((wireway) => nipples(prepared, wireway)),
    ...runsFrom(prepared, here),
    ...arrayPieces(prepared, face),
  ]);
}

/** Modules, rails as they are cut, feet with their parts. */
function arrayPieces(prepared: Prepared, face: SiteFace): Piece[] {
  return prepared.fieldsOnFace.get(face.id).flatMap(({ id, type, modules, support }): Piece[] => {
    const built = fieldSupport(prepared, id);
    const rail = support.rail === null ? null : ARRAY_RAILS.rows[support.rail];
    const rails = built?.rails ?? [];
    return [
      ...modules.map((each) => ({
        what: told('{type}', { type: gearTypeName(each.type ?? type) }),
        lengthMm: null,
      })),
      ...(rail === null
        ? []
        : rails.flatMap(({ fromMm, toMm, cut }): Piece[] => [
            ...(cut?.piecesMm ?? [toMm - fromMm]).map((lengthMm) => ({
              what: told(rail.name),
              lengthMm: Math.round(lengthMm * 10) / 10,
            })),
            ...(cut?.jointsMm ?? []).map(() => ({ what: told(rail.splice), lengthMm: null })),
          ])),
      ...rails.flatMap(({ rowCounts }) => rowCounts.flatMap(clamps)),
      ...bondParts(rails, modules.length, support.bonding),
      ...(oldFeet(prepared, id)?.toClose ?? []).map(() => ({
        what: told('Old hole of a foot to close: plug it, seal it, and cover it as the roof asks'),
        lengthMm: null,
      })),
      ...(built?.feet ?? []).map(() => ({
        what: told('{school}: {parts}', {
          school: ATTACHMENTS[support.school].name,
          parts: ATTACHMENTS[support.school].parts.join(', ').toLowerCase(),
        }),
        lengthMm: null,
      })),
    ];
  });
}

/** An end clamp at both ends of a row on each of its rails, a middle clamp between each two modules. */
function clamps(moduleCount: number): Piece[] {
  return Array.from({ length: moduleCount + 1 }, (_, index) => ({
    what: told(index === 0 || index === moduleCount ? 'End clamp' : 'Middle clamp'),
    lengthMm: null,
  }));
}

/** What bonds frames and rails: a jumper over each joint and from rail to rail, or one at each module; and a lug to earth. */
function bondParts(rails: readonly FieldRail[], moduleCount: number, bonding: Bonding | undefined): Piece[] {
  if (bonding === undefined || moduleCount === 0) return [];
  const joints = rails.reduce((sum, { cut }) => sum + (cut?.jointsMm.length ?? 0), 0);
  const jumpers = joints + Math.max(0, rails.length - 1) + (bonding === 'jumpers' ? moduleCount : 0);
  return [
    ...Array.from({ length: jumpers }, () => ({ what: told('Bonding jumper'), lengthMm: null })),
    { what: told('Lug for the earth conductor'), lengthMm: null },
  ];
}

/** Between each two studs, as long as the room between them is. */
function noggins(prepared: Prepared, face: SiteFace): Piece[] {
  const { shape } = face.face;
  const front = shape.kind === 'reverse' ? prepared.site.faces.get(shape.of)?.face.shape : shape;
  if (front?.kind !== 'outline') return [];
  const pieces: Piece[] = [];
  for (const { id, role, name } of front.framing) {
    if (role !== 'noggin') continue;
    for (const { fromMm, toMm } of face.members.filter(({ framingId }) => framingId === id)) {
      const studs = face.members
        .filter(({ axis, centreMm }) => axis === 'vertical' && centreMm >= fromMm - 1 && centreMm <= toMm + 1)
        .sort((a, b) => a.centreMm - b.centreMm);
      const edges = [
        ...(studs[0] === undefined || studs[0].centreMm - fromMm > 1 ? [[fromMm, fromMm] as const] : []),
        ...studs.map(({ centreMm, widthMm }) => [centreMm - widthMm / 2, centreMm + widthMm / 2] as const),
        ...((studs.at(-1)?.centreMm ?? -Infinity) < toMm - 1 ? [[toMm, toMm] as const] : []),
      ];
      edges.slice(1).forEach(([start], index) => {
        const lengthMm = start - (edges[index]?.[1] ?? start);
        if (lengthMm > 0) pieces.push({ what: told('{name}, cut to fit between', { name }), lengthMm });
      });
    }
  }
  return pieces;
}

function boardLines(prepared: Prepared, board: Hung): Piece[] {
  const { type } = board;
  const pieces: Piece[] = [];
  if (type.board?.holding !== 'slide-in-nut') {
    pieces.push({
      what: told('{board}: {width} × {height}', {
        board: gearName(board.id),
        width: { value: type.widthMm, unit: 'mm' },
        height: { value: type.heightMm, unit: 'mm' },
      }),
      lengthMm: null,
    });
  }
  for (const { lengthMm } of railsOf(prepared, board))
    pieces.push({ what: told('Rail of {board}', { board: gearName(board.id) }), lengthMm });
  return pieces;
}

function fixings(prepared: Prepared, here: readonly Hung[]): Piece[] {
  const pieces: Piece[] = [];
  for (const item of here) {
    for (const { kind, screw, lengthMm } of fixingPlanOf(prepared, item)?.holes ?? []) {
      const other = OTHER_FIXINGS[kind];
      if (screw !== null && lengthMm !== null)
        pieces.push({ what: told('{screw}', { screw: screw.name }), lengthMm });
      else if (other !== undefined) pieces.push({ what: told(other), lengthMm: null });
    }
  }
  return pieces;
}

function nipples(prepared: Prepared, wireway: Hung): Piece[] {
  const pieces: Piece[] = [];
  for (const { nipple, unit, knockout, side } of wirewayHoles(prepared, wireway.id)) {
    if (!isFittingSize(knockout.tradeSize)) continue;
    const { gapMm } = hookLineStack(unit, wireway, side);
    const { cutMm } = nippleCut(gapMm, nipple.playMm, knockout.tradeSize, unit.face.face.side);
    const data = { size: sizeText(knockout.tradeSize), wireway: gearName(wireway.id) };
    if (cutMm > 0) pieces.push({ what: told('{size} nipple to {wireway}', data), lengthMm: cutMm });
  }
  return pieces;
}

/** Runs are cut where they begin. */
function runsFrom(prepared: Prepared, here: readonly Hung[]): Piece[] {
  const ids = new Set(here.map(({ id }) => id));
  return prepared.runs.list.flatMap((run): Piece[] => {
    if (!ids.has(run.from.placement)) return [];
    const outcome = routeOf(prepared, run.id);
    if (outcome?.kind !== 'routed') return [];
    const cable = {
      what: told('{run}, with its slack', { run: runName(run.id) }),
      lengthMm: outcome.routed.totalMm,
    };
    const pipe = pipePlan(prepared, run);
    if (pipe === null) return [cable];
    const what = told('{size} conduit of {run}', { size: sizeText(pipe.size), run: runName(run.id) });
    return [cable, ...pipe.pipes.map(({ cutMm }) => ({ what, lengthMm: cutMm }))];
  });
}

/** Like ones counted together, in their order. */
function counted(pieces: readonly Piece[]): WallLine[] {
  const alike = groupBy(
    pieces,
    ({ what, lengthMm }) => `${JSON.stringify(what)} ${lengthMm?.toFixed(2) ?? ''}`,
  );
  return [...alike.values()].flatMap((group) => {
    const [first] = group;
    return first === undefined ? [] : [{ ...first, count: group.length }];
  });
}
