import { gearName } from '../plan/names.ts';
import { frontMm, type Hung, type Prepared } from '../check/prepared.ts';
import { floorUnder } from '../clearance/floor.ts';
import { counterpartsOf, obstacleCounterparts } from '../clearance/surroundings.ts';
import { largest, requiredGap, rulesTowards, type Towards } from '../clearance/required-gap.ts';
import { codePackOf } from '../clearance/rule-packs.ts';
import { polygonsInFrame, thingsInRoom, type Thing } from '../clearance/space.ts';
import { isAbove, TOUCH_MM } from '../quantity/compare.ts';
import { RULE_COUNTERPARTS, type RuleCounterpart } from '../plan/gear-type.ts';
import type { Obstacle } from '../plan/obstacle.ts';
import { edgesOf } from '../geometry/segments.ts';
import { FINGER_ROOM_MM } from '../reference/usual-room.ts';
import { ofTrade } from '../quantity/trade-size.ts';
import { told, type Told } from '../quantity/told.ts';
import { floorRiseMm } from '../site/as-taped.ts';
import { clipToBox } from '../geometry/clip.ts';
import { mayLieUnder } from '../site/obstacle-zone.ts';
import type { PointMm } from '../plan/values.ts';
import type { BoxMm } from '../geometry/polygon.ts';
import { faceFromSheet, layOutSheet, sheetFromFace } from '../site/sheet.ts';
import { outsideBoxes } from '../site/outside-boxes.ts';
import { setbackBoxes, setbackZones } from '../site/setback-zones.ts';
import { knockoutOnFace } from '../gear/body.ts';
import { joinedSide, sideOfKnockout, usualSide } from '../wireway/unit-at-wireway.ts';
import {
  NO_GAP,
  type ArrangeBlock,
  type ArrangeGap,
  type ArrangePiece,
  type ArrangeProblem,
  type ArrangeWire,
} from './problem.ts';
import type { ArrangeRequest } from './request.ts';

/** A rule that cannot hold together with what is asked for: which piece, and both in words. */
export type Contradiction = { readonly gear: string; readonly why: Told };

/**
 * How a problem is made: as gear is best hung, with room between that no rule asks for; or with nothing but what rules
 * ask for, so that its least cost is one that no layout beats.
 */
export type Strictness = 'as-hung' | 'least';

export type PlanProblem = {
  readonly problem: ArrangeProblem;
  /**
   * Whether the problem forbids nothing that the checks would allow: no slanting thing is covered by boxes, no rule for
   * every way is taken as one for each side, the floor is level. Only then does its least cost bound all layouts.
   */
  readonly isExact: boolean;
  readonly pieces: readonly Hung[];
  readonly contradictions: readonly Contradiction[];
};

/** From a nipple’s centre to the end of the wireway: half a large locknut and the end plate (practice). */
const WIREWAY_END_MM = 45;

