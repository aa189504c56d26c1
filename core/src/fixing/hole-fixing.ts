import type { Hung, Prepared } from '../check/prepared.ts';
import type { BracketHole } from '../plan/gear-type.ts';
import type { Framing } from '../plan/framing.ts';
import type { Material } from '../plan/material.ts';
import type { PointMm } from '../plan/values.ts';
import { isAbove, isBelow, TOUCH_MM } from '../quantity/compare.ts';
import { mmFromInch } from '../quantity/convert.ts';
import {
  BRACKET,
  LAG_DISTANCES,
  PILOT_OF_SHANK,
  SCREW_LENGTHS_MM,
  SCREWS_OF,
  SPECIES_GRAVITY,
  UNNAMED_GRAVITY,
  WOOD_FACTORS,
  type ScrewSize,
} from '../reference/fasteners.ts';
import type { Trade } from '../reference/source.ts';
import type { Member } from '../site/members.ts';
import type { HoleLoad } from './loads.ts';
import {
  leadHoleMm,
  leastPenetrationMm,
  screwStrength,
  screwUse,
  seatOf,
  type ScrewStrength,
  type Seat,
} from './wood-screw-strength.ts';

/** How a hole is best fixed in what is behind it. */
export const FIXING_KINDS = [
  'lag-in-member',
  'screw-in-member',
  'screw-in-board',
  'bolt-in-metal-member',
  'sleeve-anchor',
  'through-bolt',
  'rivet-nut',
  'machine-screw',
  'slide-in-nut',
  'nothing',
  'unknown',
] as const;
export type FixingKind = (typeof FIXING_KINDS)[number];

/** One bracket hole on its face, with what is behind it and the fixing suggested for it. */
export type HoleFixing = {
  readonly hole: BracketHole;
  readonly at: PointMm;
  readonly kind: FixingKind;
  readonly member: Member | null;
  /** From the hole’s centre to the member’s nearer edge; null off every member. */
  readonly edgeMm: number | null;
  readonly screw: ScrewSize | null;
  /** Of the screw, in stock lengths; null where it is not a wood screw. */
  readonly lengthMm: number | null;
  /** How it sits in wood; null where it is not a wood screw. */
  readonly seat: Seat | null;
  /** Between which diameters its lead hole is drilled in that wood; null where it is not a wood screw. */
  readonly leadMm: readonly [number, number] | null;
  /** False where it holds in a member whose depth nobody stated: it is taken as deep enough. */
  readonly isDepthKnown: boolean;
  /** What it carries: by formula in wood, as approved elsewhere; null where nobody said. */
  readonly strength: ScrewStrength | null;
  /** How much of it the load takes; null where the strength is not known. */
  readonly useRatio: number | null;
};

/** Thread in the member, in shanks: what lags are tabled for; wood screws take what they need to be sound. */
const THREAD_SHANKS = { lag: 8, 'wood-screw': 10 } as const;

/**
 * Every bracket hole of a piece with its fixing, in the type’s order. `load` is what one hole carries. `more` is framing
 * that is not on the face yet, with its members.
 */
export function holeFixings(
  prepared: Prepared,
  item: Hung,
  load: (holeId: string) => HoleLoad,
  more: { readonly framing: Framing; readonly members: readonly Member[] } | null = null,
): HoleFixing[] {
  const material = groundOf(prepared, item);
  const { codeBasis } = prepared.plan;
  const { location } = item.face.conditions;
  const duration = prepared.plan.site.setting === 'mobile' ? WOOD_FACTORS.mobile : WOOD_FACTORS.permanent;
  const factor = duration * (location.value === 'wet' ? WOOD_FACTORS.wetInService : 1);
  return item.type.bracketHoles.map((hole): HoleFixing => {
    const at: PointMm = [item.placement.xMm + hole.xMm, item.placement.yMm + hole.yMm];
    const screw = screwFor(hole.pilotMm, codeBasis);
    const onHole = load(hole.id);
    const { pullN, shearN } = onHole;
    const members = more === null ? item.face.members : [...item.face.members, ...more.members];
    const push = screw.kind === 'lag' ? onHole.towards : null;
    const found =
      item.board === null ? memberAt({ face: { members } }, at, mmFromInch(screw.shankIn), push) : null;
    const framing =
      found === null
        ? null
        : found.member.framingId === more?.framing.id
          ? more.framing
          : framingOf(prepared, item, found.member);
    const isOnRail = item.board !== null && railBehind(item.board, at[1]) !== null;
    const angleDeg = framing === null ? 90 : angleToGrainDeg(framing.axis, onHole);
    const fixing = isOnRail
      ? nutIn(material)
      : fixingIn(material, framing, screw, factor, angleDeg, codeBasis);
    return {
      hole,
      at,
      member: found?.member ?? null,
      edgeMm: found?.edgeMm ?? null,
      ...fixing,
      useRatio: fixing.strength === null ? null : screwUse(fixing.strength, pullN, shearN),
    };
  });
}

