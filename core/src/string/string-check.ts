import {
  checkOf,
  findingOf,
  lookAt,
  type Check,
  type CheckMeta,
  type Fix,
  type Found,
} from '../check/finding.ts';
import type { Prepared } from '../check/prepared.ts';
import { CIRCUITS, FIELDS, STRINGS } from '../check/subjects.ts';
import { modulesOfField, planeOf } from '../array/field-modules.ts';
import { dot } from '../geometry/vec3.ts';
import type { Circuit } from '../plan/circuit.ts';
import { circuitName, fieldName, gearName, gearTypeName, stringName } from '../plan/names.ts';
import type { ModuleField, ModuleString } from '../plan/module-field.ts';
import { isAbove, isBelow } from '../quantity/compare.ts';
import { countOf, inRow, told } from '../quantity/told.ts';
import { ofTrade } from '../quantity/trade-size.ts';
import { practice, published, type Trade } from '../reference/source.ts';
import type { Working } from '../working/working.ts';
import { hotFactor } from './cold-voltage.ts';
import { isFromModules, leadString } from './lead-string.ts';
import { stringLeads } from './leads.ts';
import { modulesOfString, stringFigures, typeOfModule } from './module-figures.ts';
import { shortedA, shortedWorking } from './shorted.ts';
import { USUAL_MODULE } from './usual-module.ts';
import { setStrings, shareStrings, type SharedStrings } from './share-strings.ts';
import { arrayGear, proposeStrings } from './propose-strings.ts';

/** Strings side by side whose voltages differ by more than this pull each other down (practice). */
const UNEQUAL_RATIO = 0.05;
/** Modules that look apart by more than this are in different light most of the day: cosine of 5°. */
const SAME_WAY = Math.cos((5 * Math.PI) / 180);

const meta: CheckMeta = {
  id: 'string.wiring',
  looksAt:
    'Strings: that every module is in one, where each leads, what is mixed in it, and whether its plugs reach',
  severity: 'fix',
  source: practice('A string is of one type that looks one way; strings side by side are alike'),
  parameters: [
    {
      name: 'Voltages of strings side by side may differ by',
      value: UNEQUAL_RATIO,
      unit: 'ratio',
      why: 'Beyond it the lower string pulls the others off their best (practice)',
    },
  ],
  messages: {
    unstrung: '{count} of the modules of {field} {count:is|are} in no string.',
    empty: '{string} has no modules.',
    'no-input':
      '{string} leads nowhere: name the circuit that carries it to a controller, an inverter or a combiner.',
    twice: '{string} is carried by {circuit} and by {other}: one of them too many.',
    types: 'Modules of {count} types are in {string}: all carry the current of the weakest, {measured}.',
    ways: 'Modules of {string} look different ways: the one in less light holds up all the others.',
    unequal:
      'Side by side in {circuit}, {string} gives {measured} where {other} gives {required}: the lower pulls the higher off its best.',
    leads:
      'Between two modules of {string} the plugs lack {lead}: have an extension lead made, or plug them in another order.',
    trunk:
      'The {count} {count:inverter|inverters} on the trunk {string} {count:gives|give} {measured}; {circuit} is protected at {required}.',
    'trunk-type': '{string} names {type} for its modules, and that states no current: type it.',
    reversed:
      'By the meter {string} reads {measured}: its plus and minus are changed about. Joined to others or to an input so, it burns. Turn its plugs round first.',
    metered:
      'By the meter {string} reads {measured}; open and in the sun its {count} {count:module gives|modules give} {low} to {high}. It reads like {likely} of them: look for a plug, a diode or a module.',
    branches:
      'The {count} {count:string|strings} of {circuit} {count:comes|come} together before it, by {pairs} {pairs:pair|pairs} of branch connectors: the last carries {measured}, where usual ones bear {required}. A combiner with terminals takes their place.',
    plugs: 'In {string} plugs of {first} and of {second} would meet: only plugs of one make fit for sure.',
  },
  fixMessages: {
    share: 'Wire {count} {count:string|strings} and lead {count:it|them}: {shares}',
    wire: 'Wire {count} {count:string|strings} for {gear}',
    lead: 'Lead it to {gear} by {circuit}',
  },
};