/** The layout problem of a request, all in the face’s frame. The pieces must be in the plan and on the face. */
export function problemOfPlan(
  prepared: Prepared,
  request: ArrangeRequest,
  strictness: Strictness = 'as-hung',
): PlanProblem {
  const [leastGapMm, wirewayEndMm] =
    strictness === 'least' ? [0, 0] : [ofTrade(prepared.plan.codeBasis, FINGER_ROOM_MM), WIREWAY_END_MM];
  const face = prepared.site.faces.get(request.face);
  if (face === undefined) throw new Error(`There is no face “${request.face}”.`);
  const pieces = request.pieces.map((id) => {
    const item = prepared.hung.get(id);
    if (item?.face.id !== face.id) throw new Error(`“${id}” does not hang on “${face.name}”.`);
    return item;
  });
  const moving = new Set(request.pieces);
  const wireway = request.wireway === null ? null : (prepared.hung.get(request.wireway.placement) ?? null);
  const sideOf = (piece: Hung) =>
    wireway === null ? null : (joinedSide(prepared, piece, wireway.id) ?? usualSide(piece.type));
  const staying = (prepared.onFace.get(face.id) ?? []).filter(({ id }) => !moving.has(id));
  const outside = outsideBoxes(face.outline, face.bounds);
  const setbacks = setbackZones(face).flatMap(setbackBoxes);
  const contradictions: Contradiction[] = [];

  const gap = (a: Hung, b: Hung, towards: Towards) =>
    Math.max(leastGapMm, requiredGap(prepared, a, b, towards)?.mm ?? 0);
  const gaps = pieces.map((a) =>
    pieces.map((b): ArrangeGap =>
      a === b
        ? NO_GAP
        : {
            left: gap(a, b, 'beside'),
            right: gap(a, b, 'beside'),
            over: gap(a, b, 'above'),
            under: gap(a, b, 'below'),
          },
    ),
  );
  const blocks = pieces.map((piece): ArrangeBlock[] => {
    const around = staying
      .filter((other) => !(other === wireway && sideOf(piece) !== null))
      .map((other) =>
        grown(
          other.body,
          gap(piece, other, 'beside'),
          gap(piece, other, 'above'),
          gap(piece, other, 'below'),
        ),
      );
    const inTheWay = face.inTheWay
      .filter(({ obstacle }) => !mayLieUnder(obstacle, piece.type.standoffMm))
      .flatMap(({ obstacle, boxes }) => {
        const counterparts = obstacleCounterparts(obstacle);
        return boxes.map((box) => grownByRules(box, piece, counterparts));
      });
    const intruding = intruders(piece).map(({ box, counterparts }) => grownByRules(box, piece, counterparts));
    return [
      ...around,
      ...inTheWay,
      ...intruding,
      ...outside,
      ...setbacks,
      ...keptClear(prepared, piece),
    ].filter((box) => isOn(box, face.bounds));
  });

  function grownByRules(box: BoxMm, piece: Hung, counterparts: readonly RuleCounterpart[]): ArrangeBlock {
    const away = (side: Towards) =>
      largest(rulesTowards(prepared, piece, [side, 'any'], counterparts))?.mm ?? 0;
    return grown(box, away('beside'), away('above'), away('below'));
  }

  /** What of other faces and their gear reaches into the depth of a piece, as boxes on the face. */
  function intruders(
    piece: Hung,
  ): { readonly box: BoxMm; readonly counterparts: readonly RuleCounterpart[] }[] {
    const frame = prepared.site.frames.get(face?.id ?? '');
    if (frame === undefined || face === undefined) return [];
    const { minX, maxX, minY, maxY } = face.bounds;
    const z = [TOUCH_MM, frontMm(piece)] as const;
    const room = { x: [minX, maxX], y: [minY, maxY], z } as const;
    return thingsInRoom(prepared, piece, room)
      .filter((thing) => thing.face.id !== face.id)
      .flatMap((thing: Thing) => {
        const points = polygonsInFrame(frame, thing).flatMap((polygon) =>
          clipToBox(polygon, { x: [minX - 1, maxX + 1], y: [minY - 1, maxY + 1], z }),
        );
        if (points.length === 0) return [];
        const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)];
        const box = {
          minX: Math.min(...xs),
          maxX: Math.max(...xs),
          minY: Math.min(...ys),
          maxY: Math.max(...ys),
        };
        return [{ box, counterparts: counterpartsOf(piece, thing) }];
      });
  }

  const arranged = pieces.map((piece): ArrangePiece => {
    const { widthMm, heightMm } = piece.type;
    const { minX, maxX, minY, maxY } = face.bounds;
    const edge = (side: Towards) => largest(rulesTowards(prepared, piece, [side, 'any'], ['edge']))?.mm ?? 0;
    const [side, over, under] = [edge('beside'), edge('above'), edge('below')];
    let x: readonly [number, number] = [minX + side, maxX - widthMm - side];
    let y: readonly [number, number] = [
      minY + under,
      Math.min(maxY - heightMm - over, highestBottom(prepared, piece)),
    ];
    const at = sideOf(piece);
    if (wireway !== null && request.wireway !== null && at !== null) {
      const { gapMm } = request.wireway;
      const bottom = at === 'top' ? wireway.body.maxY + gapMm : wireway.body.minY - gapMm - heightMm;
      const holes = piece.type.knockouts
        .filter((knockout) => sideOfKnockout(knockout) === at)
        .map(({ alongMm }) => alongMm);
      x = [
        Math.max(x[0], wireway.body.minX + wirewayEndMm - Math.min(...holes)),
        Math.min(x[1], wireway.body.maxX - wirewayEndMm - Math.max(...holes)),
      ];
      const [towards, where, hangs] =
        at === 'top' ? (['below', 'below', 'over'] as const) : (['above', 'above', 'under'] as const);
      const gapThere = requiredGap(prepared, piece, wireway, towards);
      if (gapThere !== null && isAbove(gapThere.mm, gapMm, 'mm')) {
        contradictions.push({
          gear: piece.id,
          why: told(
            '{gear}: {owner} asks for {asked} {where} it, but it is to hang {hangs} {wireway} with a smaller gap. Both cannot be kept.',
            {
              gear: gearName(piece.id),
              owner: gapThere.owner,
              asked: { value: gapThere.mm, unit: 'mm' },
              where,
              hangs,
              wireway: gearName(wireway.id),
            },
          ),
        });
      }
      y = [bottom, bottom];
    }
    return { id: piece.id, widthMm, heightMm, x, y };
  });
  const wires = wiresOf(prepared, request, pieces);
  const { conductor, compact } = request.weights;
  return {
    problem: {
      pieces: arranged,
      gaps,
      blocks,
      wires: wires.map((wire) => ({ ...wire, weight: wire.weight * conductor })),
      compact,
      trade: prepared.plan.codeBasis,
    },
    pieces,
    contradictions,
    isExact: pieces.every((piece) => isExactFor(prepared, piece)),
  };
}

