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
import { CIRCUITS, GEAR } from '../check/subjects.ts';
import type { Hung } from '../model/model.ts';
import { sizedCircuit } from '../conductor/circuit-sizing.ts';
import type { Circuit } from '../plan/circuit.ts';
import { circuitName, gearName, gearTypeName } from '../plan/names.ts';
import type { Plan } from '../plan/plan.ts';
import { isAbove, isBelow } from '../quantity/compare.ts';
import { told } from '../quantity/told.ts';
import { BRIGHT_SUN, MM2_RATINGS, STRING_FUSE, STRING_FUSE_US } from '../reference/conductors.ts';
import { FUSE_RATINGS } from '../reference/overcurrent.ts';
import { stringsAt, type SeriesFigures } from '../string/module-figures.ts';
import type { Working } from '../working/working.ts';
import { deviceOf, devicesAlong } from './device.ts';

const meta: CheckMeta = {
  id: 'protection.string-fuse',
  looksAt: 'Strings side by side: what the others can feed into a faulty one, and the fuse each of them has',
  severity: 'stop',
  source: STRING_FUSE_US.source,
  parameters: [
    {
      name: 'Least fuse, American code',
      value: STRING_FUSE_US.least,
      unit: 'ratio',
      why: 'Times the short-circuit current of the modules: for bright sun and for hours of it',
    },
    {
      name: 'Least fuse elsewhere',
      value: STRING_FUSE.least,
      unit: 'ratio',
      why: 'Times the short-circuit current of the modules',
    },
    {
      name: 'Largest fuse elsewhere',
      value: STRING_FUSE.most,
      unit: 'ratio',
      why: 'Times the short-circuit current, whatever the modules allow',
    },
  ],
  messages: {
    none: 'The other strings of {circuit} can feed {measured} into a faulty one; its modules allow {required}. Each string needs a fuse of its own, before they are joined.',
    'none-at':
      'At {gear} the other strings can feed {measured} into that of {circuit}; its modules allow {required}: it needs a fuse of its own there.',
    'most-unsaid':
      'Strings of {circuit} lie side by side, and the largest series fuse of {type} is not said: read it on the module’s plate.',
    'no-fuse':
      'Each string of {circuit} needs a fuse of {measured} or more, and its modules allow {required}: no fuse is made between; use fewer side by side.',
    'over-module': 'The fuse of each string of {circuit} is {measured}; its modules allow {required}.',
    'over-iec':
      'The fuse of each string of {circuit} is {measured}; at most {required} for what its modules give.',
    small: 'The fuse of each string of {circuit} is {measured}; from {required} on it holds in bright sun.',
  },
  fixMessages: {
    'string-fuse': 'A fuse of {fuse} in each string',
    'program-fuse': 'Let the program choose the fuse',
  },
  fields: { 'most-unsaid': 'gear-type' },
};

/** What others give that feed a fault, A: for bright sun by the American code, at standard conditions elsewhere. */
function fedA(codeBasis: Plan['codeBasis'], others: readonly SeriesFigures[]): number {
  const factor = codeBasis === 'us' ? BRIGHT_SUN.factor : 1;
  return factor * others.reduce((sum, { iscA }) => sum + iscA, 0);
}

function leastFuseA(codeBasis: Plan['codeBasis'], { iscA }: SeriesFigures): number {
  return (codeBasis === 'us' ? STRING_FUSE_US.least : STRING_FUSE.least) * iscA;
}

/** The smallest fuse that is made and holds; null where the modules or the code allow none of them. */
function fuseFor(codeBasis: Plan['codeBasis'], string: SeriesFigures): number | null {
  const leastA = leastFuseA(codeBasis, string);
  const fuseA = fusesOf(codeBasis).find((rating) => !isBelow(rating, leastA, 'A'));
  if (fuseA === undefined) return null;
  return isAbove(fuseA, mostFuseA(codeBasis, string), 'A') ? null : fuseA;
}

function fusesOf(codeBasis: Plan['codeBasis']): readonly number[] {
  return (codeBasis === 'us' ? FUSE_RATINGS : MM2_RATINGS).rows;
}

function mostFuseA(codeBasis: Plan['codeBasis'], { maxFuseA, iscA }: SeriesFigures): number {
  return Math.min(maxFuseA ?? Infinity, codeBasis === 'us' ? Infinity : STRING_FUSE.most * iscA);
}

/** The strings that a circuit of an array begins or ends at. */
function stringsOf(prepared: Prepared, { carries, from, to }: Circuit): readonly SeriesFigures[] {
  if (carries !== 'array') return [];
  return (stringsAt(prepared, from) ?? stringsAt(prepared, to) ?? []).filter(({ count }) => count > 0);
}

