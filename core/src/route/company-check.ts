import { checkOf, findingOf, lookAt, type Check, type CheckMeta, type Found } from '../check/finding.ts';
import { middleOf, type Hung, type Prepared } from '../check/prepared.ts';
import { RUNS, WIREWAYS } from '../check/subjects.ts';
import { highestV } from '../conductor/highest-voltage.ts';
import { single } from '../derive/query.ts';
import type { Circuit } from '../plan/circuit.ts';
import { circuitName, gearName, runName } from '../plan/names.ts';
import type { Run } from '../plan/run.ts';
import { isBelow } from '../quantity/compare.ts';
import { told, type ToldData } from '../quantity/told.ts';
import { INSULATION_KINDS } from '../reference/conductors.ts';
import { SEPARATION, SHARED, type Separation } from '../reference/separation.ts';
import { wirewaySections } from '../wireway/stretches.ts';
import { lengthInput, type Working } from '../working/working.ts';
import { besideWithin, classesOf, NEAR_END_MM, runSeparation, type Beside } from './apart.ts';
import { laidLegs, runWidthMm } from './lanes.ts';

const meta: CheckMeta = {
  id: 'route.company',
  looksAt: 'Circuits of different kinds that share a run or a wireway, or lie too near beside each other',
  severity: 'fix',
  source: SHARED.us.array,
  parameters: [
    {
      name: 'Signals beside power',
      value: SEPARATION.us.signal.mm,
      unit: 'mm',
      why: 'Where neither lies in conduit; they may cross',
    },
    {
      name: 'Array beside other power',
      value: SEPARATION.us.array.mm,
      unit: 'mm',
      why: 'So that what is live by day is told apart',
    },
    { name: 'Near an end', value: NEAR_END_MM, unit: 'mm', why: 'They enter their gear side by side' },
  ],
  messages: {
    'signal-in-run': '{where} carries signals and power together: give the signals a way of their own.',
    'array-in-run':
      'Array wiring and other power lie together in {where}: {circuit} is insulated for {measured}, and {required} is reached there. Give each a way of its own, or insulate all for it.',
    'signal-in-wireway':
      'Signals and power lie together in {where}: part them by a divider, or take the signals out.',
    'array-in-wireway':
      'Array wiring and other power lie together in {where}: {circuit} is insulated for {measured}, and {required} is reached there. Part them by a divider, or insulate all for it.',
    near: '{run} lies {measured} beside {other} over {length}; they keep {required} apart.',
  },
  fixMessages: {},
};

function checkRun(prepared: Prepared, run: Run): Found[] {
  return [
    ...sharing(prepared, run.circuits, 'run', {
      data: { where: runName(run.id) },
      subjects: [{ kind: 'run', id: run.id }],
    }),
    ...(nearPairs(prepared).get(run.id) ?? []).map((pair) => nearFinding(pair)),
  ];
}

function checkWireway(prepared: Prepared, item: Hung): Found[] {
  for (const { circuits } of wirewaySections(prepared, item.id)) {
    const found = sharing(
      prepared,
      circuits.map(({ id }) => id),
      'wireway',
      {
        data: { where: gearName(item.id) },
        subjects: [{ kind: 'placement', id: item.id }],
        at: middleOf(item),
      },
    );
    if (found.length > 0) return found;
  }
  return [];
}

/** Signals never lie with power; array wiring does where all there is insulated for the highest voltage. */
function sharing(
  prepared: Prepared,
  ids: readonly string[],
  where: 'run' | 'wireway',
  parts: Pick<Parameters<typeof findingOf>[1], 'subjects' | 'at'> & { readonly data: ToldData },
): Found[] {
  const classes = classesOf(prepared, { circuits: ids });
  if (classes.length < 2) return [];
  const shared = SHARED[prepared.plan.codeBasis];
  if (classes.includes('data'))
    return [findingOf(meta, { ...parts, message: `signal-in-${where}`, source: shared.signal })];
  const circuits = ids.flatMap((id) => prepared.circuits.get(id) ?? []);
  const reachedV = Math.max(0, ...circuits.map((circuit) => highestV(prepared, circuit) ?? 0));
  const ratedV = ({ wire }: Circuit) => INSULATION_KINDS.rows[wire.insulation].ratedV;
  const [weakest] = [...circuits].sort((a, b) => ratedV(a) - ratedV(b));
  if (weakest === undefined || !isBelow(ratedV(weakest), reachedV, 'V')) return [];
  return [
    findingOf(meta, {
      ...parts,
      message: `array-in-${where}`,
      data: { ...parts.data, circuit: circuitName(weakest.id) },
      measured: { value: ratedV(weakest), unit: 'V' },
      required: { value: reachedV, unit: 'V' },
      source: shared.array,
      working: () => ({
        title: told('Insulation of all that lies in {where}', parts.data),
        formula: 'rated voltage of each ≥ highest voltage of any',
        inputs: circuits.map((circuit) => ({
          symbol: 'V',
          name: told('{circuit} reaches', { circuit: circuitName(circuit.id) }),
          value: { value: highestV(prepared, circuit) ?? 0, unit: 'V' },
        })),
        result: { name: 'Highest voltage there', value: { value: reachedV, unit: 'V' } },
        source: shared.array,
        notes: ['Modules at their open voltage in the coldest air; a battery when it is full.'],
      }),
    }),
  ];
}