function checkField(prepared: Prepared, field: ModuleField): Found[] {
  const strung = new Set(
    prepared.stringsOfField
      .get(field.id)
      .flatMap(({ modules }) => modules.flatMap((each) => (each.field === field.id ? [each.module] : []))),
  );
  const free = modulesOfField(prepared, field.id).filter(({ id }) => !strung.has(id));
  if (free.length === 0) return [];
  return [
    findingOf(meta, {
      message: 'unstrung',
      severity: 'ask',
      data: { field: fieldName(field.id), count: countOf(free.length) },
      subjects: [{ kind: 'field', id: field.id }],
      fixes: () => {
        const shared = shareStrings(prepared, field.id);
        return [
          ...(shared === null ? [] : [shareFix(shared)]),
          ...arrayGear(prepared)
            .slice(0, 3)
            .flatMap(({ id: gear }) => {
              const edits = setStrings(proposeStrings(prepared, field.id, gear));
              return edits.length === 0
                ? []
                : [{ message: 'wire', data: { count: countOf(edits.length), gear: gearName(gear) }, edits }];
            }),
        ];
      },
    }),
  ];
}

function shareFix({ edits, shares }: SharedStrings): Fix {
  return {
    message: 'share',
    data: {
      count: countOf(shares.reduce((sum, { count }) => sum + count, 0)),
      shares: inRow(
        shares.map(({ gear, count }) =>
          told('{count} to {gear}', { count: countOf(count), gear: gearName(gear) }),
        ),
      ),
    },
    edits,
  };
}

function checkString(prepared: Prepared, string: ModuleString): Found[] {
  const subjects = [{ kind: 'string', id: string.id }] as const;
  const data = { string: stringName(string.id) };
  if (string.modules.length === 0) return [findingOf(meta, { message: 'empty', data, subjects })];
  return [
    ...inputFindings(prepared, string),
    ...mixedFindings(prepared, string),
    ...leadFindings(prepared, string),
    ...trunkFindings(prepared, string),
    ...meterFindings(prepared, string),
  ];
}

function inputFindings(prepared: Prepared, string: ModuleString): Found[] {
  const subjects = [{ kind: 'string', id: string.id }] as const;
  const [first, second] = prepared.circuitsOfString.get(string.id);
  if (first === undefined) {
    return [
      findingOf(meta, {
        message: 'no-input',
        data: { string: stringName(string.id) },
        subjects,
        fixes: () =>
          prepared.circuits.list
            .filter(isFromModules)
            .slice(0, 3)
            .map((circuit) => ({
              message: 'lead',
              data: {
                gear: gearName(circuit.to.at === 'gear' ? circuit.to.placement : ''),
                circuit: circuitName(circuit.id),
              },
              edits: leadString(prepared, string, { to: 'circuit', id: circuit.id }),
            })),
      }),
    ];
  }
  if (second === undefined) return [];
  return [
    findingOf(meta, {
      message: 'twice',
      data: { string: stringName(string.id), circuit: circuitName(first.id), other: circuitName(second.id) },
      subjects,
    }),
  ];
}

function mixedFindings(prepared: Prepared, string: ModuleString): Found[] {
  if (string.wired.as !== 'series') return [];
  const subjects = [{ kind: 'string', id: string.id }] as const;
  const data = { string: stringName(string.id) };
  const found: Found[] = [];
  const figures = stringFigures(prepared, string.id);
  const types = figures?.types ?? [];
  if (figures !== null && types.length > 1) {
    found.push(
      findingOf(meta, {
        message: 'types',
        severity: 'ask',
        data: { ...data, count: countOf(types.length) },
        subjects,
        measured: { value: figures.impA, unit: 'A' },
      }),
    );
  }
  const plugs = [...new Set(types.flatMap((id) => prepared.gearTypes.get(id)?.solarModule?.connector ?? []))];
  const [firstPlug, secondPlug] = plugs;
  if (firstPlug !== undefined && secondPlug !== undefined) {
    found.push(
      findingOf(meta, {
        message: 'plugs',
        data: { ...data, first: firstPlug, second: secondPlug },
        subjects,
        source: published('NEC (NFPA 70)', '690.33(C)', '2023'),
      }),
    );
  }
  const [normal, ...more] = string.modules.flatMap(({ field: id, module }) => {
    const field = prepared.moduleFields.get(id);
    const frame = field === undefined ? undefined : prepared.site.frames.get(field.face);
    const placed = modulesOfField(prepared, id).find((each) => each.id === module);
    return field === undefined || frame === undefined || placed === undefined
      ? []
      : [planeOf(placed, field.tilt, frame).normal];
  });
  if (normal !== undefined && more.some((each) => dot(each, normal) < SAME_WAY))
    found.push(findingOf(meta, { message: 'ways', severity: 'ask', data, subjects }));
  return found;
}

