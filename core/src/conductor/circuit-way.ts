import type { Prepared } from '../check/prepared.ts';
import { hottestAirC } from '../clearance/hottest-air.ts';
import type { Layer } from '../plan/face.ts';
import { setsOf, type Circuit, type CircuitWire } from '../plan/circuit.ts';
import type { Run } from '../plan/run.ts';
import { isBelow } from '../quantity/compare.ts';
import { ofTrade } from '../quantity/trade-size.ts';
import type { Plan } from '../plan/plan.ts';
import { INSULATION_KINDS, ROOF_ADDER, type Installed } from '../reference/conductors.ts';
import { WIREWAY_RULES } from '../reference/wireways.ts';
import { routeOf } from '../route/route.ts';
import type { SiteFace } from '../site/site-face.ts';
import { carryingOf, circuitsBeside, circuitSpans } from '../wireway/stretches.ts';
import type { Surroundings } from './code-tables.ts';
import { isNippleRun } from './nipple-run.ts';

/** What is left at each end of conductors in a wireway to make them up (practice). */
export function wirewaySlackMm(codeBasis: Plan['codeBasis']): number {
  return ofTrade(codeBasis, 300);
}

type MadeAs = CircuitWire['made']['as'];

/** A part of a circuit’s way, and what it is like there. */
export type WayPart = Surroundings & {
  readonly in: { readonly kind: 'run' | 'wireway' | 'taped'; readonly id: string };
  readonly lengthMm: number;
  /** What the sun on a roof adds there, K: already in the ambient. */
  readonly roofC: number;
  /** Whether the sun falls on it: clipped, on an outside that the sun reaches. */
  readonly isInSun: boolean;
};

export type CircuitWay = {
  readonly parts: readonly WayPart[];
  /** Runs of it that found no way yet: its length is not known then. */
  readonly unrouted: readonly string[];
  /** One way, what is cut for each conductor; null where it has no way or part of it is not known. */
  readonly lengthMm: number | null;
};

/** Where a circuit lies, part by part, and how long it is. */
export function wayOf(prepared: Prepared, circuit: Circuit): CircuitWay {
  const runs = prepared.runsOfCircuit.get(circuit.id);
  const unrouted = runs.filter(({ id }) => routeOf(prepared, id)?.kind !== 'routed').map(({ id }) => id);
  const parts = [
    ...runs.flatMap((run) => runParts(prepared, circuit, run)),
    ...stretchParts(prepared, circuit),
    ...tapedPart(prepared, circuit),
  ];
  const isKnown = parts.length > 0 && unrouted.length === 0;
  return {
    parts,
    unrouted,
    lengthMm: isKnown ? parts.reduce((sum, { lengthMm }) => sum + lengthMm, 0) : null,
  };
}

/** What nothing is drawn for, as somebody taped it. */
function tapedPart(prepared: Prepared, circuit: Circuit): WayPart[] {
  if (circuit.lengthMm === null) return [];
  return [
    {
      in: { kind: 'taped', id: circuit.id },
      lengthMm: circuit.lengthMm,
      ambientC: ambientAtEndsC(prepared, circuit),
      roofC: 0,
      isInSun: false,
      carrying: carryingOf([circuit]),
      circuits: setsOf(circuit.wire),
      installed: heldUndrawn(circuit),
    },
  ];
}

/** The hottest at either of its ends; one that is no gear may lie anywhere on the site. */
export function ambientAtEndsC(prepared: Prepared, { from, to }: Pick<Circuit, 'from' | 'to'>): number {
  const ends = [from, to].map((end) => {
    const face = end.at === 'gear' ? prepared.hung.get(end.placement)?.face.id : undefined;
    return face === undefined ? prepared.plan.site.conditions.designHighTempC : hottestAirC(prepared, face);
  });
  return Math.max(...ends);
}

/** How a circuit lies where nothing is drawn for it: as somebody said, else in conduit, which carries less than clipped. */
export function heldUndrawn({
  wire,
  lengthHeld = 'conduit',
}: Pick<Circuit, 'wire' | 'lengthHeld'>): Installed {
  return installedAs(lengthHeld, wire.made.as, null);
}

/**
 * How a conductor lies for its capacity, by the reference methods (IEC 60364-5-52, Table A.52.3). In a cavity it is as in an
 * insulated wall, whatever it is laid as, until the layers of the cavity say that air is in it and nothing that keeps heat.
 */
function installedAs(
  laid: Run['laid']['as'],
  made: MadeAs,
  cavity: 'empty' | 'may-be-full' | null,
): Installed {
  const isCable = made === 'cable';
  const isHidden = laid === 'in-cavity' || cavity !== null;
  if (isHidden && cavity === 'empty') return 'cable-in-conduit';
  if (isHidden) return laid === 'conduit' && isCable ? 'cable-in-insulated' : 'insulated';
  if (laid !== 'conduit') return 'clipped';
  return isCable ? 'cable-in-conduit' : 'conduit';
}

