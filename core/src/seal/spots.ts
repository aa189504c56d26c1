import type { Prepared } from '../check/prepared.ts';
import { prepare } from '../check/prepared.ts';
import { faceName, fieldName, obstacleName } from '../plan/names.ts';
import type { Penetration } from '../plan/penetration.ts';
import type { PointMm } from '../plan/values.ts';
import { MM_PER_INCH } from '../quantity/convert.ts';
import { told, type Told } from '../quantity/told.ts';
import { routeOf } from '../route/route.ts';
import { foldsAt } from '../site/folds.ts';
import { foldEdge } from '../site/site.ts';
import { distanceToSegmentMm } from '../geometry/segments.ts';
import { distanceToObstacleMm, isInPart } from '../site/obstacle-zone.ts';
import { pitchDeg } from '../site/pitch.ts';
import { waysOnFace, weatherWays } from './lee.ts';
import { isPenetrationClear, modulesOver } from './penetration-spot.ts';
import { findPenetrationSides, outerSide, type PenetrationSides } from './penetration-sides.ts';

/** A spot for a penetration, with what speaks for it and against it. */
export type Spot = {
  readonly xMm: number;
  readonly yMm: number;
  readonly speaksFor: readonly Told[];
  readonly speaksAgainst: readonly Told[];
  /** Of all its runs with it there, cut; null where none goes through it, or one finds no way. */
  readonly cableMm: number | null;
  readonly score: number;
};

/** Spots are tried on a grid of about so many, and no nearer to each other than a hand. */
const TRIED = 900;
const LEAST_STEP_MM = 50;
/** So many spots are routed through; the rest are ranked by what is round them. */
const ROUTED = 6;
/** Apart so far, two spots are two. */
const APART_MM = 250;

/** The lee of a housing reaches about three times its height (practice). */
const LEE_OF_HEIGHT = 3;
/** Water gathers in a valley, and stands along the low edge of a shallow roof (practice). */
const VALLEY_MM = 300;
const LOW_EDGE_MM = 200;
const SHALLOW_DEG = 10;

/** What each reason is worth, in mm of cable: a metre of cable is a point’s measure (practice; the order is what counts). */
const WORTH = { underModules: 2500, lee: 1200, low: 1500, valley: 3000, near: 1 } as const;

/**
 * The clear spots for a penetration on its face, best first: under modules, in the lee of a housing, out of valleys and
 * low edges, and where its runs are shortest: the way inside has to lead to where they go.
 */
export function penetrationSpots(prepared: Prepared, penetration: Penetration, most = 5): Spot[] {
  const face = prepared.site.faces.get(penetration.face);
  if (face === undefined || face.otherSide === null) return [];
  const { minX, minY, maxX, maxY } = face.bounds;
  const stepMm = Math.max(LEAST_STEP_MM, Math.sqrt(((maxX - minX) * (maxY - minY)) / TRIED));
  // Where a tape has a mark.
  const markMm = prepared.plan.codeBasis === 'us' ? MM_PER_INCH / 2 : 5;
  const spots: Spot[] = [];
  for (let x = minX + stepMm / 2; x < maxX; x += stepMm) {
    for (let y = minY + stepMm / 2; y < maxY; y += stepMm) {
      const [xMm, yMm] = [Math.round(x / markMm) * markMm, Math.round(y / markMm) * markMm];
      const sides = findPenetrationSides(prepared, { ...penetration, xMm, yMm });
      if (sides !== null && isPenetrationClear(prepared, sides))
        spots.push(spotOf(prepared, sides, penetration));
    }
  }
  const ranked = apart(spots.sort(byScore), Math.max(most, ROUTED));
  return ranked
    .map((spot, index) => (index < ROUTED ? withCable(prepared, penetration, spot) : spot))
    .sort(byScore)
    .slice(0, most);
}

function byScore(a: Spot, b: Spot): number {
  return b.score - a.score || a.xMm - b.xMm || a.yMm - b.yMm;
}

function apart(spots: readonly Spot[], most: number): Spot[] {
  const kept: Spot[] = [];
  for (const spot of spots) {
    if (kept.length >= most) break;
    if (kept.every((each) => Math.hypot(each.xMm - spot.xMm, each.yMm - spot.yMm) >= APART_MM))
      kept.push(spot);
  }
  return kept;
}

