import {
  checkOf,
  findingOf,
  lookAt,
  type Check,
  type CheckMeta,
  type Fix,
  type Found,
} from '../check/finding.ts';
import { prepare, type Prepared } from '../check/prepared.ts';
import { CIRCUITS } from '../check/subjects.ts';
import { MOST_SETS, setsOf, type Circuit } from '../plan/circuit.ts';
import { applyEdits } from '../plan/edits/apply-edit.ts';
import { circuitName, gearName } from '../plan/names.ts';
import { isAbove, isBelow } from '../quantity/compare.ts';
import {
  AWG_AMPACITY,
  EARTHING,
  hotterThan,
  INSULATION_KINDS,
  SHARING,
  USUAL_DROP,
} from '../reference/conductors.ts';
import type { Working } from '../working/working.ts';
import { COLD_VOLTAGE, COLD_VOLTAGE_IEC } from '../reference/cold-voltage.ts';
import { stringsAt, type SeriesFigures } from '../string/module-figures.ts';
import { told } from '../quantity/told.ts';
import { published, type SourceRef } from '../reference/source.ts';
import { isSized } from './carried.ts';
import { bondOf, sizedCircuit, type SizedCircuit } from './circuit-sizing.ts';
import { codeTablesOf, sectionMm2, type ConductorSize } from './code-tables.ts';
import {
  bondWorking,
  capacityWorking,
  currentWorking,
  dropWorking,
  protectionWorking,
  sizeWords,
  terminalsWorking,
} from './sizing-working.ts';
import { isSectionTaken, type Candidate, type Requirement } from './sizing.ts';

const meta: CheckMeta = {
  id: 'conductor.size',
  looksAt:
    'Conductors of each circuit: what they carry, where they lie, their device, their terminals and the voltage they lose',
  severity: 'fix',
  source: AWG_AMPACITY.source,
  parameters: [],
  messages: {
    unsaid: 'Say what {circuit} carries: until then its conductors and its device are not sized.',
    'bond-unknown':
      'How thick {circuit} must be follows from the conductors of power it bonds, and none of them is known yet.',
    'bond-beyond':
      '{circuit} must be {measured} or more, and no size of the table is: type what is laid, as measured, or bond by several.',
    'bond-thin': '{size} of {circuit} is {measured}; beside {by} it is {required} or more.',
    'no-earth':
      'The earth conductor of {circuit} is beyond the table: its device or its conductors are larger than it goes. Share it between circuits, or run its earth as a bond of its own.',
    'no-current': 'Nothing that {circuit} joins tells its current: type it.',
    'no-size':
      'No size in the tables serves {circuit} and its terminals: share it between sets, shorten it, raise its voltage, or end it elsewhere.',
    gap: 'The way drawn for {circuit} does not lead from {from} to {to}: draw the rest, or type its length.',
    'no-reach': 'The way drawn for {circuit} does not reach {to}: draw the rest, or type its length.',
    capacity: '{size} of {circuit} may carry {measured} where it lies; it carries {required}.',
    terminals: 'At its terminals {size} of {circuit} may carry {measured}; its design current is {required}.',
    protection:
      'A device of {required} does not protect {size} of {circuit} where it lies and at its terminals: at most {measured} does.',
    'no-device':
      'No device of the table is as large as the design current of {circuit}, {measured}: share it between circuits.',
    'small-device': 'The device of {circuit} is {measured}; its design current is {required}.',
    sharing:
      '{size} of {circuit} is {measured}, and conductors that share a current are {required} or more: use thicker ones or one set.',
    drop: '{circuit} loses {measured} of its voltage; it is held to {required}.',
    'not-for-sun':
      '{circuit} is clipped where the sun falls on it, and {insulation} does not stand sunlight: use wire that does, or conduit.',
    'too-high': 'At {low} a string of {circuit} reaches {measured}; {gear} stands {required}.',
    'too-low': 'A string of {circuit} gives {measured} in full sun; {gear} starts at {required}.',
    'thick-for-terminal':
      '{size} of {circuit} is {measured}; the terminal {terminal} of {gear} takes up to {required}.',
    'thin-for-terminal':
      '{size} of {circuit} is {measured}; the terminal {terminal} of {gear} takes from {required}.',
  },
  fixMessages: {
    'use-size': 'Use {size}',
    'use-insulation': 'Use {insulation}',
    'use-sets': 'Use {sets} sets of {size}',
    'by-program': 'Let the program choose the size',
    'device-by-program': 'Let the program choose the device',
  },
};