/** Strings that a circuit takes joined already, and what was typed for the fuse of one. */
function checkCircuit(prepared: Prepared, circuit: Circuit): Found[] {
  const strings = stringsOf(prepared, circuit);
  const { protection, stringFuseA } = circuit;
  // The device of a circuit of one string is that string’s.
  const typed = strings.length === 1 && protection.by === 'rating' ? [protection.ratingA] : [];
  const fuses = stringFuseA === undefined ? typed : [stringFuseA, ...typed];
  const { codeBasis } = prepared.plan;
  const wrong = strings.flatMap((string) =>
    fuses.flatMap((fuseA) => ofFuse(codeBasis, circuit, string, fuseA)),
  );
  if (stringFuseA !== undefined || strings.length < 2) return wrong.slice(0, 1);
  return firstOf(
    strings.map((string, index) =>
      lacking(prepared, circuit, string, fedA(codeBasis, without(strings, index)), strings.length - 1, null),
    ),
  );
}

/** Strings that come together at gear that joins them, each with what it gets from all others there. */
function checkGear(prepared: Prepared, item: Hung): Found[] {
  const arriving = prepared.circuitsOfGear.get(item.id).flatMap((circuit) => {
    const strings = stringsOf(prepared, circuit);
    return strings.length === 0 ? [] : [{ circuit, strings }];
  });
  if (arriving.length < 2 || !doesJoin(prepared, item, arriving.length)) return [];
  const { codeBasis } = prepared.plan;
  return arriving.flatMap(({ circuit, strings }) => {
    if (circuit.stringFuseA !== undefined) return [];
    const others = arriving.filter((each) => each.circuit !== circuit).flatMap((each) => each.strings);
    // What its own device lets through, where it has one; else all that the others give.
    const fuseA = deviceAt(prepared, item, circuit);
    const comesA = Math.min(fuseA ?? Infinity, fedA(codeBasis, others));
    return firstOf(
      strings.map((string, index) => {
        const beside = without(strings, index);
        const ownA = fedA(codeBasis, beside);
        // What they do to each other is told of the circuit.
        if (string.maxFuseA !== null && isAbove(ownA, string.maxFuseA, 'A')) return [];
        const isAlone = beside.length === 0;
        if (isAlone && fuseA !== null)
          return isFuseWanted(string, fedA(codeBasis, others))
            ? ofFuse(codeBasis, circuit, string, fuseA)
            : [];
        return lacking(prepared, circuit, string, ownA + comesA, beside.length + others.length, item);
      }),
    );
  });
}

function without<Item>(list: readonly Item[], index: number): Item[] {
  return list.filter((_, other) => other !== index);
}

/** Strings of one circuit are told of once. */
function firstOf(found: readonly (readonly Found[])[]): Found[] {
  return found.flat().slice(0, 1);
}

/** What joins strings: what is made for it or has one input; else what fewer circuits of the array leave than come in. */
function doesJoin(prepared: Prepared, { id, type }: Hung, arriving: number): boolean {
  if (type.kind === 'combiner' || type.kind === 'charge-controller') return true;
  const ofArray = prepared.circuitsOfGear.get(id).filter(({ carries }) => carries === 'array');
  const leaving = ofArray.length - arriving;
  return leaving > 0 && leaving < arriving;
}

/** The device of a circuit where it comes to gear that joins it with others, A; null where nothing clears it. */
function deviceAt(prepared: Prepared, item: Hung, circuit: Circuit): number | null {
  const doesClear =
    deviceOf(item.type)?.clears === true ||
    devicesAlong(prepared, circuit, item.id).some(({ device }) => device.clears);
  return doesClear ? (sizedCircuit(prepared, circuit.id)?.sizing?.deviceA ?? null) : null;
}

function isFuseWanted({ maxFuseA }: SeriesFigures, backA: number): boolean {
  return maxFuseA !== null && isAbove(backA, maxFuseA, 'A');
}

/** A string without a fuse of its own, where others give more than its modules stand: within its circuit, or at gear. */
function lacking(
  prepared: Prepared,
  circuit: Circuit,
  string: SeriesFigures,
  backA: number,
  others: number,
  at: Hung | null,
): Found[] {
  const { codeBasis } = prepared.plan;
  const common = {
    data: { circuit: circuitName(circuit.id), ...(at === null ? {} : { gear: gearName(at.id) }) },
    subjects: [{ kind: 'circuit', id: circuit.id }] as const,
    source: sourceOf(codeBasis),
  };
  if (string.maxFuseA === null) {
    // Two alike feed each other no more than any module stands.
    if (others < 2) return [];
    const type = gearTypeName(string.types[0] ?? '');
    return [
      findingOf(meta, { ...common, message: 'most-unsaid', severity: 'ask', data: { ...common.data, type } }),
    ];
  }
  if (!isFuseWanted(string, backA)) return [];
  const fuseA = fuseFor(codeBasis, string);
  if (fuseA === null) return [noFuse(codeBasis, circuit, string)];
  return [
    findingOf(meta, {
      ...common,
      message: at === null ? 'none' : 'none-at',
      measured: { value: backA, unit: 'A' },
      required: { value: string.maxFuseA, unit: 'A' },
      working: () => fuseWorking(codeBasis, circuit, string, { others, backA }),
      fixes: () => [
        at !== null && deviceOf(at.type)?.clears === true && circuit.protection.by === 'none'
          ? programFix(circuit)
          : stringFuseFix(circuit, fuseA),
      ],
    }),
  ];
}

