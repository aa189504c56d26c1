import { checkOf, findingOf, lookAt, type Check, type CheckMeta, type Found } from '../check/finding.ts';
import type { Prepared } from '../check/prepared.ts';
import { FIELDS } from '../check/subjects.ts';
import type { Circuit } from '../plan/circuit.ts';
import type { ModuleField } from '../plan/module-field.ts';
import { fieldName, gearName } from '../plan/names.ts';
import { isAbove } from '../quantity/compare.ts';
import type { Quantity } from '../quantity/units.ts';
import { countOf, told } from '../quantity/told.ts';
import { practice, published } from '../reference/source.ts';
import type { Working } from '../working/working.ts';
import { STRONGER } from './input-check.ts';
import { stringFigures, typeOfModule } from './module-figures.ts';
import { shortedA } from './shorted.ts';

const meta: CheckMeta = {
  id: 'string.more',
  looksAt: 'Whether gear keeps room for the modules that are to come later',
  severity: 'ask',
  source: practice('Room for more is kept at every place that it passes: input, wire, hole'),
  parameters: [],
  messages: {
    power: 'With {count} more modules {field} gives {gear} {measured} at best; it takes {required}.',
    current:
      'With {count} more modules of {field} an input of {gear} bears {measured} shorted; it may {required}.',
  },
  fixMessages: {},
};

function checkField(prepared: Prepared, field: ModuleField): Found[] {
  const { moreModules } = field;
  if (moreModules === undefined) return [];
  const strings = prepared.stringsOfField.get(field.id).filter(({ wired }) => wired.as === 'series');
  const [first] = strings;
  const figures = first === undefined ? null : stringFigures(prepared, first.id);
  const module = prepared.gearTypes.get(field.type)?.solarModule;
  if (figures === null || figures.count === 0 || module == null) return [];
  const moreStrings = Math.ceil(moreModules / figures.count);
  const circuits = new Map(
    strings.flatMap(({ id }) =>
      prepared.circuitsOfString.get(id).map((circuit) => [circuit.id, circuit] as const),
    ),
  );
  const data = { field: fieldName(field.id), count: countOf(moreModules) };
  const about = { kind: 'field', id: field.id } as const;
  const atGear = new Map<string, Circuit[]>();
  for (const circuit of circuits.values()) {
    const end = [circuit.from, circuit.to].find((each) => each.at === 'gear');
    if (end?.at === 'gear') atGear.set(end.placement, [...(atGear.get(end.placement) ?? []), circuit]);
  }
  const found: Found[] = [];
  // What comes later may be dealt to whichever gear has room: only where none has is it asked about.
  const short = [...atGear].flatMap(([id, own]) =>
    shortAt(prepared, id, own, { moreModules, moreStrings, module }),
  );
  const [worst] = short;
  if (worst !== undefined && short.length >= atGear.size) {
    const { gear, by, measured, required } = worst;
    found.push(
      findingOf(meta, {
        message: by,
        data: { ...data, gear: gearName(gear) },
        subjects: [about, { kind: 'placement', id: gear }],
        measured,
        required,
        ...(by === 'current' ? { source: published('NEC (NFPA 70)', '690.8(A)(1)', '2023') } : {}),
        working: (): Working => ({
          title: told('{field} with what is to come', { field: fieldName(field.id) }),
          formula:
            by === 'power'
              ? 'P = present + more · rated power'
              : 'I = 1.25 · (Isc of all strings and of those to come)',
          inputs: [
            { symbol: 'more', name: 'Modules to come', value: countOf(moreModules) },
            { symbol: 'strings', name: 'Strings of them', value: countOf(moreStrings) },
            { symbol: 'each', name: 'Modules in a string as now', value: countOf(figures.count) },
          ],
          result: { name: 'With them', value: measured },
          source: meta.source,
          notes: [],
        }),
      }),
    );
  }
  return found;
}

type More = {
  readonly moreModules: number;
  readonly moreStrings: number;
  readonly module: { readonly pmaxW: number; readonly iscA: number };
};

/** A piece of gear that has no room for what is to come, and by what. */
type Short = {
  readonly gear: string;
  readonly by: 'power' | 'current';
  readonly measured: Quantity;
  readonly required: Quantity;
};

/** Whether a piece of gear has no room for what is to come, by its power or by the current of its input. */
function shortAt(prepared: Prepared, gear: string, circuits: readonly Circuit[], more: More): Short[] {
  const item = prepared.hung.get(gear);
  if (item === undefined) return [];
  const { ratings } = item.type;
  const strings = circuits
    .flatMap(({ from, to }) => [from, to])
    .flatMap((end) => (end.at === 'strings' ? end.strings : []));
  const modules = strings.flatMap((id) => prepared.moduleStrings.get(id)?.modules ?? []);
  const powerW = modules.reduce(
    (sum, ref) => sum + (typeOfModule(prepared, ref)?.solarModule?.pmaxW ?? 0),
    more.moreModules * more.module.pmaxW,
  );
  if (ratings.powerW !== null && isAbove(powerW, STRONGER * ratings.powerW, 'W'))
    return [
      {
        gear,
        by: 'power',
        measured: { value: powerW, unit: 'W' },
        required: { value: ratings.powerW, unit: 'W' },
      },
    ];
  const shortA = shortedA([
    ...strings.map((id) => stringFigures(prepared, id)?.iscA ?? 0),
    ...Array.from({ length: more.moreStrings }, () => more.module.iscA),
  ]);
  if (ratings.arrayA != null && isAbove(shortA, ratings.arrayA, 'A'))
    return [
      {
        gear,
        by: 'current',
        measured: { value: shortA, unit: 'A' },
        required: { value: ratings.arrayA, unit: 'A' },
      },
    ];
  return [];
}

export const moreCheck: Check = checkOf(meta, lookAt(FIELDS, checkField));
