import type { Prepared } from '../check/prepared.ts';
import { query } from '../derive/query.ts';
import type { CircuitEnd } from '../plan/circuit.ts';
import type { GearType } from '../plan/gear-type.ts';
import type { ModuleRef, ModuleString } from '../plan/module-field.ts';
import { coldFactor } from './cold-voltage.ts';
import { fitModule, type Datasheet, type FittedModule } from './diode.ts';
import { USUAL_MODULE } from './usual-module.ts';

export type Module = NonNullable<GearType['solarModule']>;

/** A module’s datasheet with the usual in place of what nobody typed. */
export function datasheetOf(
  module: Module,
): Datasheet & { readonly noctC: number; readonly groups: number; readonly halves: number } {
  return {
    vocV: module.vocV,
    iscA: module.iscA,
    vmpV: module.vmpV,
    impA: module.impA,
    cells: module.cells ?? Math.max(1, Math.round(module.vocV / USUAL_MODULE.cellV)),
    vocPctPerC: module.vocPctPerC ?? USUAL_MODULE.vocPctPerC,
    iscPctPerC: module.iscPctPerC ?? USUAL_MODULE.iscPctPerC,
    noctC: module.noctC ?? USUAL_MODULE.noctC,
    groups: module.bypassDiodes ?? USUAL_MODULE.groups,
    halves: module.halves ?? USUAL_MODULE.halves,
  };
}

/** A type of module fitted to its datasheet; null for what is none, and where the datasheet contradicts itself. */
export const fittedOf = query((prepared: Prepared, typeId: string): FittedModule | null => {
  const module = prepared.gearTypes.get(typeId)?.solarModule;
  return module == null ? null : fitModule(datasheetOf(module));
});

/** The type of a module of a field; undefined where either is gone. */
export function typeOfModule(prepared: Prepared, { field: id, module }: ModuleRef): GearType | undefined {
  const field = prepared.moduleFields.get(id);
  const laid = field?.modules.find((each) => each.id === module);
  return field === undefined || laid === undefined
    ? undefined
    : prepared.gearTypes.get(laid.type ?? field.type);
}

/** Modules in series, as a circuit has them, at standard conditions but for the cold voltage. */
export type SeriesFigures = {
  readonly count: number;
  /** Open, in the coldest air of the site. */
  readonly coldV: number;
  readonly vocV: number;
  readonly vmpV: number;
  /** Of the weakest module: what all carry. */
  readonly iscA: number;
  readonly impA: number;
  /** The least series fuse that a module of it allows; null where none says. */
  readonly maxFuseA: number | null;
  /** The types in it, by id. */
  readonly types: readonly string[];
};

export function seriesFigures(
  modules: readonly { readonly id: string; readonly module: Module }[],
  lowC: number,
): SeriesFigures {
  const sum = (of: (module: Module) => number) => modules.reduce((all, { module }) => all + of(module), 0);
  const least = (of: (module: Module) => number) =>
    modules.length === 0 ? 0 : Math.min(...modules.map(({ module }) => of(module)));
  const fuses = modules.flatMap(({ module }) => module.maxFuseA ?? []);
  return {
    count: modules.length,
    coldV: sum((module) => module.vocV * coldFactor(module, lowC)),
    vocV: sum(({ vocV }) => vocV),
    vmpV: sum(({ vmpV }) => vmpV),
    iscA: least(({ iscA }) => iscA),
    impA: least(({ impA }) => impA),
    maxFuseA: fuses.length === 0 ? null : Math.min(...fuses),
    types: [...new Set(modules.map(({ id }) => id))],
  };
}

/** The modules of a string, in its order. */
export function modulesOfString(
  prepared: Prepared,
  string: ModuleString,
): { readonly id: string; readonly module: Module }[] {
  return string.modules.flatMap((ref) => {
    const type = typeOfModule(prepared, ref);
    return type?.solarModule == null ? [] : [{ id: type.id, module: type.solarModule }];
  });
}

/** A string by its id; null where it is gone, or has inverters of its own at its modules. */
export const stringFigures = query((prepared: Prepared, id: string): SeriesFigures | null => {
  const string = prepared.moduleStrings.get(id);
  if (string?.wired.as !== 'series') return null;
  return seriesFigures(modulesOfString(prepared, string), prepared.plan.site.conditions.designLowTempC);
});

/**
 * The strings side by side that feed a circuit at one of its ends, each with its figures: those of the array, or as many alike
 * as the end says. Null for an end that is none of modules.
 */
export function stringsAt(prepared: Prepared, end: CircuitEnd): readonly SeriesFigures[] | null {
  if (end.at === 'strings') return end.strings.flatMap((id) => stringFigures(prepared, id) ?? []);
  if (end.at !== 'modules') return null;
  const module = prepared.gearTypes.get(end.type)?.solarModule;
  if (module == null) return [];
  const one = Array.from({ length: end.series }, () => ({ id: end.type, module }));
  const figures = seriesFigures(one, prepared.plan.site.conditions.designLowTempC);
  return Array.from({ length: end.parallel }, () => figures);
}
