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
import type { Circuit } from '../plan/circuit.ts';
import { circuitName, gearName, gearTypeName } from '../plan/names.ts';
import type { Plan } from '../plan/plan.ts';
import { isAbove, isBelow } from '../quantity/compare.ts';
import { told } from '../quantity/told.ts';
import { BRIGHT_SUN, MM2_RATINGS, STRING_FUSE, STRING_FUSE_US } from '../reference/conductors.ts';
import { FUSE_RATINGS } from '../reference/overcurrent.ts';
import { stringsAt, type SeriesFigures } from '../string/module-figures.ts';
import type { Working } from '../working/working.ts';
import { deviceOf } from './device.ts';

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

/** Strings that a circuit takes joined already. */
function checkCircuit(prepared: Prepared, circuit: Circuit): Found[] {
  const strings = stringsOf(prepared, circuit);
  const [first] = strings;
  if (first === undefined) return [];
  const fuseA = circuit.stringFuseA ?? null;
  if (strings.length === 1) return ownFuse(prepared, circuit, first);
  if (fuseA !== null)
    return strings.flatMap((string) => ofFuse(prepared, circuit, string, fuseA)).slice(0, 1);
  const fix = (fuse: number): Fix => ({
    message: 'string-fuse',
    data: { fuse: { value: fuse, unit: 'A' } },
    edits: [{ kind: 'set-circuit', circuit: { ...circuit, stringFuseA: fuse } }],
  });
  return lacking(prepared, circuit, strings, 'none', {}, fix).slice(0, 1);
}

/** The device of a circuit of one string is that string’s, where somebody typed it. */
function ownFuse(prepared: Prepared, circuit: Circuit, string: SeriesFigures): Found[] {
  const { protection, stringFuseA } = circuit;
  const fuses = [stringFuseA, protection.by === 'rating' ? protection.ratingA : undefined];
  return fuses.flatMap((each) => (each === undefined ? [] : ofFuse(prepared, circuit, string, each)));
}

/** Strings that come together at gear that joins them. */
function checkGear(prepared: Prepared, item: Hung): Found[] {
  if (item.type.kind !== 'combiner' && item.type.kind !== 'junction-box') return [];
  const arriving = prepared.circuitsOfGear.get(item.id).flatMap((circuit) => {
    const strings = stringsOf(prepared, circuit);
    return strings.length === 0 ? [] : [{ circuit, strings }];
  });
  if (item.type.kind === 'junction-box' && !isJoining(prepared, item, arriving.length)) return [];
  const clears = deviceOf(item.type)?.clears === true;
  return arriving.flatMap(({ circuit, strings }) => {
    const others = arriving.filter((each) => each.circuit !== circuit).flatMap((each) => each.strings);
    const isFused =
      circuit.stringFuseA !== undefined ||
      (circuit.protection.by !== 'none' && (clears || circuit.device != null));
    if (others.length === 0 || isFused) return [];
    const fix = (): Fix => ({
      message: 'program-fuse',
      data: {},
      edits: [{ kind: 'set-circuit', circuit: { ...circuit, protection: { by: 'program' } } }],
    });
    const inLine = (fuse: number): Fix => ({
      message: 'string-fuse',
      data: { fuse: { value: fuse, unit: 'A' } },
      edits: [{ kind: 'set-circuit', circuit: { ...circuit, stringFuseA: fuse } }],
    });
    const data = { gear: gearName(item.id) };
    return lacking(
      prepared,
      circuit,
      [...strings.slice(0, 1), ...others],
      'none-at',
      data,
      clears ? fix : inLine,
    ).slice(0, 1);
  });
}

/** A box joins strings where fewer circuits of the array leave it than come in. */
function isJoining(prepared: Prepared, { id }: Hung, arriving: number): boolean {
  const ofArray = prepared.circuitsOfGear.get(id).filter(({ carries }) => carries === 'array');
  const leaving = ofArray.length - arriving;
  return arriving > 1 && leaving > 0 && leaving < arriving;
}