function checkCircuit(prepared: Prepared, circuit: Circuit): Found[] {
  const subjects = [{ kind: 'circuit', id: circuit.id }] as const;
  const data = { circuit: circuitName(circuit.id) };
  const ask = (message: string) => [findingOf(meta, { message, severity: 'ask', data, subjects })];
  if (circuit.carries === 'unsaid') return ask('unsaid');
  if (circuit.carries === 'bond') return bondFindings(prepared, circuit);
  if (!isSized(circuit)) return [];
  const sized = sizedCircuit(prepared, circuit.id);
  if (sized === null) return [];
  if (sized.sizing === null) return ask('no-current');
  const { chosen } = sized.sizing;
  if (chosen === null) {
    // Only the outside of a measured conductor is known.
    if (circuit.wire.size.by === 'measured') return [];
    return [
      findingOf(meta, {
        message: 'no-size',
        severity: 'stop',
        data,
        subjects,
        working: () => currentWorking(sized),
        fixes: () => [...insulationFixes(prepared, circuit), ...setsFixes(prepared, circuit)],
      }),
    ];
  }
  return [
    ...gapFindings(prepared, circuit),
    ...sunFindings(sized),
    ...chosen.fails.flatMap((requirement) =>
      requirement === 'range' ? [] : tooSmall(sized, chosen, requirement),
    ),
    ...deviceFindings(sized),
    ...earthFindings(sized),
    ...windowFindings(prepared, sized),
    ...terminalFindings(sized, chosen.size),
  ];
}

function tooSmall(sized: SizedCircuit, chosen: Candidate, requirement: Exclude<Requirement, 'range'>): Found {
  const { circuit, carried, sizing, mostDropPct } = sized;
  const amps = (value: number) => ({ value, unit: 'A' }) as const;
  const common = {
    data: {
      circuit: circuitName(circuit.id),
      size: sizeWords(chosen.size),
    },
    subjects: [{ kind: 'circuit', id: circuit.id }] as const,
    source: codeTablesOf(circuit.wire).sources.capacity,
    fixes: () => sizeFixes(sized),
    working: () => capacityWorking(sized, chosen),
  };
  switch (requirement) {
    case 'capacity':
      return findingOf(meta, {
        ...common,
        message: 'capacity',
        severity: 'stop',
        measured: amps(chosen.capacityA),
        required: amps(carried?.currentA ?? 0),
      });
    case 'terminals':
      return findingOf(meta, {
        ...common,
        source: codeTablesOf(circuit.wire).sources.terminals,
        working: () => terminalsWorking(sized, chosen),
        message: 'terminals',
        measured: amps(chosen.terminalA ?? 0),
        required: amps(sizing?.designA ?? 0),
      });
    case 'protection': {
      const deviceA = sizing?.deviceA ?? null;
      const source = codeTablesOf(circuit.wire).sources.protection;
      if (deviceA === null)
        return findingOf(meta, {
          ...common,
          message: 'no-device',
          severity: 'stop',
          measured: amps(sizing?.designA ?? 0),
          source,
          working: () => currentWorking(sized),
        });
      return findingOf(meta, {
        ...common,
        message: 'protection',
        severity: 'stop',
        measured: amps(chosen.mostDeviceA),
        required: amps(deviceA),
        source,
        working: () => protectionWorking(sized, chosen),
      });
    }
    case 'sharing':
      return findingOf(meta, {
        ...common,
        message: 'sharing',
        measured: { value: sectionMm2(chosen.size), unit: 'section' },
        required: { value: codeTablesOf(circuit.wire).leastTogetherMm2, unit: 'section' },
        source: SHARING.source,
      });
    case 'drop':
      return findingOf(meta, {
        ...common,
        message: 'drop',
        severity: 'ask',
        measured: { value: chosen.dropPct ?? 0, unit: 'percent' },
        required: { value: mostDropPct ?? 0, unit: 'percent' },
        source: USUAL_DROP.source,
        working: () => dropWorking(sized, chosen),
      });
  }
}

function sizeFixes({ circuit, sizing }: SizedCircuit): Fix[] {
  const smallest = sizing?.smallest;
  if (smallest === undefined || smallest === null) return [];
  return [
    sizeFix(circuit, smallest.size),
    { message: 'by-program', data: {}, edits: withSize(circuit, { by: 'program' }) },
  ];
}

