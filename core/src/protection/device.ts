import type { Hung, Prepared } from '../check/prepared.ts';
import { circuitBeyond } from '../conductor/carried.ts';
import { sizedCircuit } from '../conductor/circuit-sizing.ts';
import type { Circuit } from '../plan/circuit.ts';
import type { Device, GearKind, GearType } from '../plan/gear-type.ts';

/** What gear of a kind is until its plate has been read: nothing is taken to open direct current. */
const USUAL: Readonly<Partial<Record<GearKind, Device>>> = {
  disconnect: { clears: false, opens: 'under-load', dcV: null, isOneWay: false },
  'fuse-holder': { clears: true, opens: 'without-load', dcV: null, isOneWay: false },
  combiner: { clears: true, opens: 'without-load', dcV: null, isOneWay: false },
  'load-centre': { clears: true, opens: 'under-load', dcV: null, isOneWay: false },
  'transfer-switch': { clears: false, opens: 'under-load', dcV: null, isOneWay: false },
};

/** How gear opens a circuit: by its plate, else as usual for its kind; null where it opens none. */
export function deviceOf({ device, kind }: Pick<GearType, 'device' | 'kind'>): Device | null {
  return device === undefined ? (USUAL[kind] ?? null) : device;
}

/** Where something stands on a circuit, by the conductor from the end it was looked for from. */
export type OnWay = {
  readonly circuit: string;
  /** The gear; null for a device of the circuit’s own that is no gear of the plan. */
  readonly gear: Hung | null;
  readonly device: Device;
  /** Null where the length of the way is not known. */
  readonly awayMm: number | null;
};

/** A fuse of a circuit’s own: it clears, and is pulled without load. */
const OWN: Device = { clears: true, opens: 'without-load', dcV: null, isOneWay: false };

/**
 * What opens or clears a circuit, and those that lead on from it over gear that only passes its current on; nearest first,
 * seen from one of its ends. What its current ends at (an inverter, a battery, a panel) is the last that is looked at.
 */
export function devicesAlong(prepared: Prepared, first: Circuit, from: string): OnWay[] {
  const found: OnWay[] = [];
  const seen = new Set<string>();
  let [circuit, start, beforeMm]: [Circuit | undefined, string, number | null] = [first, from, 0];
  while (circuit !== undefined && !seen.has(circuit.id)) {
    const { id } = circuit;
    seen.add(id);
    const lengthMm = sizedCircuit(prepared, id)?.way.lengthMm ?? null;
    const further = (mm: number | null) => (mm === null || beforeMm === null ? null : beforeMm + mm);
    const here: OnWay[] = gearOnWay(prepared, circuit, start).flatMap(({ gear, awayMm }) => {
      const device = deviceOf(gear.type);
      return device === null ? [] : [{ circuit: id, gear, device, awayMm: further(awayMm) }];
    });
    if (circuit.device != null) {
      const { at, awayMm } = circuit.device;
      const isNearStart = isAt(circuit[at], start);
      const ownMm = isNearStart ? awayMm : lengthMm === null ? null : Math.max(0, lengthMm - awayMm);
      here.push({ circuit: id, gear: null, device: OWN, awayMm: further(ownMm) });
    }
    const end = isAt(circuit.from, start) ? circuit.to : circuit.from;
    const item = end.at === 'gear' ? prepared.hung.get(end.placement) : undefined;
    const device = item === undefined ? null : deviceOf(item.type);
    if (item !== undefined && device !== null)
      here.push({ circuit: id, gear: item, device, awayMm: further(lengthMm) });
    found.push(...here.sort((a, b) => (a.awayMm ?? Infinity) - (b.awayMm ?? Infinity)));
    beforeMm = further(lengthMm);
    start = item?.id ?? '';
    circuit = circuitBeyond(prepared, circuit, end);
  }
  return found;
}

function isAt(end: Circuit['from'], placement: string): boolean {
  return end.at === 'gear' && end.placement === placement;
}

/** Gear at which parts of a circuit’s way begin and end, between its own ends, with the conductor from one of them. */
function gearOnWay(
  prepared: Prepared,
  circuit: Circuit,
  from: string,
): { readonly gear: Hung; readonly awayMm: number | null }[] {
  const edges = wayEdges(prepared, circuit);
  const ends = new Set(
    [circuit.from, circuit.to].flatMap((end) => (end.at === 'gear' ? [end.placement] : [])),
  );
  const between = new Set(edges.flatMap(({ a, b }) => [a, b]).filter((id) => !ends.has(id)));
  // What is taped joins the end to the part that is drawn, where that does not begin there.
  const isDrawnFrom = edges.some(({ a, b }) => a === from || b === from);
  return [...between].flatMap((id) => {
    const gear = prepared.hung.get(id);
    if (gear === undefined) return [];
    return [{ gear, awayMm: isDrawnFrom ? along(edges, from, id) : circuit.lengthMm }];
  });
}

/**
 * Gear that opens or clears a circuit and stands in its way, between its ends, in order from its `from` to its `to`. What only
 * passes it on, as a wireway or a box, is left out.
 */
export function devicesInWay(
  prepared: Prepared,
  circuit: Circuit,
): { readonly gear: Hung; readonly device: Device }[] {
  const isFromGear = circuit.from.at === 'gear';
  const start = isFromGear ? circuit.from : circuit.to;
  const found = gearOnWay(prepared, circuit, start.at === 'gear' ? start.placement : '')
    .flatMap(({ gear, awayMm }) => {
      const device = deviceOf(gear.type);
      return device === null ? [] : [{ gear, device, awayMm: awayMm ?? Infinity }];
    })
    .sort((a, b) => a.awayMm - b.awayMm)
    .map(({ gear, device }) => ({ gear, device }));
  return isFromGear ? found : found.reverse();
}

type Edge = { readonly a: string; readonly b: string; readonly mm: number | null };

/** The parts of its way that are drawn, as long as they are cut. */
function wayEdges(prepared: Prepared, circuit: Circuit): Edge[] {
  const way = sizedCircuit(prepared, circuit.id)?.way;
  const lengthIn = (id: string) => {
    const parts = way?.parts.filter((part) => part.in.id === id) ?? [];
    return parts.length === 0 ? null : parts.reduce((sum, { lengthMm }) => sum + lengthMm, 0);
  };
  const runs = prepared.runsOfCircuit
    .get(circuit.id)
    .map(({ id, from, to }): Edge => ({ a: from.placement, b: to.placement, mm: lengthIn(id) }));
  const stretches = circuit.stretches.map(({ from, to }): Edge => {
    const [into, out] = [prepared.nipples.get(from), prepared.nipples.get(to)];
    return {
      a: into?.from.placement ?? '',
      b: out?.from.placement ?? '',
      mm: lengthIn(into?.wireway ?? ''),
    };
  });
  return [...runs, ...stretches];
}

/** Shortest along edges whose lengths are known; null where there is none. */
function along(edges: readonly Edge[], from: string, to: string): number | null {
  const best = new Map([[from, 0]]);
  for (let changed = true; changed;) {
    changed = false;
    for (const { a, b, mm } of edges) {
      if (mm === null) continue;
      for (const [one, other] of [
        [a, b],
        [b, a],
      ] as const) {
        const reached = best.get(one);
        if (reached === undefined || reached + mm >= (best.get(other) ?? Infinity)) continue;
        best.set(other, reached + mm);
        changed = true;
      }
    }
  }
  return best.get(to) ?? null;
}
