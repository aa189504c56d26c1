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
import { CIRCUITS } from '../check/subjects.ts';
import type { Circuit } from '../plan/circuit.ts';
import { circuitName, runName } from '../plan/names.ts';
import type { Run } from '../plan/run.ts';
import { isAbove, isBelow } from '../quantity/compare.ts';
import { told } from '../quantity/told.ts';
import { ARRAY_INSIDE, INSULATION_KINDS, INSULATION_SOURCE, WIRING_METHOD } from '../reference/conductors.ts';
import type { SourceRef } from '../reference/source.ts';
import { routeOf } from '../route/route.ts';
import type { Working } from '../working/working.ts';
import { isSized } from './carried.ts';
import { highestV } from './highest-voltage.ts';
import { wantsCover, wantsMetalInside } from './laid-for.ts';

const meta: CheckMeta = {
  id: 'conductor.method',
  looksAt:
    'How circuits are wired where they run: what single wires lie in, how array wiring goes through a building, and what their insulation is made for',
  severity: 'stop',
  source: WIRING_METHOD.us,
  parameters: [
    {
      name: 'Array wiring inside a building from',
      value: ARRAY_INSIDE.fromV,
      unit: 'V',
      why: 'Above it metal conduit or metal-clad cable carries it indoors (American code)',
    },
  ],
  messages: {
    'singles-clipped':
      '{circuit} is single {insulation} wires, laid bare along {run}: nothing but their insulation is round them. Lay them in conduit or a wireway, or take a cable with a sheath.',
    'singles-in-cavity':
      '{circuit} is single {insulation} wires, loose in the cavity of {run}: lay them in conduit, or take a cable with a sheath that may lie there.',
    'singles-as-taped':
      '{circuit} is single {insulation} wires, and what is not drawn of it is said to lie bare: conduit or a wireway all its way, or a cable with a sheath.',
    'taped-unsaid':
      'How {circuit} is held where nothing is drawn for it, nobody said: its single wires want conduit or a wireway all their way.',
    'array-undrawn':
      'Where {circuit}, up to {measured}, lies that is not drawn nobody said: from {required} on it goes in metal indoors. Draw its way, or say that it lies in conduit or under modules.',
    'array-hidden':
      'What is not drawn of {circuit}, up to {measured}, is said to lie loose in a cavity: from {required} on it goes in metal indoors.',
    'array-inside':
      '{run} carries {circuit}, up to {measured}, inside the building: from {required} it goes in metal conduit or metal-clad cable.',
    'insulation-voltage':
      '{circuit} reaches {required}; {insulation} is made for {measured}: take wire that is made for it.',
  },
  fixMessages: {
    'in-conduit': 'Lay {run} in conduit',
    'undrawn-conduit': 'It lies in conduit there',
    'undrawn-under-modules': 'It lies under modules there',
    'with-insulation': 'Use {insulation}',
  },
};

function checkCircuit(prepared: Prepared, circuit: Circuit): Found[] {
  if (!isSized(circuit)) return [];
  const runs = prepared.runsOfCircuit.get(circuit.id);
  return [
    ...runs.flatMap((run) => [
      ...singlesInRun(prepared, circuit, run),
      ...arrayInside(prepared, circuit, run),
    ]),
    ...singlesAsTaped(prepared, circuit),
    ...arrayUndrawn(prepared, circuit),
    ...voltageFindings(prepared, circuit),
  ];
}

function singlesInRun(prepared: Prepared, circuit: Circuit, run: Run): Found[] {
  if (!wantsCover(prepared.plan, circuit) || run.laid.as === 'conduit') return [];
  return [
    findingOf(meta, {
      message: run.laid.as === 'in-cavity' ? 'singles-in-cavity' : 'singles-clipped',
      data: { ...dataOf(circuit), run: runName(run.id) },
      subjects: [
        { kind: 'circuit', id: circuit.id },
        { kind: 'run', id: run.id },
      ],
      source: WIRING_METHOD[prepared.plan.codeBasis],
      fixes: () => conduitFixes(run),
    }),
  ];
}

function conduitFixes(run: Run): Fix[] {
  const laid = { as: 'conduit', size: null } as const;
  return [
    {
      message: 'in-conduit',
      data: { run: runName(run.id) },
      edits: [{ kind: 'set-run', run: { ...run, laid } }],
    },
  ];
}

function dataOf({ id, wire }: Circuit) {
  return { circuit: circuitName(id), insulation: INSULATION_KINDS.rows[wire.insulation].words };
}

/** What nobody drew lies as somebody said; until then it is asked. */
function singlesAsTaped(prepared: Prepared, circuit: Circuit): Found[] {
  if (circuit.lengthMm === null || !wantsCover(prepared.plan, circuit)) return [];
  const held = circuit.lengthHeld ?? null;
  if (held === 'conduit') return [];
  return [
    findingOf(meta, {
      message: held === null ? 'taped-unsaid' : 'singles-as-taped',
      severity: held === null ? 'ask' : meta.severity,
      data: dataOf(circuit),
      subjects: [{ kind: 'circuit', id: circuit.id }],
      source: WIRING_METHOD[prepared.plan.codeBasis],
      fixes: () => heldFixes(circuit, ['conduit']),
    }),
  ];
}