/** What the holes of a piece go into: its board, or what its face is made of. */
type Ground = Pick<Material, 'thicknessMm' | 'holding' | 'approvedPullN' | 'approvedShearN'>;

/** What the holes of a piece go into; undefined where its face’s material is not in the plan. */
export function groundOf(prepared: Prepared, { board, face }: Hung): Ground | undefined {
  if (board === null) return prepared.plan.materials.find(({ id }) => id === face.face.material);
  const { depthMm, board: made } = board.type;
  return {
    thicknessMm: depthMm,
    holding: made?.holding ?? 'unknown',
    approvedPullN: made?.approvedPullN ?? null,
    approvedShearN: made?.approvedShearN ?? null,
  };
}

/** A bolt reaches a rail when its hole is this near to the rail’s middle: half the mouth of a slotted rail (practice). */
const RAIL_REACH_MM = 6;

/** Which rail of a board is behind a height on the face, counted as its type lists them; null off every rail. */
export function railBehind({ placement, type }: NonNullable<Hung['board']>, yMm: number): number | null {
  const bottomMm = placement.yMm - type.dropMm;
  const at = (type.board?.railsUpMm ?? []).findIndex(
    (upMm) => !isAbove(Math.abs(bottomMm + upMm - yMm), RAIL_REACH_MM, 'mm'),
  );
  return at < 0 ? null : at;
}

/** The screw a pilot hole is usual for: a lag from about 4 mm on, a wood screw below. */
export function screwFor(pilotMm: number, trade: Trade): ScrewSize {
  const known = screwOfPilot[trade].get(pilotMm);
  if (known !== undefined) return known;
  const kind = !isBelow(pilotMm, LAG_PILOT_MM, 'mm') ? 'lag' : 'wood-screw';
  const wantedIn = pilotMm / mmFromInch(1) / PILOT_OF_SHANK[kind];
  const sizes = SCREWS_OF[trade].filter((size) => size.kind === kind);
  const nearest = [...sizes].sort(
    (a, b) => Math.abs(a.shankIn - wantedIn) - Math.abs(b.shankIn - wantedIn),
  )[0];
  if (nearest === undefined) throw new Error(`The table has no ${kind}.`);
  screwOfPilot[trade].set(pilotMm, nearest);
  return nearest;
}

/** Pilots of a job are a handful, asked for once for each hole. */
const screwOfPilot: Readonly<Record<Trade, Map<number, ScrewSize>>> = { us: new Map(), iec: new Map() };

const LAG_PILOT_MM = 4;

/** Roles that carry: a seam or a batten of a sheet does not. */
export const CARRIES = {
  stud: true,
  joist: true,
  truss: true,
  rafter: true,
  purlin: true,
  noggin: true,
  rib: true,
  spar: true,
  batten: false,
  seam: false,
} as const satisfies Record<Framing['role'], boolean>;

/** Beyond this angle to the grain, degrees, a force counts as across it where distances from edges and ends go by that. */
const ACROSS_DEG = 45;

function angleToGrainDeg(
  axis: Framing['axis'],
  { acrossN, upDownN }: Pick<HoleLoad, 'acrossN' | 'upDownN'>,
): number {
  const [along, across] = axis === 'vertical' ? [upDownN, acrossN] : [acrossN, upDownN];
  return along === 0 && across === 0 ? 0 : (Math.atan2(across, along) * 180) / Math.PI;
}