function programFix(circuit: Circuit): Fix {
  return {
    message: 'program-fuse',
    data: {},
    edits: [{ kind: 'set-circuit', circuit: { ...circuit, protection: { by: 'program' } } }],
  };
}

function stringFuseFix(circuit: Circuit, fuseA: number): Fix {
  return {
    message: 'string-fuse',
    data: { fuse: { value: fuseA, unit: 'A' } },
    edits: [{ kind: 'set-circuit', circuit: { ...circuit, stringFuseA: fuseA } }],
  };
}

/** No rating is made between what holds in bright sun and what the modules allow. */
function noFuse(codeBasis: Plan['codeBasis'], circuit: Circuit, string: SeriesFigures): Found {
  return findingOf(meta, {
    message: 'no-fuse',
    data: { circuit: circuitName(circuit.id) },
    subjects: [{ kind: 'circuit', id: circuit.id }],
    measured: { value: leastFuseA(codeBasis, string), unit: 'A' },
    required: { value: mostFuseA(codeBasis, string), unit: 'A' },
    source: sourceOf(codeBasis),
    working: () => fuseWorking(codeBasis, circuit, string),
  });
}

/** A fuse of a string against what its modules allow and what they give. */
function ofFuse(
  codeBasis: Plan['codeBasis'],
  circuit: Circuit,
  string: SeriesFigures,
  fuseA: number,
): Found[] {
  const leastA = leastFuseA(codeBasis, string);
  const held = (message: string, required: number, severity = meta.severity) => [
    findingOf(meta, {
      message,
      severity,
      data: { circuit: circuitName(circuit.id) },
      subjects: [{ kind: 'circuit', id: circuit.id }],
      measured: { value: fuseA, unit: 'A' },
      required: { value: required, unit: 'A' },
      source: sourceOf(codeBasis),
      working: () => fuseWorking(codeBasis, circuit, string),
      fixes: () => fuseFixes(codeBasis, circuit, string),
    }),
  ];
  const isOverModule = string.maxFuseA !== null && isAbove(fuseA, string.maxFuseA, 'A');
  // The next one that is made, and still too large: none is between.
  if (isOverModule && circuit.stringFuseA === undefined && circuit.protection.by === 'program')
    return [noFuse(codeBasis, circuit, string)];
  if (isOverModule) return held('over-module', string.maxFuseA);
  const mostA = mostFuseA(codeBasis, string);
  if (isAbove(fuseA, mostA, 'A')) return held('over-iec', mostA);
  return isBelow(fuseA, leastA, 'A') ? held('small', leastA, 'fix') : [];
}

function fuseFixes(codeBasis: Plan['codeBasis'], circuit: Circuit, string: SeriesFigures): Fix[] {
  const fuse = fuseFor(codeBasis, string);
  if (fuse === null) return [];
  if (circuit.stringFuseA !== undefined) return [stringFuseFix(circuit, fuse)];
  return [programFix(circuit)];
}

function sourceOf(codeBasis: Plan['codeBasis']) {
  return codeBasis === 'us' ? STRING_FUSE_US.source : STRING_FUSE.source;
}

function fuseWorking(
  codeBasis: Plan['codeBasis'],
  circuit: Circuit,
  string: SeriesFigures,
  fed: { readonly others: number; readonly backA: number } | null = null,
): Working {
  const isUs = codeBasis === 'us';
  const amps = (value: number) => ({ value, unit: 'A' }) as const;
  return {
    title: told('Fuse of each string of {circuit}', { circuit: circuitName(circuit.id) }),
    formula: isUs
      ? 'fed by the others = 1.25 · Σ Isc;  1.56 · Isc ≤ fuse ≤ what the modules allow'
      : 'fed by the others = Σ Isc;  1.5 · Isc ≤ fuse ≤ 2.4 · Isc, and what the modules allow',
    inputs: [
      { symbol: 'Isc', name: 'Short-circuit current of the string', value: amps(string.iscA) },
      ...(fed === null
        ? []
        : ([
            { symbol: 'others', name: 'Strings beside it', value: { value: fed.others, unit: 'count' } },
            { symbol: 'fed by the others', name: 'Into a fault of this one', value: amps(fed.backA) },
          ] as const)),
      ...(string.maxFuseA === null
        ? []
        : [{ symbol: 'most', name: 'Largest fuse its modules allow', value: amps(string.maxFuseA) }]),
    ],
    result: { name: 'Least fuse that holds', value: amps(leastFuseA(codeBasis, string)) },
    source: sourceOf(codeBasis),
    notes: ['Where a device stands between, no more comes through it than it is rated for.'],
  };
}

export const stringFuseCheck: Check = checkOf(meta, [
  lookAt(CIRCUITS, checkCircuit),
  lookAt(GEAR, checkGear),
]);