const INSULATING: ReadonlySet<Layer['is']> = new Set(['mineral-wool', 'foam', 'polystyrene']);

/** Null for a face that is no cavity. */
function cavityOf({ face: { kind }, layers: said }: SiteFace): 'empty' | 'may-be-full' | null {
  if (kind !== 'cavity') return null;
  const layers = said ?? [];
  const isEmpty = layers.some(({ is }) => is === 'air') && !layers.some(({ is }) => INSULATING.has(is));
  return isEmpty ? 'empty' : 'may-be-full';
}

function runParts(prepared: Prepared, circuit: Circuit, run: Run): WayPart[] {
  const outcome = routeOf(prepared, run.id);
  if (outcome?.kind !== 'routed') return [];
  const { legs, totalMm } = outcome.routed;
  const isNipple = isNippleRun(prepared, run);
  const together = run.circuits.flatMap((id) => prepared.circuits.get(id) ?? []);
  const byFace = new Map<string, number>();
  for (const { face, from, to } of legs)
    byFace.set(face, (byFace.get(face) ?? 0) + Math.hypot(to[0] - from[0], to[1] - from[1]));
  const onFacesMm = [...byFace.values()].reduce((sum, mm) => sum + mm, 0);
  // What goes through holes and what is left at the ends is shared out by where it lies.
  const share = totalMm / onFacesMm;
  return [...byFace].map(([id, mm]): WayPart => {
    const face = prepared.site.faces.get(id);
    const conditions = face?.conditions;
    // Under modules and in a cavity no sun falls on it.
    const isOpen = run.laid.as === 'clipped' || run.laid.as === 'conduit';
    const isInSun = isOpen && face?.face.side === 'outside' && conditions?.sun.value !== 'none';
    const isOverRoof =
      isInSun && face.face.kind === 'roof' && isBelow(run.raisedMm, ROOF_ADDER.below.mm, 'mm');
    const isExempt = INSULATION_KINDS.rows[circuit.wire.insulation].isRoofExempt;
    const roofC = isOverRoof && !isExempt ? ROOF_ADDER.addedC : 0;
    return {
      in: { kind: 'run', id: run.id },
      lengthMm: mm * share,
      ambientC: hottestAirC(prepared, id) + roofC,
      roofC,
      isInSun: isInSun && run.laid.as === 'clipped',
      // In a pipe of up to 24 inches nothing is taken off for those beside it (NEC 310.15(C)(1)(b)).
      carrying: isNipple ? Math.min(3, carryingOf(together)) : carryingOf(together),
      circuits: loadedCount(together),
      installed: installedAs(run.laid.as, circuit.wire.made.as, face === undefined ? null : cavityOf(face)),
    };
  });
}

/** Circuits that warm each other, each of their sets for itself: those that carry current. */
function loadedCount(circuits: readonly Circuit[]): number {
  const sets = circuits.map(({ wire }) => (wire.carrying > 0 ? setsOf(wire) : 0));
  return Math.max(
    1,
    sets.reduce((sum, each) => sum + each, 0),
  );
}

function stretchParts(prepared: Prepared, circuit: Circuit): WayPart[] {
  return circuit.stretches.flatMap((stretch): WayPart[] => {
    const wirewayId = prepared.nipples.get(stretch.from)?.wireway;
    const wireway = wirewayId === undefined ? undefined : prepared.hung.get(wirewayId);
    if (wireway === undefined) return [];
    const span = circuitSpans(prepared, wireway.id).find(
      ({ circuit: { id }, stretch: { from, to } }) =>
        id === circuit.id && from === stretch.from && to === stretch.to,
    );
    if (span === undefined) return [];
    const beside = circuitsBeside(prepared, wireway.id, span);
    const carrying = carryingOf(beside);
    // Conductors in a metal wireway are not adjusted for while at most thirty of them carry current anywhere (NEC 376.22(B)).
    const isAdjusted = carrying > WIREWAY_RULES.mostCurrentCarrying;
    return [
      {
        in: { kind: 'wireway', id: wireway.id },
        lengthMm: span.toMm - span.fromMm + span.nipplesMm + 2 * wirewaySlackMm(prepared.plan.codeBasis),
        ambientC: hottestAirC(prepared, wireway.face.id),
        roofC: 0,
        isInSun: false,
        carrying: isAdjusted ? carrying : Math.min(carrying, 3),
        circuits: loadedCount(beside),
        installed: 'conduit',
      },
    ];
  });
}