/** From a hole to the sides and ends of a member that must be kept, mm: low and high across it, low and high along it. */
type Keep = { readonly low: number; readonly high: number; readonly fromEnd: number; readonly toEnd: number };

/** What a screw of a shank keeps; `push` is where a lag is pushed, null for what has no loaded edge or end. */
function keepOf(axis: Framing['axis'], shankMm: number, push: HoleLoad['towards'] | null): Keep {
  const bare = LAG_DISTANCES.edgeShanks * shankMm;
  if (push === null) return { low: bare, high: bare, fromEnd: 0, toEnd: 0 };
  const { left, right, up, down } = push;
  const [low, high, back, on] = axis === 'vertical' ? [left, right, down, up] : [down, up, left, right];
  const isAcross = Math.atan2(Math.max(low, high), Math.max(back, on)) > (ACROSS_DEG * Math.PI) / 180;
  const edge = (pushN: number) =>
    (isAcross && pushN > 0 ? LAG_DISTANCES.loadedEdgeShanks : LAG_DISTANCES.edgeShanks) * shankMm;
  const end = (pushN: number) =>
    (!isAcross && pushN > 0 ? LAG_DISTANCES.loadedEndShanks : LAG_DISTANCES.endShanks) * shankMm;
  return { low: edge(low), high: edge(high), fromEnd: end(back), toEnd: end(on) };
}

/**
 * The member a hole meets well enough: its distances from edges and ends kept, with the member where its tolerance has
 * it at worst. Of a lag, the edge or end that it is pushed towards keeps more.
 */
export function memberAt(
  { face }: { readonly face: { readonly members: readonly Member[] } },
  [x, y]: PointMm,
  shankMm: number,
  push: HoleLoad['towards'] | null = null,
): { readonly member: Member; readonly edgeMm: number } | null {
  let best: { member: Member; edgeMm: number } | null = null;
  for (const member of face.members) {
    if (!CARRIES[member.role]) continue;
    const [across, along] = member.axis === 'vertical' ? [x, y] : [y, x];
    const keep = keepOf(member.axis, shankMm, push);
    const off = across - member.centreMm;
    const half = member.widthMm / 2 - member.toleranceMm;
    if (isBelow(along - member.fromMm, keep.fromEnd, 'mm') || isBelow(member.toMm - along, keep.toEnd, 'mm'))
      continue;
    if (isBelow(half + off, keep.low, 'mm') || isBelow(half - off, keep.high, 'mm')) continue;
    const edgeMm = half - Math.abs(off);
    if (best === null || edgeMm > best.edgeMm) best = { member, edgeMm };
  }
  return best;
}

function framingOf(prepared: Prepared, item: Hung, member: Member): Framing | null {
  const { shape } = item.face.face;
  const front = shape.kind === 'reverse' ? prepared.site.faces.get(shape.of)?.face.shape : shape;
  return front?.kind === 'outline' ? (front.framing.find(({ id }) => id === member.framingId) ?? null) : null;
}

type Fixing = Pick<
  HoleFixing,
  'kind' | 'screw' | 'lengthMm' | 'strength' | 'seat' | 'leadMm' | 'isDepthKnown'
>;

const NO_SCREW = { screw: null, lengthMm: null, seat: null, leadMm: null, isDepthKnown: true } as const;

function nutIn(material: Ground | undefined): Fixing {
  return { ...NO_SCREW, kind: 'slide-in-nut', strength: approvedOf(material) };
}

/** A screw in wood so deep, through so much that holds nothing: as long as is useful, in a stock length. */
function screwedIn(
  screw: ScrewSize,
  gravity: number,
  { overMm, depthMm }: { readonly overMm: number; readonly depthMm: number },
  factor: number,
  angleDeg: number,
  trade: Trade,
): Omit<Fixing, 'kind' | 'isDepthKnown'> {
  const shankMm = mmFromInch(screw.shankIn);
  // What is beyond the wood but the tip would hold nothing.
  const usefulMm = Math.min(THREAD_SHANKS[screw.kind] * shankMm, depthMm + mmFromInch(screw.tipIn));
  const lengthMm = stockLength(overMm + usefulMm, trade);
  const seat = seatOf(screw, lengthMm, overMm, depthMm);
  return {
    screw,
    lengthMm,
    seat,
    leadMm: leadHoleMm(screw, gravity),
    strength: screwStrength(screw, gravity, seat, factor, angleDeg),
  };
}