function sizeFix(circuit: Circuit, size: ConductorSize): Fix {
  return { message: 'use-size', data: { size: sizeWords(size) }, edits: withSize(circuit, size) };
}

function withSize(circuit: Circuit, size: Circuit['wire']['size']): Fix['edits'] {
  return [{ kind: 'set-circuit', circuit: { ...circuit, wire: { ...circuit.wire, size } } }];
}

/** Insulation that stands more heat, with which some size serves, found on the plan as it would be. */
function insulationFixes({ plan }: Prepared, circuit: Circuit): Fix[] {
  for (const insulation of hotterThan(circuit.wire.insulation)) {
    const wire: Circuit['wire'] = { ...circuit.wire, insulation };
    const edits = [{ kind: 'set-circuit', circuit: { ...circuit, wire } }] as const;
    const applied = applyEdits(plan, edits);
    const size = applied.ok ? sizedCircuit(prepare(applied.value.plan), circuit.id)?.sizing?.chosen : null;
    const { words } = INSULATION_KINDS.rows[insulation];
    if (size != null) return [{ message: 'use-insulation', data: { insulation: words }, edits }];
  }
  return [];
}

/** The fewest sets that some size serves in, found on the plan as it would be. */
function setsFixes({ plan }: Prepared, circuit: Circuit): Fix[] {
  for (let sets = setsOf(circuit.wire) + 1; sets <= MOST_SETS; sets++) {
    const wire: Circuit['wire'] = { ...circuit.wire, sets, size: { by: 'program' } };
    const edits = [{ kind: 'set-circuit', circuit: { ...circuit, wire } }] as const;
    const applied = applyEdits(plan, edits);
    if (!applied.ok) return [];
    const size = sizedCircuit(prepare(applied.value.plan), circuit.id)?.size ?? null;
    if (size !== null)
      return [{ message: 'use-sets', data: { sets: String(sets), size: sizeWords(size) }, edits }];
  }
  return [];
}

/** A bond is as thick as what it bonds asks for. */
function bondFindings(prepared: Prepared, circuit: Circuit): Found[] {
  const least = bondOf(prepared, circuit);
  const { size } = circuit.wire;
  if (size.by === 'measured') return [];
  const common = {
    data: { circuit: circuitName(circuit.id) },
    subjects: [{ kind: 'circuit', id: circuit.id }] as const,
    source: EARTHING[prepared.plan.codeBasis],
  };
  if (least === null) return [findingOf(meta, { ...common, message: 'bond-unknown', severity: 'ask' })];
  const working = () => bondWorking(prepared, circuit, least);
  const required = { value: least.leastMm2, unit: 'section' } as const;
  if (size.by === 'program') {
    if (least.size !== null) return [];
    return [
      findingOf(meta, { ...common, message: 'bond-beyond', severity: 'stop', measured: required, working }),
    ];
  }
  if (!isBelow(sectionMm2(size), least.leastMm2, 'section')) return [];
  const wanted = least.size;
  return [
    findingOf(meta, {
      ...common,
      message: 'bond-thin',
      severity: 'stop',
      data: { ...common.data, size: sizeWords(size), by: circuitName(least.by) },
      measured: { value: sectionMm2(size), unit: 'section' },
      required,
      working,
      fixes: () => (wanted === null ? [] : [sizeFix(circuit, wanted)]),
    }),
  ];
}

/** A way that is drawn leads from end to end; what is not drawn has a length that somebody taped. */
function gapFindings(prepared: Prepared, circuit: Circuit): Found[] {
  const unitOf = (nipple: string) => prepared.nipples.get(nipple)?.from.placement ?? '';
  const joined = [
    ...prepared.runsOfCircuit.get(circuit.id).map(({ from, to }) => [from.placement, to.placement] as const),
    ...circuit.stretches.map(({ from, to }) => [unitOf(from), unitOf(to)] as const),
  ];
  const ends = [circuit.from, circuit.to].flatMap((end) => (end.at === 'gear' ? [end.placement] : []));
  const [first, last = first] = ends;
  if (circuit.lengthMm !== null || joined.length === 0 || first === undefined || last === undefined)
    return [];
  const isBetweenGear = ends.length === 2;
  const reached = new Set([isBetweenGear ? first : (joined[0]?.[0] ?? '')]);
  for (const each of reached) {
    for (const [a, b] of joined) {
      if (a === each) reached.add(b);
      if (b === each) reached.add(a);
    }
  }
  if (reached.has(last)) return [];
  return [
    findingOf(meta, {
      message: isBetweenGear ? 'gap' : 'no-reach',
      severity: 'ask',
      data: { circuit: circuitName(circuit.id), from: gearName(first), to: gearName(last) },
      subjects: [{ kind: 'circuit', id: circuit.id }],
    }),
  ];
}