/** Strings without a fuse of their own, where the others give more than their modules stand. */
function lacking(
  prepared: Prepared,
  circuit: Circuit,
  strings: readonly SeriesFigures[],
  message: 'none' | 'none-at',
  more: Parameters<typeof findingOf>[1]['data'],
  fix: (fuseA: number) => Fix,
): Found[] {
  const { codeBasis } = prepared.plan;
  const subjects = [{ kind: 'circuit', id: circuit.id }] as const;
  const data = { ...more, circuit: circuitName(circuit.id) };
  return strings.flatMap((string, index): Found[] => {
    const others = strings.filter((_, other) => other !== index);
    const backA = fedA(codeBasis, others);
    if (string.maxFuseA === null) {
      if (others.length < 2) return [];
      const type = gearTypeName(string.types[0] ?? '');
      return [
        findingOf(meta, { message: 'most-unsaid', severity: 'ask', data: { ...data, type }, subjects }),
      ];
    }
    if (!isAbove(backA, string.maxFuseA, 'A')) return [];
    const fuseA = fuseFor(codeBasis, string);
    if (fuseA === null) {
      const leastA = leastFuseA(codeBasis, string);
      return [
        findingOf(meta, {
          message: 'no-fuse',
          data,
          subjects,
          measured: { value: leastA, unit: 'A' },
          required: { value: mostFuseA(codeBasis, string), unit: 'A' },
          source: sourceOf(codeBasis),
          working: () => fuseWorking(codeBasis, circuit, string, others),
        }),
      ];
    }
    return [
      findingOf(meta, {
        message,
        data,
        subjects,
        measured: { value: backA, unit: 'A' },
        required: { value: string.maxFuseA, unit: 'A' },
        source: sourceOf(codeBasis),
        working: () => fuseWorking(codeBasis, circuit, string, others),
        fixes: () => [fix(fuseA)],
      }),
    ];
  });
}

/** A fuse of a string against what its modules allow and what they give. */
function ofFuse(prepared: Prepared, circuit: Circuit, string: SeriesFigures, fuseA: number): Found[] {
  const { codeBasis } = prepared.plan;
  const common = {
    data: { circuit: circuitName(circuit.id) },
    subjects: [{ kind: 'circuit', id: circuit.id }] as const,
    measured: { value: fuseA, unit: 'A' } as const,
    source: sourceOf(codeBasis),
    working: () => fuseWorking(codeBasis, circuit, string, []),
    fixes: () => fuseFixes(codeBasis, circuit, string),
  };
  const amps = (value: number) => ({ value, unit: 'A' }) as const;
  const leastA = leastFuseA(codeBasis, string);
  if (string.maxFuseA !== null && isAbove(fuseA, string.maxFuseA, 'A'))
    return [findingOf(meta, { ...common, message: 'over-module', required: amps(string.maxFuseA) })];
  if (codeBasis === 'iec' && isAbove(fuseA, STRING_FUSE.most * string.iscA, 'A'))
    return [
      findingOf(meta, { ...common, message: 'over-iec', required: amps(STRING_FUSE.most * string.iscA) }),
    ];
  if (!isBelow(fuseA, leastA, 'A')) return [];
  return [findingOf(meta, { ...common, message: 'small', severity: 'fix', required: amps(leastA) })];
}

function fuseFixes(codeBasis: Plan['codeBasis'], circuit: Circuit, string: SeriesFigures): Fix[] {
  const fuse = fuseFor(codeBasis, string);
  if (fuse === null) return [];
  const changed: Circuit =
    circuit.stringFuseA === undefined
      ? { ...circuit, protection: { by: 'rating', ratingA: fuse } }
      : { ...circuit, stringFuseA: fuse };
  return [
    {
      message: 'string-fuse',
      data: { fuse: { value: fuse, unit: 'A' } },
      edits: [{ kind: 'set-circuit', circuit: changed }],
    },
  ];
}

function sourceOf(codeBasis: Plan['codeBasis']) {
  return codeBasis === 'us' ? STRING_FUSE_US.source : STRING_FUSE.source;
}

function fuseWorking(
  codeBasis: Plan['codeBasis'],
  circuit: Circuit,
  string: SeriesFigures,
  others: readonly SeriesFigures[],
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
      { symbol: 'others', name: 'Strings beside it', value: { value: others.length, unit: 'count' } },
      ...(others.length === 0
        ? []
        : [
            {
              symbol: 'fed by the others',
              name: 'Into a fault of this one',
              value: amps(fedA(codeBasis, others)),
            },
          ]),
      ...(string.maxFuseA === null
        ? []
        : [{ symbol: 'most', name: 'Largest fuse its modules allow', value: amps(string.maxFuseA) }]),
    ],
    result: { name: 'Least fuse that holds', value: amps(leastFuseA(codeBasis, string)) },
    source: sourceOf(codeBasis),
    notes: [],
  };
}

export const stringFuseCheck: Check = checkOf(meta, [
  lookAt(CIRCUITS, checkCircuit),
  lookAt(GEAR, checkGear),
]);