/** Whether a screw goes in less than the least that the code has values for. */
export function isShallow({ screw, seat }: Pick<HoleFixing, 'screw' | 'seat'>): boolean {
  return screw !== null && seat !== null && isBelow(seat.penetrationMm, leastPenetrationMm(screw), 'mm');
}

/**
 * Whether a hole holds what it carries. What nobody approved yet is asked for and counts as holding, but for screws in a
 * sheet too thin for any value.
 */
export function holds({ kind, useRatio }: Pick<HoleFixing, 'kind' | 'useRatio'>): boolean {
  if (kind === 'nothing') return false;
  return useRatio === null ? kind !== 'screw-in-board' : !isAbove(useRatio, 1, 'ratio');
}

function fixingIn(
  material: Ground | undefined,
  framing: Framing | null,
  screw: ScrewSize,
  factor: number,
  angleDeg: number,
  trade: Trade,
): Fixing {
  const sheetMm = material?.thicknessMm ?? 0;
  const bracketMm = mmFromInch(BRACKET.thicknessIn);
  if (framing !== null && (framing.stuff === 'wood' || framing.stuff === 'unknown')) {
    const gravity = framing.specificGravity ?? gravityOf(framing.species);
    const isDepthKnown = framing.memberDepthMm > 0;
    const depthMm = isDepthKnown ? framing.memberDepthMm : Infinity;
    const kind = screw.kind === 'lag' ? 'lag-in-member' : 'screw-in-member';
    const seated = screwedIn(
      screw,
      gravity,
      { overMm: bracketMm + sheetMm, depthMm },
      factor,
      angleDeg,
      trade,
    );
    return { kind, isDepthKnown, ...seated };
  }
  const approved = approvedOf(material);
  if (framing !== null) return { ...NO_SCREW, kind: 'bolt-in-metal-member', strength: approved };
  switch (material?.holding) {
    case 'wood-screw': {
      // Sheets have no one grain: the weaker way is taken. What somebody approved for the sheet holds instead.
      const seated = screwedIn(
        screw,
        UNNAMED_GRAVITY,
        { overMm: bracketMm, depthMm: sheetMm },
        factor,
        90,
        trade,
      );
      const byCode = isShallow(seated) ? null : seated.strength;
      return { kind: 'screw-in-board', isDepthKnown: true, ...seated, strength: approved ?? byCode };
    }
    case 'masonry-anchor':
      return { ...NO_SCREW, kind: 'sleeve-anchor', strength: approved };
    case 'through-bolt':
      return { ...NO_SCREW, kind: 'through-bolt', strength: approved };
    case 'rivet-nut':
      return { ...NO_SCREW, kind: 'rivet-nut', strength: approved };
    case 'machine-screw':
      return { ...NO_SCREW, kind: 'machine-screw', strength: approved };
    // Bare rails: a hole that misses them all holds in nothing.
    case 'slide-in-nut':
    case 'framing-only':
      return { ...NO_SCREW, kind: 'nothing', strength: null };
    case 'unknown':
    case undefined:
      return { ...NO_SCREW, kind: 'unknown', strength: null };
  }
}

/** By the name of the species, where the table has it. */
export function gravityOf(species: string): number {
  const named = Object.entries(SPECIES_GRAVITY.rows).find(
    ([name]) => name.toLowerCase() === species.trim().toLowerCase(),
  );
  return named?.[1] ?? UNNAMED_GRAVITY;
}

function approvedOf(material: Ground | undefined): ScrewStrength | null {
  if (material?.approvedPullN == null || material.approvedShearN === null) return null;
  return { pullN: material.approvedPullN, shearN: material.approvedShearN };
}

/** The next stock length that is long enough. */
export function stockLength(neededMm: number, trade: Trade): number {
  const { listed, stepMm } = SCREW_LENGTHS_MM[trade];
  const stocked = listed.find((lengthMm) => lengthMm >= neededMm - TOUCH_MM);
  if (stocked !== undefined) return stocked;
  return Math.ceil((neededMm - TOUCH_MM) / stepMm) * stepMm;
}