type NearPair = {
  readonly run: string;
  readonly other: string;
  readonly beside: Beside;
  readonly widthsMm: readonly [number, number];
  readonly separation: Separation;
};

/** Runs as they lie in their lanes, that come nearer to one another than they may: by the first of each two. */
const nearPairs = single((prepared: Prepared): ReadonlyMap<string, readonly NearPair[]> => {
  const pairs = new Map<string, NearPair[]>();
  const all = prepared.runs.list.filter(
    (run) => run.laid.as !== 'conduit' && classesOf(prepared, run).length > 0,
  );
  if (new Set(all.flatMap((run) => classesOf(prepared, run))).size < 2) return pairs;
  const laid = all.map((run) => ({
    run,
    legs: laidLegs(prepared, run.id),
    widthMm: runWidthMm(prepared, run),
  }));
  laid.forEach((one, index) => {
    for (const other of laid.slice(index + 1)) {
      const separation = runSeparation(prepared, one.run, other.run);
      if (separation === null || one.legs === null || other.legs === null) continue;
      const middlesMm = separation.mm + (one.widthMm + other.widthMm) / 2;
      const beside = besideWithin(one.legs, other.legs, middlesMm);
      const widthsMm = [one.widthMm, other.widthMm] as const;
      if (beside === null || !isBelow(gapMm(beside, widthsMm), separation.mm, 'mm')) continue;
      const pair = { run: one.run.id, other: other.run.id, beside, widthsMm, separation };
      pairs.set(one.run.id, [...(pairs.get(one.run.id) ?? []), pair]);
    }
  });
  return pairs;
});

function gapMm({ apartMm }: Beside, [a, b]: readonly [number, number]): number {
  return Math.max(0, apartMm - (a + b) / 2);
}

function nearFinding(pair: NearPair): Found {
  const { run, other, beside, widthsMm, separation } = pair;
  return findingOf(meta, {
    message: 'near',
    data: {
      run: runName(run),
      other: runName(other),
      length: { value: beside.lengthMm, unit: 'mm' },
    },
    subjects: [
      { kind: 'run', id: run },
      { kind: 'run', id: other },
    ],
    at: { face: beside.face, xMm: beside.at[0], yMm: beside.at[1] },
    measured: { value: gapMm(beside, widthsMm), unit: 'mm' },
    required: { value: separation.mm, unit: 'mm' },
    source: separation.source,
    working: () => nearWorking(pair),
  });
}

function nearWorking({ run, other, beside, widthsMm, separation }: NearPair): Working {
  return {
    title: told('{run} beside {other}', { run: runName(run), other: runName(other) }),
    formula: 'gap = from middle to middle − half of each width',
    inputs: [
      lengthInput('apart', 'From the middle of one to that of the other', beside.apartMm),
      lengthInput('width', told('How wide {run} is', { run: runName(run) }), widthsMm[0]),
      lengthInput('other width', told('How wide {run} is', { run: runName(other) }), widthsMm[1]),
    ],
    result: { name: 'Between their outsides', value: { value: gapMm(beside, widthsMm), unit: 'mm' } },
    source: separation.source,
    notes: [
      'Both were laid anew, each beside the other, and no way was found that keeps them apart: lock one to go by another place, or lay one in conduit.',
    ],
  };
}

export const companyCheck: Check = checkOf(meta, [lookAt(RUNS, checkRun), lookAt(WIREWAYS, checkWireway)]);
