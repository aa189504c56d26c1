import type { Prepared } from '../check/prepared.ts';
import { newCircuit } from '../conductor/new-circuit.ts';
import type { Circuit } from '../plan/circuit.ts';
import type { PlanEdit } from '../plan/edits/apply-edit.ts';
import { cutText } from '../plan/name-with.ts';
import { MOST_NAME_CHARACTERS } from '../plan/values.ts';
import { freshId } from '../plan/fresh-id.ts';
import type { GearType } from '../plan/gear-type.ts';
import type { ModuleString } from '../plan/module-field.ts';
import type { Placement } from '../plan/placement.ts';

/** Where a string may be led: to a circuit that is there, to gear by a new one, or nowhere. */
export type StringLead =
  | { readonly to: 'nothing' }
  | { readonly to: 'circuit'; readonly id: string }
  | { readonly to: 'gear'; readonly id: string };

/** Gear that strings may end at. */
const TAKES_STRINGS: ReadonlySet<GearType['kind']> = new Set([
  'inverter',
  'gang-inverter',
  'charge-controller',
  'combiner',
  'disconnect',
  'junction-box',
]);

/** A circuit that may carry strings: one of modules, to gear. */
export function isFromModules({ carries, from, to }: Circuit): boolean {
  return carries === 'array' && (from.at === 'modules' || from.at === 'strings') && to.at === 'gear';
}

/** What a string may be led to: the circuits of modules and the ones it is on, and the gear that takes strings. */
export function leadsFor(
  prepared: Prepared,
  { id }: ModuleString,
): { readonly circuits: readonly Circuit[]; readonly gear: readonly Placement[] } {
  const own = prepared.circuitsOfString.get(id);
  return {
    circuits: prepared.circuits.list.filter((circuit) => isFromModules(circuit) || own.includes(circuit)),
    gear: prepared.placements.list.filter(({ type }) => {
      const kind = prepared.gearTypes.get(type)?.kind;
      return kind !== undefined && TAKES_STRINGS.has(kind);
    }),
  };
}

/** The edits that lead a string somewhere, and off every circuit it was on; none where what it shall lead to is gone. */
export function leadString(prepared: Prepared, string: ModuleString, lead: StringLead): PlanEdit[] {
  const without = prepared.circuitsOfString
    .get(string.id)
    .filter(({ id }) => lead.to !== 'circuit' || id !== lead.id)
    .map((circuit) => withStrings(circuit, (strings) => strings.filter((id) => id !== string.id)));
  if (lead.to === 'nothing') return without;
  if (lead.to === 'circuit') {
    const circuit = prepared.circuits.get(lead.id);
    if (circuit === undefined) return [];
    return [
      ...without,
      withStrings(circuit, (strings) => [...strings.filter((id) => id !== string.id), string.id]),
    ];
  }
  const gear = prepared.placements.get(lead.id);
  if (gear === undefined) return [];
  const circuit = circuitOfString(prepared, string, gear, freshId(prepared.plan, 'circuit'));
  return [...without, { kind: 'set-circuit', circuit }];
}

/** A new circuit that leads a string to gear. */
export function circuitOfString(
  prepared: Prepared,
  string: ModuleString,
  gear: Placement,
  id: string,
): Circuit {
  return newCircuit(prepared.plan.codeBasis, {
    id,
    name: cutText(`${string.name} to ${gear.name}`, MOST_NAME_CHARACTERS),
    carries: string.wired.as === 'trunk' ? 'ac-out' : 'array',
    from: { at: 'strings', strings: [string.id] },
    to: { at: 'gear', placement: gear.id, terminal: null },
    protection: { by: 'none' },
  });
}

/** A circuit with other strings. */
export function withStrings(
  circuit: Circuit,
  change: (strings: readonly string[]) => readonly string[],
): PlanEdit {
  const end = circuit.to.at === 'strings' ? 'to' : 'from';
  const before = circuit[end].at === 'strings' ? circuit[end].strings : [];
  return { kind: 'set-circuit', circuit: { ...circuit, [end]: { at: 'strings', strings: change(before) } } };
}