function leadFindings(prepared: Prepared, string: ModuleString): Found[] {
  const [worst] = [...(stringLeads(prepared, string.id)?.hops ?? [])].sort(
    (a, b) => b.extensionMm - a.extensionMm,
  );
  if (worst === undefined || !isAbove(worst.extensionMm, 0, 'mm')) return [];
  const lead = typeOfModule(prepared, worst.from)?.solarModule?.leadMm;
  return [
    findingOf(meta, {
      message: 'leads',
      severity: 'note',
      data: {
        string: stringName(string.id),
        lead: { value: leadToMake(worst.extensionMm, prepared.plan.codeBasis), unit: 'mm' },
      },
      subjects: [{ kind: 'string', id: string.id }],
      working: (): Working => ({
        title: told('Leads of {string}', { string: stringName(string.id) }),
        formula: 'missing = apart − (both leads − slack)',
        inputs: [
          {
            symbol: 'apart',
            name: 'From junction box to junction box',
            value: { value: worst.apartMm, unit: 'mm' },
          },
          {
            symbol: 'lead',
            name: lead === undefined ? 'Each lead, as is usual' : 'Each lead, by the type',
            value: { value: lead ?? USUAL_MODULE.leadMm, unit: 'mm' },
          },
          {
            symbol: 'reach',
            name: 'Both leads, less the slack at the joint',
            value: { value: worst.reachMm, unit: 'mm' },
          },
        ],
        result: { name: 'What is missing', value: { value: worst.extensionMm, unit: 'mm' } },
        source: practice('Junction boxes at the upper edge; 150 mm of both leads for their bends'),
        notes: [],
      }),
    }),
  ];
}

/** What a meter may read beyond the coldest and the hottest that the site sees: light of a morning, and the meter (practice). */
const METER_RATIO = 0.05;

/** What the meter read at the ends of a string against what its modules give; reversed is told before all else. */
function meterFindings(prepared: Prepared, string: ModuleString): Found[] {
  const figures = stringFigures(prepared, string.id);
  const readV = string.measuredV;
  if (readV === undefined || figures === null || figures.count === 0) return [];
  const subjects = [{ kind: 'string', id: string.id }] as const;
  const measured = { value: readV, unit: 'V' } as const;
  const data = { string: stringName(string.id) };
  if (readV < 0)
    return [findingOf(meta, { message: 'reversed', severity: 'stop', data, subjects, measured })];
  const { designHighTempC } = prepared.plan.site.conditions;
  const hotV = modulesOfString(prepared, string).reduce(
    (sum, { module }) => sum + module.vocV * hotFactor(module, designHighTempC),
    0,
  );
  const [lowV, highV] = [hotV * (1 - METER_RATIO), figures.coldV * (1 + METER_RATIO)];
  if (!isBelow(readV, lowV, 'V') && !isAbove(readV, highV, 'V')) return [];
  const likely = Math.round((readV / figures.vocV) * figures.count);
  return [
    findingOf(meta, {
      message: 'metered',
      data: {
        ...data,
        count: countOf(figures.count),
        low: { value: lowV, unit: 'V' },
        high: { value: highV, unit: 'V' },
        likely: countOf(likely),
      },
      subjects,
      measured,
      working: (): Working => ({
        title: told('{string} by the meter', { string: stringName(string.id) }),
        formula: '0.95 · V hot ≤ read ≤ 1.05 · V cold;  like = read ÷ Voc · modules',
        inputs: [
          { symbol: 'read', name: 'Open at its two ends', value: measured },
          {
            symbol: 'V hot',
            name: 'Open, in full sun on the hottest day',
            value: { value: hotV, unit: 'V' },
          },
          {
            symbol: 'V cold',
            name: 'Open, on the coldest morning',
            value: { value: figures.coldV, unit: 'V' },
          },
          { symbol: 'Voc', name: 'Open, of all at 25 °C', value: { value: figures.vocV, unit: 'V' } },
          { symbol: 'modules', name: 'In it', value: countOf(figures.count) },
        ],
        result: { name: 'It reads like so many modules', value: countOf(likely) },
        source: meta.source,
        notes: ['Read it open, in daylight, with gloves: it cannot be switched off.'],
      }),
    }),
  ];
}

/** Leads are made up in steps of 100 mm or 4 in. */
function leadToMake(lackingMm: number, trade: Trade): number {
  const stepMm = ofTrade(trade, 100);
  return Math.ceil(lackingMm / stepMm) * stepMm;
}