/** Whether nothing about a piece and its face is taken more strictly by the problem than by the checks. */
function isExactFor(prepared: Prepared, piece: Hung): boolean {
  const { face } = piece;
  const isSquare = ([[ax, ay], [bx, by]]: readonly [PointMm, PointMm]) => ax === bx || ay === by;
  const isSlanting = ({ shape }: Obstacle) =>
    shape.kind === 'line' &&
    shape.pointsMm.some((to, index) => index > 0 && !isSquare([shape.pointsMm[index - 1] ?? to, to]));
  const looksEveryWay = rulesTowards(prepared, piece, ['any'], RULE_COUNTERPARTS).length > 0;
  const isLevel =
    piece.type.handles.length === 0 ||
    (floorRiseMm(prepared.site, face, face.bounds.maxX) === 0 &&
      [...prepared.site.faces.values()].filter((each) => each.face.kind === 'floor').length <= 1);
  return (
    !looksEveryWay &&
    isLevel &&
    edgesOf(face.outline).every(isSquare) &&
    !face.inTheWay.some(({ obstacle }) => isSlanting(obstacle)) &&
    // What reaches over from other faces is taken as its bounds.
    thingsInRoom(prepared, piece, {
      x: [face.bounds.minX, face.bounds.maxX],
      y: [face.bounds.minY, face.bounds.maxY],
      z: [TOUCH_MM, frontMm(piece)],
    }).every((thing) => thing.face.id === face.id || thing.kind === 'face')
  );
}

/** Whether a block reaches into a face: what only touches its edge hinders nothing there. */
function isOn(box: ArrangeBlock, bounds: BoxMm): boolean {
  const e = TOUCH_MM;
  return (
    box.maxX > bounds.minX + e &&
    box.minX < bounds.maxX - e &&
    box.maxY > bounds.minY + e &&
    box.minY < bounds.maxY - e
  );
}

