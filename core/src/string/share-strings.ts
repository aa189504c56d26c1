import type { Hung, Prepared } from '../check/prepared.ts';
import type { PlanEdit } from '../plan/edits/apply-edit.ts';
import { freshIdIn } from '../plan/fresh-id.ts';
import { listsOf } from '../plan/lists.ts';
import type { ModuleString } from '../plan/module-field.ts';
import { circuitOfString, isFromModules, withStrings } from './lead-string.ts';
import { modulesOfString } from './module-figures.ts';
import { arrayGear, proposeStrings, stringsLedTo } from './propose-strings.ts';

/** The strings of a field led to several pieces of gear of one type: the edits that do it, and how many each of them gets. */
export type SharedStrings = {
  readonly edits: readonly PlanEdit[];
  readonly shares: readonly { readonly gear: string; readonly count: number }[];
};

/** Gear that strings are shared over: all of the first type that takes an array; none where there is but one such piece. */
export function sharers(prepared: Prepared): readonly Hung[] {
  const takers = arrayGear(prepared);
  const alike = takers.filter(({ type }) => type.id === takers[0]?.type.id);
  return alike.length < 2 ? [] : alike;
}

/** The edits that make strings as they are proposed. */
export function setStrings(strings: readonly ModuleString[]): PlanEdit[] {
  return strings.map((string) => ({ kind: 'set-string', string }));
}

/**
 * Proposes the strings of a field and leads each to one of all gear of the first type that takes an array, by what each of them
 * is rated for beyond the modules that lead there already. A string takes a circuit that carries none yet, else one of its own:
 * whether some are joined on the way is left to people. Null where there is but one such piece, or no string can be.
 */
export function shareStrings(prepared: Prepared, fieldId: string): SharedStrings | null {
  const alike = sharers(prepared);
  const [first] = alike;
  if (first === undefined) return null;
  const strings = proposeStrings(prepared, fieldId, first.id, alike.length);
  if (strings.length === 0) return null;
  const rooms = alike.map(({ id, type }) => {
    const ledW = stringsLedTo(prepared, id)
      .flatMap((string) => modulesOfString(prepared, string))
      .reduce((sum, { module }) => sum + module.pmaxW, 0);
    return Math.max(0, (type.ratings.powerW ?? 0) - ledW);
  });
  const counts = sharedBy(strings.length, rooms);
  const known = listsOf(prepared.plan).flatMap(({ items }) => items.map(({ id }) => ({ id })));
  const edits = setStrings(strings);
  let at = 0;
  alike.forEach(({ id, placement }, index) => {
    const empty = prepared.circuits.list.filter(
      (circuit) =>
        isFromModules(circuit) &&
        circuit.to.at === 'gear' &&
        circuit.to.placement === id &&
        circuit.from.at === 'strings' &&
        circuit.from.strings.length === 0,
    );
    for (const string of strings.slice(at, at + (counts[index] ?? 0))) {
      const there = empty.shift();
      if (there !== undefined) {
        edits.push(withStrings(there, () => [string.id]));
        continue;
      }
      const fresh = freshIdIn(known, 'circuit');
      known.push({ id: fresh });
      edits.push({ kind: 'set-circuit', circuit: circuitOfString(prepared, string, placement, fresh) });
    }
    at += counts[index] ?? 0;
  });
  return {
    edits,
    shares: alike.flatMap(({ id }, index) => {
      const count = counts[index] ?? 0;
      return count === 0 ? [] : [{ gear: id, count }];
    }),
  };
}

/** So many shared out by weights, none of them more than one off its part; evenly where nothing weighs. Largest remainders (Hamilton). */
export function sharedBy(count: number, weights: readonly number[]): number[] {
  const total = weights.reduce((a, b) => a + b, 0);
  const parts = weights.map((weight) => count * (total > 0 ? weight / total : 1 / weights.length));
  const whole = parts.map((part) => Math.floor(part + 1e-9));
  const left = count - whole.reduce((a, b) => a + b, 0);
  const next = parts
    .map((part, index) => ({ index, rest: part - (whole[index] ?? 0) }))
    .sort((a, b) => b.rest - a.rest || a.index - b.index)
    .slice(0, left);
  for (const { index } of next) whole[index] = (whole[index] ?? 0) + 1;
  return whole;
}
