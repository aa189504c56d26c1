import { checkOf, findingOf, lookAt, type Check, type CheckMeta, type Found } from '../check/finding.ts';
import type { Prepared } from '../check/prepared.ts';
import { CIRCUITS } from '../check/subjects.ts';
import type { Circuit } from '../plan/circuit.ts';
import { circuitName, gearName, stringName } from '../plan/names.ts';
import type { ModuleString } from '../plan/module-field.ts';
import { isAbove, isBelow } from '../quantity/compare.ts';
import { countOf, told } from '../quantity/told.ts';
import { practice, published } from '../reference/source.ts';
import type { Working } from '../working/working.ts';
import { hotFactor } from './cold-voltage.ts';
import { modulesOfString, stringFigures } from './module-figures.ts';
import { stringsLedTo, takesArray } from './propose-strings.ts';
import { shortedA, shortedWorking } from './shorted.ts';
import { USUAL_MODULE } from './usual-module.ts';

const meta: CheckMeta = {
  id: 'string.input',
  looksAt:
    'What strings give in heat and full sun against the window, the power and the current of the gear they lead to',
  severity: 'fix',
  source: practice(
    'A string stays inside the window of its input from the coldest morning to the hottest noon',
  ),
  parameters: [],
  messages: {
    'too-low-hot': 'On the hottest day {string} works at {measured}; {gear} starts at {required}.',
    power:
      'The modules that lead to {gear} give {measured} at best; it takes {required}. What is beyond is lost at noon.',
    current:
      'The strings of {circuit} give {measured} shorted in bright sun; an input of {gear} bears {required}.',
  },
  fixMessages: {},
};

/** An array may be stronger than its controller by this before anybody needs to look (practice). */
export const STRONGER = 1.3;

function checkInput(prepared: Prepared, circuit: Circuit): Found[] {
  const end = [circuit.from, circuit.to].find((each) => each.at === 'strings');
  const other = [circuit.from, circuit.to].find((each) => each.at === 'gear');
  const item = other?.at === 'gear' ? prepared.hung.get(other.placement) : undefined;
  if (end?.at !== 'strings' || item === undefined || circuit.carries !== 'array') return [];
  const { ratings, kind } = item.type;
  const found: Found[] = [];
  const { designHighTempC } = prepared.plan.site.conditions;
  const strings = end.strings.flatMap((id) => {
    const string = prepared.moduleStrings.get(id);
    return string?.wired.as === 'series' && string.modules.length > 0 ? [string] : [];
  });
  const gear = gearName(item.id);
  const subjects = (string: ModuleString) =>
    [
      { kind: 'string', id: string.id },
      { kind: 'placement', id: item.id },
    ] as const;
  if (ratings.minVoltageV !== null && kind !== 'battery') {
    for (const string of strings) {
      const modules = modulesOfString(prepared, string);
      const factorOf = ({ module }: (typeof modules)[number]) => hotFactor(module, designHighTempC);
      const hotV = modules.reduce((sum, each) => sum + each.module.vmpV * factorOf(each), 0);
      const [first] = modules;
      if (first === undefined || !isBelow(hotV, ratings.minVoltageV, 'V')) continue;
      const leastV = ratings.minVoltageV;
      found.push(
        findingOf(meta, {
          message: 'too-low-hot',
          // Of all strings at one piece of gear the lowest speaks.
          id: `${meta.id}/too-low-hot/${item.id}`,
          data: { string: stringName(string.id), gear },
          subjects: subjects(string),
          measured: { value: hotV, unit: 'V' },
          required: { value: leastV, unit: 'V' },
          working: (): Working => ({
            title: told('{string} on the hottest day', { string: stringName(string.id) }),
            formula: 'V = Vmp · modules · (1 + β · (T − 25));  T = air + (NOCT − 20) ÷ 800 · 1000',
            inputs: [
              {
                symbol: 'Vmp',
                name: 'Of one module at its best',
                value: { value: first.module.vmpV, unit: 'V' },
              },
              { symbol: 'modules', name: 'In it', value: countOf(modules.length) },
              { symbol: 'air', name: 'Hottest air', value: { value: designHighTempC, unit: 'degC' } },
              {
                symbol: 'NOCT',
                name: 'Cells in 800 W/m² at 20 °C',
                value: { value: first.module.noctC ?? USUAL_MODULE.noctC, unit: 'degC' },
              },
              { symbol: 'factor', name: 'For the heat', value: { value: factorOf(first), unit: 'ratio' } },
            ],
            result: { name: 'On the hottest day', value: { value: hotV, unit: 'V' } },
            source: meta.source,
            notes: ['The coefficient of the open-circuit voltage is taken for the working voltage too.'],
          }),
        }),
      );
    }
  }
  // Whatever leads there, by this circuit and by others.
  const all = stringsLedTo(prepared, item.id).flatMap((string) => modulesOfString(prepared, string));
  const powerW = all.reduce((sum, { module }) => sum + module.pmaxW, 0);
  const [first] = strings;
  if (
    first !== undefined &&
    takesArray(item) &&
    ratings.powerW !== null &&
    isAbove(powerW, STRONGER * ratings.powerW, 'W')
  ) {
    found.push(
      findingOf(meta, {
        message: 'power',
        id: `${meta.id}/power/${item.id}`,
        severity: 'ask',
        data: { gear },
        subjects: [
          { kind: 'placement', id: item.id },
          { kind: 'string', id: first.id },
        ],
        measured: { value: powerW, unit: 'W' },
        required: { value: ratings.powerW, unit: 'W' },
        working: (): Working => ({
          title: told('Modules that lead to {gear}', { gear }),
          formula: 'P = modules · rated power; more than 1.3 times what it takes is asked about',
          inputs: [
            { symbol: 'modules', name: 'That lead to it', value: countOf(all.length) },
            { symbol: 'takes', name: 'What it takes', value: { value: ratings.powerW ?? 0, unit: 'W' } },
          ],
          result: { name: 'What they give at best', value: { value: powerW, unit: 'W' } },
          source: meta.source,
          notes: ['On most days modules give less than they are rated for.'],
        }),
      }),
    );
  }
  const iscA = strings.map(({ id }) => stringFigures(prepared, id)?.iscA ?? 0);
  const shortA = shortedA(iscA);
  if (first !== undefined && ratings.arrayA != null && isAbove(shortA, ratings.arrayA, 'A')) {
    found.push(
      findingOf(meta, {
        message: 'current',
        severity: 'stop',
        data: { circuit: circuitName(circuit.id), gear },
        subjects: [
          { kind: 'string', id: first.id },
          { kind: 'placement', id: item.id },
        ],
        measured: { value: shortA, unit: 'A' },
        required: { value: ratings.arrayA, unit: 'A' },
        working: () =>
          shortedWorking(told('Strings of {circuit}, shorted', { circuit: circuitName(circuit.id) }), iscA, {
            result: 'What an input has to bear',
            source: published('NEC (NFPA 70)', '690.8(A)(1)', '2023'),
          }),
        source: published('NEC (NFPA 70)', '690.8(A)(1)', '2023'),
      }),
    );
  }
  return found;
}

export const inputCheck: Check = checkOf(meta, lookAt(CIRCUITS, checkInput));
