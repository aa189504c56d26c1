import { checkOf, findingOf, lookAt, type Check, type CheckMeta, type Found } from '../check/finding.ts';
import type { Prepared } from '../check/prepared.ts';
import { CIRCUITS } from '../check/subjects.ts';
import { single } from '../derive/query.ts';
import type { Circuit, CircuitEnd, CircuitKind } from '../plan/circuit.ts';
import { circuitName, gearName } from '../plan/names.ts';
import { practice } from '../reference/source.ts';

const meta: CheckMeta = {
  id: 'conductor.loop',
  looksAt:
    'Circuits entered twice, power that comes back to where it starts, and screens of signals that close a loop of bonding',
  severity: 'ask',
  source: practice('Each circuit once, from what feeds to what is fed; a screen is bonded at one end'),
  parameters: [],
  messages: {
    double:
      '{circuit} and {other} carry the same between the same ends: take one out, or say how many sets the one has.',
    circle: '{circuit} leads back to {gear} that feeds it: turn one of its circuits round, or take it out.',
    screen:
      'The earth conductor of {circuit} joins {from} and {to}, and bonding joins them already: bond its screen at one end only.',
  },
  fixMessages: {
    'take-out': 'Take out {other}',
    'one-end': 'Leave out the earth conductor of {circuit}',
  },
};

/** Kinds that feed from one end to the other: of the rest current flows both ways, or none. */
const FEEDS: ReadonlySet<CircuitKind> = new Set(['array', 'dc-load', 'ac-in', 'ac-out']);

function checkCircuit(prepared: Prepared, circuit: Circuit): Found[] {
  return [
    ...doubleFindings(prepared, circuit),
    ...circleFindings(prepared, circuit),
    ...screenFindings(prepared, circuit),
  ];
}

function doubleFindings(prepared: Prepared, circuit: Circuit): Found[] {
  // Strings are alike by nature, and what nobody described yet may be anything.
  if (circuit.carries === 'unsaid' || [circuit.from, circuit.to].some(({ at }) => at !== 'gear')) return [];
  const [first, ...more] = alike(prepared).get(keyOf(circuit)) ?? [];
  if (first?.id !== circuit.id) return [];
  return more.map((other) =>
    findingOf(meta, {
      message: 'double',
      data: { circuit: circuitName(circuit.id), other: circuitName(other.id) },
      subjects: [
        { kind: 'circuit', id: circuit.id },
        { kind: 'circuit', id: other.id },
      ],
      fixes: () => [
        {
          message: 'take-out',
          data: { other: circuitName(other.id) },
          edits: [{ kind: 'remove-circuit', circuit: other.id }],
        },
      ],
    }),
  );
}

const alike = single((prepared: Prepared): ReadonlyMap<string, readonly Circuit[]> => {
  const byKey = new Map<string, Circuit[]>();
  for (const circuit of prepared.circuits.list) {
    const key = keyOf(circuit);
    const known = byKey.get(key);
    if (known === undefined) byKey.set(key, [circuit]);
    else known.push(circuit);
  }
  return byKey;
});

/** What it carries and between which ends, whichever is called the first. */
function keyOf({ carries, from, to }: Circuit): string {
  return `${carries} ${[from, to]
    .map((end) => JSON.stringify(end))
    .sort()
    .join(' ')}`;
}

/** Power that is fed round in a circle has no beginning: told once, of the circuit that comes first. */
function circleFindings(prepared: Prepared, circuit: Circuit): Found[] {
  const { carries, from, to } = circuit;
  if (!FEEDS.has(carries) || from.at !== 'gear' || to.at !== 'gear') return [];
  const next = (placement: string) =>
    prepared.circuitsOfGear
      .get(placement)
      .filter((each) => each.carries === carries && isAt(each.from, placement) && each.to.at === 'gear');
  const seen = new Set<string>([circuit.id]);
  const ahead = [circuit];
  for (const each of ahead) {
    if (each.to.at !== 'gear') continue;
    if (each.to.placement === from.placement) {
      const order = prepared.circuits.ids;
      const isFirst = [...seen].every((id) => order.indexOf(circuit.id) <= order.indexOf(id));
      if (!isFirst) return [];
      return [
        findingOf(meta, {
          message: 'circle',
          severity: 'fix',
          data: { circuit: circuitName(circuit.id), gear: gearName(from.placement) },
          subjects: [
            { kind: 'circuit', id: circuit.id },
            { kind: 'placement', id: from.placement },
          ],
        }),
      ];
    }
    for (const further of next(each.to.placement)) {
      if (seen.has(further.id)) continue;
      seen.add(further.id);
      ahead.push(further);
    }
  }
  return [];
}

function isAt(end: CircuitEnd, placement: string): boolean {
  return end.at === 'gear' && end.placement === placement;
}

/** What bonds and the earth conductors of power join to each piece; all earth outside is one. */
const bonding = single((prepared: Prepared): ReadonlyMap<string, readonly string[]> => {
  const joined = new Map<string, string[]>();
  for (const { carries, wire, from, to } of prepared.circuits.list) {
    if (carries === 'data' || (carries !== 'bond' && !wire.hasEarth)) continue;
    const [a, b] = [nodeOf(from), nodeOf(to)];
    if (a === null || b === null) continue;
    joined.set(a, [...(joined.get(a) ?? []), b]);
    joined.set(b, [...(joined.get(b) ?? []), a]);
  }
  return joined;
});

/** Whether bonding joins two pieces: by bonds, by earth conductors of power, and all bonds to earth outside are one. */
function screenFindings(prepared: Prepared, circuit: Circuit): Found[] {
  const { from, to, wire } = circuit;
  if (circuit.carries !== 'data' || !wire.hasEarth || from.at !== 'gear' || to.at !== 'gear') return [];
  const bonded = bonding(prepared);
  const reached = new Set([from.placement]);
  for (const at of reached) for (const other of bonded.get(at) ?? []) reached.add(other);
  if (!reached.has(to.placement)) return [];
  return [
    findingOf(meta, {
      message: 'screen',
      data: {
        circuit: circuitName(circuit.id),
        from: gearName(from.placement),
        to: gearName(to.placement),
      },
      subjects: [{ kind: 'circuit', id: circuit.id }],
      fixes: () => [
        {
          message: 'one-end',
          data: { circuit: circuitName(circuit.id) },
          edits: [{ kind: 'set-circuit', circuit: { ...circuit, wire: { ...wire, hasEarth: false } } }],
        },
      ],
    }),
  ];
}

function nodeOf(end: CircuitEnd): string | null {
  if (end.at === 'gear') return end.placement;
  return end.at === 'outside' && end.what !== 'data' ? 'outside' : null;
}

export const loopCheck: Check = checkOf(meta, lookAt(CIRCUITS, checkCircuit));