function trunkFindings(prepared: Prepared, string: ModuleString): Found[] {
  if (string.wired.as !== 'trunk') return [];
  const type = prepared.gearTypes.get(string.wired.inverter);
  const subjects = [{ kind: 'string', id: string.id }] as const;
  const eachA = type?.ratings.maxCurrentA ?? null;
  if (type === undefined || eachA === null)
    return [
      findingOf(meta, {
        message: 'trunk-type',
        severity: 'ask',
        data: { string: stringName(string.id), type: gearTypeName(string.wired.inverter) },
        subjects,
      }),
    ];
  const [circuit] = prepared.circuitsOfString.get(string.id);
  if (circuit?.protection.by !== 'rating') return [];
  const currentA = eachA * string.modules.length * CONTINUOUS;
  if (!isAbove(currentA, circuit.protection.ratingA, 'A')) return [];
  return [
    findingOf(meta, {
      message: 'trunk',
      data: {
        string: stringName(string.id),
        count: countOf(string.modules.length),
        circuit: circuitName(circuit.id),
      },
      subjects,
      measured: { value: currentA, unit: 'A' },
      required: { value: circuit.protection.ratingA, unit: 'A' },
      working: (): Working => ({
        title: told('The trunk {string}', { string: stringName(string.id) }),
        formula: 'I = 1.25 · inverters · output of each',
        inputs: [
          { symbol: 'inverters', name: 'On it', value: countOf(string.modules.length) },
          { symbol: 'output', name: 'Continuous, of each', value: { value: eachA, unit: 'A' } },
          { symbol: '1.25', name: 'For a current that goes on', value: { value: CONTINUOUS, unit: 'ratio' } },
        ],
        result: { name: 'Its device has to be', value: { value: currentA, unit: 'A' } },
        source: published('NEC (NFPA 70)', '690.8 and 690.9', '2023'),
        notes: [],
      }),
      source: published('NEC (NFPA 70)', '690.8 and 690.9', '2023'),
    }),
  ];
}

/** A continuous current is protected at so much more (NEC 690.9(B)). */
const CONTINUOUS = 1.25;

/** What branch connectors bear as usually sold, A (practice; theirs is on them). */
const BRANCH_A = 30;

/** Strings that one pair of conductors carries are joined before it: what the last branch has to bear. */
function branchFindings(
  circuit: Circuit,
  strings: readonly { readonly id: string; readonly figures: { readonly iscA: number } }[],
): Found[] {
  const pairs = strings.length - 1;
  const iscA = strings.map(({ figures }) => figures.iscA);
  const shortA = shortedA(iscA);
  if (pairs < 1 || !isAbove(shortA, BRANCH_A, 'A')) return [];
  return [
    findingOf(meta, {
      message: 'branches',
      severity: 'ask',
      id: `${meta.id}/branches/${circuit.id}`,
      data: { circuit: circuitName(circuit.id), count: countOf(strings.length), pairs: countOf(pairs) },
      subjects: [
        { kind: 'circuit', id: circuit.id },
        ...strings.slice(0, 1).map(({ id }) => ({ kind: 'string', id }) as const),
      ],
      measured: { value: shortA, unit: 'A' },
      required: { value: BRANCH_A, unit: 'A' },
      working: () =>
        shortedWorking(told('Strings joined before {circuit}', { circuit: circuitName(circuit.id) }), iscA, {
          result: 'What the last branch carries',
          source: practice('Branch connectors bear 30 A as usually sold; theirs is written on them'),
        }),
    }),
  ];
}

function checkCircuit(prepared: Prepared, circuit: Circuit): Found[] {
  const end = [circuit.from, circuit.to].find((each) => each.at === 'strings');
  if (end?.at !== 'strings') return [];
  const strings = end.strings.flatMap((id) => {
    const figures = stringFigures(prepared, id);
    return figures === null || figures.count === 0 ? [] : [{ id, figures }];
  });
  const sorted = [...strings].sort((a, b) => a.figures.vmpV - b.figures.vmpV);
  const [low, high] = [sorted[0], sorted.at(-1)];
  const branches = branchFindings(circuit, strings);
  if (low === undefined || high === undefined || low === high) return branches;
  if (low.figures.vmpV >= (1 - UNEQUAL_RATIO) * high.figures.vmpV) return branches;
  return [
    ...branches,
    findingOf(meta, {
      message: 'unequal',
      data: { circuit: circuitName(circuit.id), string: stringName(low.id), other: stringName(high.id) },
      subjects: [
        { kind: 'string', id: low.id },
        { kind: 'string', id: high.id },
      ],
      measured: { value: low.figures.vmpV, unit: 'V' },
      required: { value: high.figures.vmpV, unit: 'V' },
      working: (): Working => ({
        title: told('Strings side by side in {circuit}', { circuit: circuitName(circuit.id) }),
        formula: 'V = Vmp of all modules of a string',
        inputs: [low, high].map(({ id, figures }, index) => ({
          symbol: `modules ${index + 1}`,
          name: told('In {string}', { string: stringName(id) }),
          value: countOf(figures.count),
        })),
        result: {
          name: 'They differ by',
          value: { value: high.figures.vmpV - low.figures.vmpV, unit: 'V' },
        },
        source: meta.source,
        notes: [],
      }),
    }),
  ];
}

export const stringCheck: Check = checkOf(meta, [
  lookAt(FIELDS, checkField),
  lookAt(STRINGS, checkString),
  lookAt(CIRCUITS, checkCircuit),
]);