/** Single conductors in the sun need insulation that is made for it. */
function sunFindings({ circuit, way }: SizedCircuit): Found[] {
  const { insulation, made } = circuit.wire;
  const { standsSun, words } = INSULATION_KINDS.rows[insulation];
  if (standsSun || made.as === 'cable' || !way.parts.some(({ isInSun }) => isInSun)) return [];
  return [
    findingOf(meta, {
      message: 'not-for-sun',
      data: { circuit: circuitName(circuit.id), insulation: words },
      subjects: [{ kind: 'circuit', id: circuit.id }],
      source: published('NEC (NFPA 70)', '310.10(D)', '2023'),
    }),
  ];
}

/** One that is asked for and that no table has. */
function earthFindings({ circuit, earth }: SizedCircuit): Found[] {
  if (!circuit.wire.hasEarth || earth !== null) return [];
  return [
    findingOf(meta, {
      message: 'no-earth',
      severity: 'stop',
      data: { circuit: circuitName(circuit.id) },
      subjects: [{ kind: 'circuit', id: circuit.id }],
      source: codeTablesOf(circuit.wire).sources.earth,
    }),
  ];
}

/** A typed device that is smaller than what it has to carry opens without a fault. */
function deviceFindings(sized: SizedCircuit): Found[] {
  const { circuit, sizing } = sized;
  if (circuit.protection.by !== 'rating' || sizing === null) return [];
  const { ratingA } = circuit.protection;
  if (!isBelow(ratingA, sizing.designA, 'A')) return [];
  return [
    findingOf(meta, {
      message: 'small-device',
      data: { circuit: circuitName(circuit.id) },
      subjects: [{ kind: 'circuit', id: circuit.id }],
      measured: { value: ratingA, unit: 'A' },
      required: { value: sizing.designA, unit: 'A' },
      source: codeTablesOf(circuit.wire).sources.ratings,
      working: () => currentWorking(sized),
      fixes: () => [
        {
          message: 'device-by-program',
          data: {},
          edits: [{ kind: 'set-circuit', circuit: { ...circuit, protection: { by: 'program' } } }],
        },
      ],
    }),
  ];
}

/** The strings at whichever of its ends has any. */
function stringsOf(prepared: Prepared, { from, to }: Circuit): readonly SeriesFigures[] {
  return stringsAt(prepared, from) ?? stringsAt(prepared, to) ?? [];
}

