import type { Hung, Prepared } from '../check/prepared.ts';
import { modulesOfField, type PlacedModule } from '../array/field-modules.ts';
import { single } from '../derive/query.ts';
import { freshIdIn } from '../plan/fresh-id.ts';
import type { ModuleString } from '../plan/module-field.ts';
import { coldFactor, hotFactor } from './cold-voltage.ts';
import type { Module } from './module-figures.ts';

/** How long strings of one type may be at some gear. */
export type StringLength = { readonly least: number; readonly most: number };

/** From how many to how many modules a string at some gear may have, by its window in cold and heat; null for none at all. */
export function stringLength(
  prepared: Prepared,
  module: Pick<Module, 'vocV' | 'vmpV' | 'vocPctPerC' | 'noctC'>,
  { maxVoltageV, minVoltageV }: { readonly maxVoltageV: number | null; readonly minVoltageV: number | null },
): StringLength | null {
  const { designLowTempC, designHighTempC } = prepared.plan.site.conditions;
  const coldV = module.vocV * coldFactor(module, designLowTempC);
  const hotV = module.vmpV * hotFactor(module, designHighTempC);
  const most = maxVoltageV === null ? 1 : Math.floor(maxVoltageV / coldV + 1e-9);
  const least = minVoltageV === null ? 1 : Math.max(1, Math.ceil(minVoltageV / hotV - 1e-9));
  return most < 1 || least > most ? null : { least, most };
}

/** Modules row by row, every other row backwards: neighbours in a string lie beside each other. */
export function inTurns(modules: readonly PlacedModule[]): PlacedModule[] {
  const rows = new Map<number, PlacedModule[]>();
  for (const module of modules) {
    const key = Math.round(module.box.minY);
    rows.set(key, [...(rows.get(key) ?? []), module]);
  }
  return [...rows]
    .sort(([a], [b]) => a - b)
    .flatMap(([, row], index) => {
      const sorted = [...row].sort((a, b) => a.box.minX - b.box.minX);
      return index % 2 === 0 ? sorted : sorted.reverse();
    });
}

/**
 * So many modules in strings of nearly one length, each within the window: the fewest strings, all alike where they can be, and
 * as many for each of so many pieces of gear where that can be too.
 */
export function shareOut(count: number, { least, most }: StringLength, pieces = 1): number[] {
  const fewest = Math.ceil(count / most);
  // Strings side by side want one length: a few more of them is better than one that pulls the others down.
  const alike = Array.from({ length: fewest + 1 }, (_, more) => fewest + more).filter(
    (strings) => strings <= count && count % strings === 0 && count / strings >= least,
  );
  const strings = alike.find((each) => each % pieces === 0) ?? alike[0] ?? fewest;
  const base = Math.floor(count / strings);
  const longer = count - base * strings;
  return Array.from({ length: strings }, (_, index) => base + (index < longer ? 1 : 0)).filter(
    (length) => length >= Math.min(least, count),
  );
}

/** Gear that takes an array: controllers, and inverters that live on strings. */
const LEAST_ARRAY_V = 60;
export function takesArray({ type }: Pick<Hung, 'type'>): boolean {
  const { kind, ratings } = type;
  return (
    kind === 'charge-controller' ||
    ((kind === 'inverter' || kind === 'gang-inverter') &&
      (ratings.maxVoltageV ?? 0) > LEAST_ARRAY_V &&
      (ratings.minVoltageV ?? 0) > LEAST_ARRAY_V)
  );
}

/** All gear that takes an array, in the plan’s order. */
export const arrayGear = single((prepared: Prepared): readonly Hung[] =>
  prepared.placements.ids.flatMap((id) => {
    const item = prepared.hung.get(id);
    return item !== undefined && takesArray(item) ? [item] : [];
  }),
);

/** Strings of modules in series that lead to some gear, by any circuit. */
export function stringsLedTo(prepared: Prepared, gear: string): readonly ModuleString[] {
  return prepared.circuitsOfGear.get(gear).flatMap(({ carries, from, to }) =>
    [from, to].flatMap((end) =>
      carries === 'array' && end.at === 'strings'
        ? end.strings.flatMap((id) => {
            const string = prepared.moduleStrings.get(id);
            return string?.wired.as === 'series' ? [string] : [];
          })
        : [],
    ),
  );
}

/** Proposes the strings of a field for so many pieces of gear like this one, in the order of their plugs. Empty where none can be. */
export function proposeStrings(
  prepared: Prepared,
  fieldId: string,
  gearId: string,
  pieces = 1,
): readonly ModuleString[] {
  const item = prepared.hung.get(gearId);
  const field = prepared.moduleFields.get(fieldId);
  const taken = new Set(
    prepared.stringsOfField
      .get(fieldId)
      .flatMap(({ modules }) => modules.map(({ field: of, module }) => `${of}/${module}`)),
  );
  const free = inTurns(modulesOfField(prepared, fieldId).filter(({ id }) => !taken.has(`${fieldId}/${id}`)));
  const module = free[0]?.type.solarModule;
  if (item === undefined || field === undefined || module == null) return [];
  const length = stringLength(prepared, module, item.type.ratings);
  if (length === null) return [];
  const known = prepared.moduleStrings.ids.map((id) => ({ id }));
  let number = prepared.moduleStrings.ids.length;
  let at = 0;
  return shareOut(free.length, length, pieces).map((count): ModuleString => {
    number++;
    const id = freshIdIn(known, `string-${fieldId}`);
    known.push({ id });
    return {
      id,
      name: `String ${number}`,
      wired: { as: 'series' },
      modules: free.slice(at, (at += count)).map((each) => ({ field: fieldId, module: each.id })),
    };
  });
}