function spotOf(prepared: Prepared, sides: PenetrationSides, { xMm, yMm }: Penetration): Spot {
  const { outer, isOutside } = outerSide(sides);
  const at = { xMm: sides.penetration.xMm, yMm: sides.penetration.yMm };
  const speaksFor: Told[] = [];
  const speaksAgainst: Told[] = [];
  let score = -WORTH.near * Math.hypot(at.xMm - xMm, at.yMm - yMm);
  if (isOutside) {
    const modules = outer.face.obstacles.find(
      (obstacle) => obstacle.kind === 'modules' && distanceToObstacleMm(obstacle, outer.at) === 0,
    );
    if (modules !== undefined) {
      score += WORTH.underModules;
      speaksFor.push(
        told('under {modules}, out of sun and rain', { modules: obstacleName(outer.face.id, modules.id) }),
      );
    }
    const [over] = modulesOver(prepared, outer.face.id, outer.at);
    if (over !== undefined) {
      score += WORTH.underModules;
      speaksFor.push(told('under {modules}, out of sun and rain', { modules: fieldName(over.field) }));
    }
    const housing = leeOf(prepared, sides);
    if (housing !== null) {
      score += WORTH.lee;
      speaksFor.push(told('in the lee of {housing}', { housing }));
    }
    if (isInValley(prepared, sides)) {
      score -= WORTH.valley;
      speaksAgainst.push(told('near a valley, where water gathers'));
    }
    if (isAtLowEdge(prepared, sides)) {
      score -= WORTH.low;
      speaksAgainst.push(told('near the low edge of a shallow roof, where water stands'));
    }
  }
  speaksFor.push(
    told('clear of framing, hidden lines and edges on {here} and {there}', {
      here: faceName(sides.here.face.id),
      there: faceName(sides.there.face.id),
    }),
  );
  return { ...at, speaksFor, speaksAgainst, cableMm: null, score };
}

/** A housing that stands between a spot and the weather. */
function leeOf(prepared: Prepared, sides: PenetrationSides) {
  const { outer } = outerSide(sides);
  const ways = waysOnFace(prepared, outer.face.id);
  const from = weatherWays(prepared, sides);
  if (ways === null || from.length === 0) return null;
  const { way } = from.find((each) => each.from === 'travel') ?? from[0] ?? { way: 'up' as const };
  const [dx, dy] = { left: [-1, 0], right: [1, 0], up: [0, 1], down: [0, -1] }[way] as [number, number];
  for (const { obstacle, parts } of outer.face.inTheWay) {
    if (
      obstacle.kind !== 'vent' &&
      obstacle.kind !== 'fan' &&
      obstacle.kind !== 'hatch' &&
      obstacle.kind !== 'skylight'
    )
      continue;
    const reachMm = obstacle.standsOutMm * LEE_OF_HEIGHT;
    const isBehind = parts.some((part) =>
      [0.34, 0.67, 1].some((share) => {
        const ahead: PointMm = [outer.at[0] + dx * reachMm * share, outer.at[1] + dy * reachMm * share];
        return isInPart(ahead, part);
      }),
    );
    if (isBehind) return obstacleName(outer.face.id, obstacle.id);
  }
  return null;
}

function isInValley(prepared: Prepared, sides: PenetrationSides): boolean {
  const { outer } = outerSide(sides);
  return foldsAt(prepared.foldsOfFace.get(outer.face.id), outer.face.id).some(({ fold, here, there }) => {
    const edge = foldEdge(outer.face, here.edge);
    const isRoof = prepared.site.faces.get(there.face)?.face.kind === 'roof';
    return (
      isRoof &&
      fold.towardViewerDeg > 0 &&
      edge !== null &&
      distanceToSegmentMm(outer.at, ...edge) < VALLEY_MM
    );
  });
}

function isAtLowEdge(prepared: Prepared, sides: PenetrationSides): boolean {
  const { outer } = outerSide(sides);
  const frame = prepared.site.frames.get(outer.face.id);
  if (frame === undefined || pitchDeg(frame) >= SHALLOW_DEG || pitchDeg(frame) === 0) return false;
  const { minX, minY, maxX, maxY } = outer.face.bounds;
  const [x, y] = outer.at;
  // The edge that the roof falls to.
  const alongUp = Math.abs(frame.up[2]) >= Math.abs(frame.right[2]);
  if (alongUp) return (frame.up[2] > 0 ? y - minY : maxY - y) < LOW_EDGE_MM;
  return (frame.right[2] > 0 ? x - minX : maxX - x) < LOW_EDGE_MM;
}

/** With its runs routed through it there. */
function withCable(prepared: Prepared, penetration: Penetration, spot: Spot): Spot {
  const { runs, others } = runsAsked(prepared, penetration);
  if (runs.length === 0) return spot;
  const plan = prepared.document;
  const moved = prepare({
    ...plan,
    penetrations: [...others, { ...penetration, xMm: spot.xMm, yMm: spot.yMm }],
  });
  const ways = runs.map((id) => routeOf(moved, id));
  const cables = ways.map((way) => (way?.kind === 'routed' ? way.routed.totalMm : null));
  if (cables.some((each) => each === null)) {
    const speaksAgainst = [...spot.speaksAgainst, told('its runs find no way from here')];
    return { ...spot, speaksAgainst, score: spot.score - WORTH.valley };
  }
  const cableMm = cables.reduce<number>((sum, each) => sum + (each ?? 0), 0);
  const speaksFor = [
    ...spot.speaksFor,
    told('{length} of cable through it', { length: { value: cableMm, unit: 'mm' } }),
  ];
  return { ...spot, speaksFor, cableMm, score: spot.score - cableMm };
}

/** The runs that go through it, or that have no way yet and may want it; and the other penetrations. */
function runsAsked(prepared: Prepared, penetration: Penetration) {
  const runs = prepared.runs.ids.filter((id) => {
    const way = routeOf(prepared, id);
    return way?.kind === 'fault' || way?.routed.penetrations.includes(penetration.id) === true;
  });
  return { runs, others: prepared.penetrations.list.filter(({ id }) => id !== penetration.id) };
}