/** The highest place of a body’s bottom that leaves its handles within reach, where the code has a limit. */
function highestBottom(prepared: Prepared, piece: Hung): number {
  const limit = codePackOf(prepared.plan)?.handles ?? null;
  if (limit === null || piece.type.handles.length === 0) return Infinity;
  const highest = Math.max(...piece.type.handles.map(({ upMm }) => upMm));
  return floorUnder(prepared, piece).yMm + limit.mostMm - highest;
}

/** Where a load centre may not hang because a pipe runs in the space kept for it: from far below the pipe upwards. */
function keptClear({ plan }: Prepared, { type, face }: Hung): ArrangeBlock[] {
  const rule = codePackOf(plan)?.kept ?? null;
  if (rule === null || !rule.kinds.includes(type.kind)) return [];
  return face.inTheWay
    .filter(({ obstacle }) => rule.foreign.includes(obstacle.kind))
    .flatMap(({ boxes }) =>
      boxes.map((box) => ({ ...box, minY: box.minY - rule.aboveMm, maxY: face.bounds.maxY + type.heightMm })),
    );
}

function grown(box: BoxMm, beside: number, above: number, below: number): ArrangeBlock {
  // What is over the piece keeps the piece’s gap above; what is under it keeps the gap below.
  return { minX: box.minX - beside, maxX: box.maxX + beside, minY: box.minY - above, maxY: box.maxY + below };
}

/** Wires between pieces, and from pieces to what stays on the face: runs by their knockouts, else from middle to middle. */
function wiresOf(prepared: Prepared, request: ArrangeRequest, pieces: readonly Hung[]): ArrangeWire[] {
  const indexOf = new Map(pieces.map(({ id }, index) => [id, index]));
  const places = layOutSheet(prepared.site, request.face);
  /** A place of another face as it lies when everything is folded flat around this one: there wires have their true length. */
  const onThisFace = (faceId: string, at: PointMm): PointMm | null => {
    const face = prepared.site.faces.get(faceId);
    // The outside is reached through its hole, which lies where the inside has it.
    const penetration = prepared.plan.penetrations.find(
      (each) => each.face === faceId || each.face === face?.otherSide,
    );
    const [from, point]: [string, PointMm] =
      penetration === undefined || faceId === request.face
        ? [faceId, at]
        : [penetration.face, [penetration.xMm, penetration.yMm]];
    const [here, there] = [places.get(request.face), places.get(from)];
    return here === undefined || there === undefined
      ? null
      : faceFromSheet(here, sheetFromFace(there, point));
  };
  type End = { readonly index: number; readonly at: readonly [number, number] };
  const end = (id: string, knockoutId: string | null): End | null => {
    const item = prepared.hung.get(id);
    if (item === undefined) return null;
    const knockout = item.type.knockouts.find((each) => each.id === knockoutId);
    const { minX, minY, maxX, maxY } = item.body;
    const at =
      knockout === undefined
        ? ([(minX + maxX) / 2, (minY + maxY) / 2] as const)
        : knockoutOnFace(item.body, knockout).at;
    const index = indexOf.get(id);
    if (index !== undefined) return { index, at: [at[0] - minX, at[1] - minY] };
    if (item.face.id === request.face) return { index: -1, at };
    const there = onThisFace(item.face.id, at);
    return there === null ? null : { index: -1, at: there };
  };
  const pairs = [
    ...prepared.plan.runs.map(
      ({ from, to }) => [end(from.placement, from.knockout), end(to.placement, to.knockout)] as const,
    ),
    ...request.connections.map(([a, b]) => [end(a, null), end(b, null)] as const),
  ];
  return pairs.flatMap(([a, b]): ArrangeWire[] => {
    if (a === null || b === null || a.index === b.index) return [];
    const [first, second] = a.index >= 0 ? [a, b] : [b, a];
    return [{ a: first.index, b: second.index, atA: first.at, atB: second.at, weight: 1 }];
  });
}
