import type { Prepared } from '../check/prepared.ts';
import { fieldFigures } from '../array/field-figures.ts';
import { fieldSupport } from '../array/field-rails.ts';
import { payload } from '../array/payload.ts';
import type { Circuit } from '../plan/circuit.ts';
import type { ModuleString } from '../plan/module-field.ts';
import { dailyUse } from './energy.ts';
import { stringLeads } from './leads.ts';
import { stringFigures, typeOfModule } from './module-figures.ts';

/** A string as lists tell it. */
export type StringLine = {
  readonly id: string;
  readonly name: string;
  readonly wired: ModuleString['wired']['as'];
  readonly count: number;
  readonly powerW: number;
  readonly coldV: number | null;
  readonly vmpV: number | null;
  readonly iscA: number | null;
  readonly circuit: string | null;
  /** The gear it leads to, by its placement. */
  readonly gear: string | null;
  readonly extensions: number;
  /** Pairs of branch connectors that join it to the others of its circuit; 0 where it comes alone. */
  readonly branchPairs: number;
  readonly endsApartMm: number;
};

export function stringLines(prepared: Prepared): StringLine[] {
  return prepared.moduleStrings.list.map((string): StringLine => {
    const figures = stringFigures(prepared, string.id);
    const [circuit] = prepared.circuitsOfString.get(string.id);
    const end =
      circuit === undefined ? undefined : [circuit.from, circuit.to].find(({ at }) => at === 'gear');
    const leads = stringLeads(prepared, string.id);
    return {
      id: string.id,
      name: string.name,
      wired: string.wired.as,
      count: string.modules.length,
      powerW: string.modules.reduce(
        (sum, ref) => sum + (typeOfModule(prepared, ref)?.solarModule?.pmaxW ?? 0),
        0,
      ),
      coldV: figures?.coldV ?? null,
      vmpV: figures?.vmpV ?? null,
      iscA: figures?.iscA ?? null,
      circuit: circuit?.id ?? null,
      gear: end?.at === 'gear' ? end.placement : null,
      extensions: (leads?.hops ?? []).filter(({ extensionMm }) => extensionMm > 0).length,
      branchPairs: circuit === undefined ? 0 : stringsOf(circuit) - 1,
      endsApartMm: leads?.endsApartMm ?? 0,
    };
  });
}

/** How many strings one pair of conductors carries. */
function stringsOf({ from, to }: Circuit): number {
  const end = [from, to].find(({ at }) => at === 'strings');
  return end?.at === 'strings' ? end.strings.length : 1;
}

/** What the array weighs on a body that travels; null for a building. */
function payloadLine(prepared: Prepared) {
  const carried = payload(prepared);
  if (carried === null) return null;
  const { arrayKg, upMm, aheadMm, whole } = carried;
  return {
    arrayKg,
    upMm,
    aheadMm,
    wholeKg: whole?.massKg ?? null,
    risesMm: whole?.risesMm ?? null,
    aheadOfAxleMm: whole?.aheadOfAxleMm ?? null,
  };
}

/** The whole array as figures, for files and the command line: lengths in mm, forces in N. */
export function arrayFigures(prepared: Prepared) {
  const { energy } = prepared.plan;
  return {
    fields: prepared.moduleFields.list.map(({ id, name, face, type, support }) => {
      const figures = fieldFigures(prepared, id);
      return {
        id,
        name,
        face,
        type,
        school: support.school,
        modules: figures?.count ?? 0,
        powerW: figures?.powerW ?? 0,
        totalKg: figures?.totalKg ?? 0,
        feet: figures?.footCount ?? 0,
        pullN: figures?.pullN ?? 0,
        holdsN: figures?.holdsN ?? null,
      };
    }),
    rails: prepared.moduleFields.list.flatMap(({ id }) =>
      (fieldSupport(prepared, id)?.rails ?? []).map(
        ({ id: rail, field, runs, atMm, fromMm, toMm, feet, longestMm, sagMm, cut }) => ({
          id: rail,
          field,
          runs,
          atMm,
          fromMm,
          toMm,
          lengthMm: toMm - fromMm,
          feetMm: feet.atMm,
          isCarried: feet.kind === 'placed',
          longestSpanMm: longestMm,
          sagMm,
          piecesMm: cut?.piecesMm ?? null,
        }),
      ),
    ),
    strings: stringLines(prepared),
    payload: payloadLine(prepared),
    energy: energy === null ? null : { ...dailyUse(energy), daysWithoutSun: energy.daysWithoutSun },
  };
}