/** The voltage of a string against the window of the gear it ends at. */
function windowFindings(prepared: Prepared, { circuit }: SizedCircuit): Found[] {
  const { hung, plan } = prepared;
  const source = plan.codeBasis === 'us' ? COLD_VOLTAGE.source : COLD_VOLTAGE_IEC;
  const strings = stringsOf(prepared, circuit).filter(({ count }) => count > 0);
  const [highest] = [...strings].sort((a, b) => b.coldV - a.coldV);
  const [lowest] = [...strings].sort((a, b) => a.vmpV - b.vmpV);
  const other = [circuit.from, circuit.to].find((each) => each.at === 'gear');
  const item = other?.at === 'gear' ? hung.get(other.placement) : undefined;
  if (highest === undefined || lowest === undefined || item === undefined) return [];
  const { maxVoltageV, minVoltageV } = item.type.ratings;
  const lowC = plan.site.conditions.designLowTempC;
  const { coldV } = highest;
  const runsV = lowest.vmpV;
  const isBattery = item.type.kind === 'battery';
  const common = {
    subjects: [{ kind: 'circuit', id: circuit.id } as const, { kind: 'placement', id: item.id } as const],
    source,
    data: {
      circuit: circuitName(circuit.id),
      gear: gearName(item.id),
      low: { value: lowC, unit: 'degC' } as const,
    },
  };
  const working = (result: string, volts: number, of: SeriesFigures): Working => ({
    title: told('String voltage of {circuit}', { circuit: circuitName(circuit.id) }),
    formula:
      of.types.length > 1
        ? 'sum of Voc · (1 + β · (T − 25));  sum of Vmp'
        : 'Voc · modules · (1 + β · (T − 25));  Vmp · modules',
    inputs: [
      { symbol: 'modules', name: 'In one string', value: { value: of.count, unit: 'count' } },
      ...(of.types.length > 1
        ? ([
            { symbol: 'sum of Voc', name: 'Open, of all of them', value: { value: of.vocV, unit: 'V' } },
            { symbol: 'sum of Vmp', name: 'Of all at their best', value: { value: of.vmpV, unit: 'V' } },
          ] as const)
        : ([
            {
              symbol: 'Voc',
              name: 'Open-circuit voltage of one',
              value: { value: of.vocV / of.count, unit: 'V' },
            },
            { symbol: 'Vmp', name: 'Of one at its best', value: { value: of.vmpV / of.count, unit: 'V' } },
          ] as const)),
      {
        symbol: 'cold',
        name: 'Factor in the coldest air',
        value: { value: of.coldV / of.vocV, unit: 'ratio' },
      },
    ],
    result: { name: result, value: { value: volts, unit: 'V' } },
    source,
    notes: ['By the module’s own coefficient where its maker states one, else by the table.'],
  });
  if (maxVoltageV !== null && !isBattery && isAbove(coldV, maxVoltageV, 'V')) {
    return [
      findingOf(meta, {
        ...common,
        message: 'too-high',
        severity: 'stop',
        measured: { value: coldV, unit: 'V' },
        required: { value: maxVoltageV, unit: 'V' },
        working: () => working('In the coldest air', coldV, highest),
      }),
    ];
  }
  if (minVoltageV === null || isBattery || !isBelow(runsV, minVoltageV, 'V')) return [];
  return [
    findingOf(meta, {
      ...common,
      message: 'too-low',
      measured: { value: runsV, unit: 'V' },
      required: { value: minVoltageV, unit: 'V' },
      working: () => working('In full sun', runsV, lowest),
    }),
  ];
}

function terminalFindings({ circuit, terminals }: SizedCircuit, size: ConductorSize): Found[] {
  const areaMm2 = sectionMm2(size);
  return terminals.flatMap(({ placement, terminal: { name, minMm2, maxMm2 } }): Found[] => {
    if (isSectionTaken(areaMm2, { least: minMm2 ?? 0, most: maxMm2 ?? Infinity })) return [];
    const isThick = maxMm2 !== null && areaMm2 > maxMm2;
    return [
      findingOf(meta, {
        message: isThick ? 'thick-for-terminal' : 'thin-for-terminal',
        id: `${meta.id}/${isThick ? 'thick' : 'thin'}-for-terminal/${circuit.id}/${placement}`,
        data: {
          circuit: circuitName(circuit.id),
          size: sizeWords(size),
          terminal: name,
          gear: gearName(placement),
        },
        subjects: [
          { kind: 'circuit', id: circuit.id },
          { kind: 'placement', id: placement },
        ],
        measured: { value: areaMm2, unit: 'section' },
        required: { value: (isThick ? maxMm2 : minMm2) ?? 0, unit: 'section' },
        source: TERMINAL_RANGE,
        working: () => ({
          title: told('{size} at {terminal}', { size: sizeWords(size), terminal: name }),
          formula: 'least ≤ section ≤ most',
          inputs: [
            ...(minMm2 === null
              ? []
              : [
                  {
                    symbol: 'least',
                    name: 'Smallest it takes',
                    value: { value: minMm2, unit: 'section' },
                  } as const,
                ]),
            ...(maxMm2 === null
              ? []
              : [
                  {
                    symbol: 'most',
                    name: 'Largest it takes',
                    value: { value: maxMm2, unit: 'section' },
                  } as const,
                ]),
          ],
          result: { name: 'Section of the conductor', value: { value: areaMm2, unit: 'section' } },
          source: TERMINAL_RANGE,
          notes: [
            'A larger conductor than its terminal takes ends in a splice or a lug that its maker allows.',
          ],
        }),
      }),
    ];
  });
}

const TERMINAL_RANGE: SourceRef = { kind: 'maker', title: 'Range of conductors the terminal is made for' };

export const conductorCheck: Check = checkOf(meta, lookAt(CIRCUITS, checkCircuit));
