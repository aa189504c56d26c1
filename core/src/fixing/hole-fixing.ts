import type { Hung, Prepared } from '../check/prepared.ts';
import type { BracketHole } from '../plan/gear-type.ts';
import type { Framing } from '../plan/framing.ts';
import type { Material } from '../plan/material.ts';
import type { PointMm } from '../plan/values.ts';
import { mmFromInch } from '../quantity/convert.ts';
import {
  BRACKET,
  LAG_DISTANCES,
  PILOT_OF_SHANK,
  SCREW_STOCK_IN,
  SCREWS,
  SPECIES_GRAVITY,
  UNNAMED_GRAVITY,
  WOOD_FACTORS,
  type ScrewSize,
} from '../reference/fasteners.ts';
import type { Member } from '../site/members.ts';
import { screwStrength, screwUse, type ScrewStrength } from './wood-screw-strength.ts';

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
  /** What it carries: by formula in wood, as approved elsewhere; null where nobody said. */
  readonly strength: ScrewStrength | null;
  /** How much of it the load takes; null where the strength is not known. */
  readonly useRatio: number | null;
};

/** Thread in the member, in shanks: what lags are tabled for; wood screws take what they need to be sound. */
const THREAD_SHANKS = { lag: 8, 'wood-screw': 10 } as const;

/** Every bracket hole of a piece with its fixing, in the type’s order. `load` is what one hole carries. */
export function holeFixings(
  prepared: Prepared,
  item: Hung,
  load: (holeId: string) => { readonly pullN: number; readonly shearN: number },
): HoleFixing[] {
  const material = groundOf(prepared, item);
  const { location } = item.face.conditions;
  const duration = prepared.plan.site.setting === 'mobile' ? WOOD_FACTORS.mobile : WOOD_FACTORS.permanent;
  const factor = duration * (location.value === 'wet' ? WOOD_FACTORS.wetInService : 1);
  return item.type.bracketHoles.map((hole): HoleFixing => {
    const at: PointMm = [item.placement.xMm + hole.xMm, item.placement.yMm + hole.yMm];
    const screw = screwFor(hole.pilotMm);
    const found = item.board === null ? memberAt(item, at, mmFromInch(screw.shankIn)) : null;
    const framing = found === null ? null : framingOf(prepared, item, found.member);
    const isOnRail = item.board !== null && railBehind(item.board, at[1]) !== null;
    const fixing = isOnRail ? nutIn(material) : fixingIn(material, framing, screw, factor);
    const { pullN, shearN } = load(hole.id);
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
    (upMm) => Math.abs(bottomMm + upMm - yMm) <= RAIL_REACH_MM,
  );
  return at < 0 ? null : at;
}

/** The screw a pilot hole is usual for: a lag from about 4 mm on, a wood screw below. */
export function screwFor(pilotMm: number): ScrewSize {
  const known = screwOfPilot.get(pilotMm);
  if (known !== undefined) return known;
  const kind = pilotMm >= LAG_PILOT_MM ? 'lag' : 'wood-screw';
  const wantedIn = pilotMm / mmFromInch(1) / PILOT_OF_SHANK[kind];
  const sizes = SCREWS.rows.filter((size) => size.kind === kind);
  const nearest = [...sizes].sort(
    (a, b) => Math.abs(a.shankIn - wantedIn) - Math.abs(b.shankIn - wantedIn),
  )[0];
  if (nearest === undefined) throw new Error(`The table has no ${kind}.`);
  screwOfPilot.set(pilotMm, nearest);
  return nearest;
}

/** Pilots of a job are a handful, asked for once for each hole. */
const screwOfPilot = new Map<number, ScrewSize>();

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

/** The member a hole meets well enough: its edge distance kept, with the member where its tolerance has it at worst. */
export function memberAt(
  { face }: Pick<Hung, 'face'>,
  [x, y]: PointMm,
  shankMm: number,
): { readonly member: Member; readonly edgeMm: number } | null {
  let best: { member: Member; edgeMm: number } | null = null;
  for (const member of face.members) {
    if (!CARRIES[member.role]) continue;
    const [across, along] = member.axis === 'vertical' ? [x, y] : [y, x];
    if (along < member.fromMm || along > member.toMm) continue;
    const edgeMm = member.widthMm / 2 - Math.abs(across - member.centreMm) - member.toleranceMm;
    if (edgeMm < LAG_DISTANCES.edgeShanks * shankMm - EDGE_ROUNDING_MM) continue;
    if (best === null || edgeMm > best.edgeMm) best = { member, edgeMm };
  }
  return best;
}

const EDGE_ROUNDING_MM = 1e-6;

function framingOf(prepared: Prepared, item: Hung, member: Member): Framing | null {
  const { shape } = item.face.face;
  const front = shape.kind === 'reverse' ? prepared.site.faces.get(shape.of)?.face.shape : shape;
  return front?.kind === 'outline' ? (front.framing.find(({ id }) => id === member.framingId) ?? null) : null;
}

type Fixing = Pick<HoleFixing, 'kind' | 'screw' | 'lengthMm' | 'strength'>;

function nutIn(material: Ground | undefined): Fixing {
  return { kind: 'slide-in-nut', screw: null, lengthMm: null, strength: approvedOf(material) };
}

function fixingIn(
  material: Ground | undefined,
  framing: Framing | null,
  screw: ScrewSize,
  factor: number,
): Fixing {
  const sheetMm = material?.thicknessMm ?? 0;
  const none = { screw: null, lengthMm: null } as const;
  if (framing !== null && (framing.stuff === 'wood' || framing.stuff === 'unknown')) {
    const gravity = framing.specificGravity ?? gravityOf(framing.species);
    const threadMm = THREAD_SHANKS[screw.kind] * mmFromInch(screw.shankIn);
    const lengthMm = stockLength(mmFromInch(BRACKET.thicknessIn) + sheetMm + threadMm);
    const kind = screw.kind === 'lag' ? 'lag-in-member' : 'screw-in-member';
    return { kind, screw, lengthMm, strength: screwStrength(screw, gravity, threadMm, factor) };
  }
  const approved = approvedOf(material);
  if (framing !== null) return { ...none, kind: 'bolt-in-metal-member', strength: approved };
  switch (material?.holding) {
    case 'wood-screw': {
      const lengthMm = stockLength(mmFromInch(BRACKET.thicknessIn) + sheetMm);
      return {
        kind: 'screw-in-board',
        screw,
        lengthMm,
        strength: screwStrength(screw, UNNAMED_GRAVITY, sheetMm, factor),
      };
    }
    case 'masonry-anchor':
      return { ...none, kind: 'sleeve-anchor', strength: approved };
    case 'through-bolt':
      return { ...none, kind: 'through-bolt', strength: approved };
    case 'rivet-nut':
      return { ...none, kind: 'rivet-nut', strength: approved };
    case 'machine-screw':
      return { ...none, kind: 'machine-screw', strength: approved };
    // Bare rails: a hole that misses them all holds in nothing.
    case 'slide-in-nut':
    case 'framing-only':
      return { ...none, kind: 'nothing', strength: null };
    case 'unknown':
    case undefined:
      return { ...none, kind: 'unknown', strength: null };
  }
}

/** By the name of the species, where the table has it. */
function gravityOf(species: string): number {
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
export function stockLength(neededMm: number): number {
  const stepMm = mmFromInch(SCREW_STOCK_IN);
  return Math.ceil(neededMm / stepMm - EDGE_ROUNDING_MM) * stepMm;
}