/** What an array’s wiring reaches, where the code asks for metal round it indoors; null where it does not. */
function liveIndoorsV(prepared: Prepared, circuit: Circuit): number | null {
  const volts = wantsMetalInside(prepared.plan, circuit) ? highestV(prepared, circuit) : null;
  return volts !== null && isAbove(volts, ARRAY_INSIDE.fromV, 'V') ? volts : null;
}

/** Under modules and in conduit it is as it must be; clipped it may be indoors, until its way is drawn. */
function arrayUndrawn(prepared: Prepared, circuit: Circuit): Found[] {
  const volts = circuit.lengthMm === null ? null : liveIndoorsV(prepared, circuit);
  const held = circuit.lengthHeld ?? null;
  if (volts === null || held === 'conduit' || held === 'under-modules') return [];
  const isHidden = held === 'in-cavity';
  return [
    findingOf(meta, {
      message: isHidden ? 'array-hidden' : 'array-undrawn',
      severity: isHidden && circuit.wire.made.as !== 'cable' ? meta.severity : 'ask',
      data: { circuit: circuitName(circuit.id) },
      subjects: [{ kind: 'circuit', id: circuit.id }],
      measured: { value: volts, unit: 'V' },
      required: { value: ARRAY_INSIDE.fromV, unit: 'V' },
      source: ARRAY_INSIDE.source,
      working: () => voltageWorking(circuit, volts, ARRAY_INSIDE.source),
      fixes: () => heldFixes(circuit, ['conduit', 'under-modules']),
    }),
  ];
}

function heldFixes(circuit: Circuit, ways: readonly ('conduit' | 'under-modules')[]): Fix[] {
  return ways.map((lengthHeld) => ({
    message: `undrawn-${lengthHeld}`,
    data: {},
    edits: [{ kind: 'set-circuit', circuit: { ...circuit, lengthHeld } }],
  }));
}

/** Where an array’s wiring goes through a building, a fault in it has nothing that opens it: metal is round it. */
function arrayInside(prepared: Prepared, circuit: Circuit, run: Run): Found[] {
  const volts = liveIndoorsV(prepared, circuit);
  const outcome = run.laid.as === 'conduit' ? null : routeOf(prepared, run.id);
  if (volts === null || outcome?.kind !== 'routed') return [];
  const isInside = outcome.routed.legs.some(
    ({ face }) => prepared.site.faces.get(face)?.face.side === 'inside',
  );
  if (!isInside) return [];
  return [
    findingOf(meta, {
      message: 'array-inside',
      // A cable may be clad in metal: nobody said which it is.
      severity: circuit.wire.made.as === 'cable' ? 'ask' : meta.severity,
      data: { circuit: circuitName(circuit.id), run: runName(run.id) },
      subjects: [
        { kind: 'circuit', id: circuit.id },
        { kind: 'run', id: run.id },
      ],
      measured: { value: volts, unit: 'V' },
      required: { value: ARRAY_INSIDE.fromV, unit: 'V' },
      source: ARRAY_INSIDE.source,
      working: () => voltageWorking(circuit, volts, ARRAY_INSIDE.source),
      fixes: () => conduitFixes(run),
    }),
  ];
}

function voltageFindings(prepared: Prepared, circuit: Circuit): Found[] {
  const volts = highestV(prepared, circuit);
  const { ratedV, sizes } = INSULATION_KINDS.rows[circuit.wire.insulation];
  if (volts === null || !isBelow(ratedV, volts, 'V')) return [];
  return [
    findingOf(meta, {
      message: 'insulation-voltage',
      data: dataOf(circuit),
      subjects: [{ kind: 'circuit', id: circuit.id }],
      measured: { value: ratedV, unit: 'V' },
      required: { value: volts, unit: 'V' },
      source: INSULATION_SOURCE[prepared.plan.codeBasis],
      working: () => voltageWorking(circuit, volts, INSULATION_SOURCE[prepared.plan.codeBasis]),
      fixes: () =>
        Object.entries(INSULATION_KINDS.rows)
          .filter(([, each]) => each.sizes === sizes && !isBelow(each.ratedV, volts, 'V'))
          .map(([id, { words }]) => ({
            message: 'with-insulation',
            data: { insulation: words },
            edits: [
              {
                kind: 'set-circuit',
                circuit: {
                  ...circuit,
                  wire: { ...circuit.wire, insulation: id as Circuit['wire']['insulation'] },
                },
              },
            ],
          })),
    }),
  ];
}

function voltageWorking(circuit: Circuit, volts: number, source: SourceRef): Working {
  const { ratedV } = INSULATION_KINDS.rows[circuit.wire.insulation];
  return {
    title: told('Voltage of {circuit}', { circuit: circuitName(circuit.id) }),
    formula: 'highest it reaches, against what is made or allowed for it',
    inputs: [{ symbol: 'V', name: 'Its insulation is made for', value: { value: ratedV, unit: 'V' } }],
    result: { name: 'Highest it reaches', value: { value: volts, unit: 'V' } },
    source,
    notes: ['Modules at their open voltage in the coldest air; a battery when it is full.'],
  };
}

export const methodCheck: Check = checkOf(meta, lookAt(CIRCUITS, checkCircuit));
