import { checkOf, findingOf, lookAt, type Check, type CheckMeta, type Found } from '../check/finding.ts';
import { middleOf, type Hung, type Prepared } from '../check/prepared.ts';
import { GEAR } from '../check/subjects.ts';
import { sizedCircuit, type SizedCircuit } from '../conductor/circuit-sizing.ts';
import { isInverter } from '../conductor/carried.ts';
import type { Circuit, CircuitEnd } from '../plan/circuit.ts';
import { circuitName, gearName } from '../plan/names.ts';
import { isAbove } from '../quantity/compare.ts';
import { told } from '../quantity/told.ts';
import { BUSBAR, CONTINUOUS } from '../reference/overcurrent.ts';
import type { Working, WorkingInput } from '../working/working.ts';

const meta: CheckMeta = {
  id: 'protection.busbar',
  looksAt: 'What supplies a panel and what inverters feed into it, against its busbar',
  severity: 'fix',
  source: BUSBAR.source,
  parameters: [
    {
      name: 'Of the busbar, fed from both ends',
      value: BUSBAR.mostRatio,
      unit: 'ratio',
      why: 'American code: the supply’s device and 125 % of what inverters give, at opposite ends',
    },
  ],
  messages: {
    over: 'Its supply and what inverters feed into {panel} come to {measured}; its busbar takes {required}: a larger panel, a smaller supply device, or another place to feed in.',
    'rating-unknown':
      'Inverters feed into {panel}, and nobody said what its busbar is rated for: read it on its label.',
    'current-unknown':
      'Inverters feed into {panel}, and the current of {circuit} is not known: then its busbar is not checked.',
  },
  fixMessages: {},
  fields: { over: 'gear-type', 'rating-unknown': 'gear-type' },
};

function checkPanel(prepared: Prepared, panel: Hung): Found[] {
  if (panel.type.kind !== 'load-centre') return [];
  const here = prepared.circuitsOfGear.get(panel.id).flatMap((circuit) => {
    const sized = sizedCircuit(prepared, circuit.id);
    return sized === null ? [] : [sized];
  });
  const supplies = here.filter(({ circuit }) => doesSupply(circuit, panel.id));
  const feeds = here.filter((each) => !supplies.includes(each) && doesFeed(prepared, each.circuit, panel.id));
  if (feeds.length === 0) return [];
  const common = {
    subjects: [{ kind: 'placement', id: panel.id }] as const,
    at: middleOf(panel),
    source: sourceIn(prepared),
  };
  const data = { panel: gearName(panel.id) };
  const ratedA = panel.type.ratings.maxCurrentA;
  if (ratedA === null)
    return [findingOf(meta, { ...common, message: 'rating-unknown', severity: 'ask', data })];
  const unknown = [...feeds, ...supplies].find(({ sizing }) => sizing === null);
  if (unknown !== undefined)
    return [
      findingOf(meta, {
        ...common,
        message: 'current-unknown',
        severity: 'ask',
        data: { ...data, circuit: circuitName(unknown.circuit.id) },
        subjects: [...common.subjects, { kind: 'circuit', id: unknown.circuit.id }],
      }),
    ];
  const { sumA, mostA, working } = onBusbar(prepared, panel, ratedA, feeds, supplies);
  if (!isAbove(sumA, mostA, 'A')) return [];
  return [
    findingOf(meta, {
      ...common,
      message: 'over',
      data,
      measured: { value: sumA, unit: 'A' },
      required: { value: mostA, unit: 'A' },
      working: () => working,
    }),
  ];
}

/** What comes from the supply, or leads to it: both feed the busbar from there. */
function doesSupply({ carries, from, to }: Circuit, panel: string): boolean {
  if (carries !== 'ac-in' && carries !== 'ac-out') return false;
  return (carries === 'ac-in' && isAt(to, panel)) || [from, to].some(isSupply);
}

/** What leads to it from inverters, whichever end was drawn first. */
function doesFeed({ hung }: Prepared, { carries, to }: Circuit, panel: string): boolean {
  if (carries !== 'ac-out') return false;
  const isInverterAt = (end: CircuitEnd) => {
    const kind = end.at === 'gear' ? hung.get(end.placement)?.type.kind : undefined;
    return kind !== undefined && isInverter(kind);
  };
  return isAt(to, panel) || isInverterAt(to);
}

function isAt(end: CircuitEnd, placement: string): boolean {
  return end.at === 'gear' && end.placement === placement;
}

function isSupply(end: CircuitEnd): boolean {
  return end.at === 'outside' && end.what === 'supply';
}

function sourceIn({ plan }: Prepared) {
  return plan.codeBasis === 'us' ? BUSBAR.source : BUSBAR.elsewhere;
}

/** The supply counts by its device, inverters by 125 % of what they give; elsewhere by what they give. */
function onBusbar(
  prepared: Prepared,
  panel: Hung,
  ratedA: number,
  feeds: readonly SizedCircuit[],
  supplies: readonly SizedCircuit[],
): { readonly sumA: number; readonly mostA: number; readonly working: Working } {
  const isUs = prepared.plan.codeBasis === 'us';
  const supplyA = supplies.reduce((sum, { sizing }) => sum + (sizing?.deviceA ?? sizing?.designA ?? 0), 0);
  const fedA = feeds.reduce((sum, { carried }) => sum + (carried?.currentA ?? 0), 0);
  const sumA = supplyA + (isUs ? CONTINUOUS.factor : 1) * fedA;
  // Fed from one side only, all of it is at most its rating.
  const mostA = isUs && supplies.length > 0 ? BUSBAR.mostRatio * ratedA : ratedA;
  const amps = (symbol: string, name: WorkingInput['name'], value: number): WorkingInput => ({
    symbol,
    name,
    value: { value, unit: 'A' },
  });
  return {
    sumA,
    mostA,
    working: {
      title: told('Busbar of {panel}', { panel: gearName(panel.id) }),
      formula: isUs ? 'supply + 1.25 · Σ fed ≤ 1.2 · busbar' : 'supply + Σ fed ≤ busbar',
      inputs: [
        amps('supply', 'The device of its supply', supplyA),
        ...feeds.map(({ circuit, carried }) =>
          amps('fed', told('By {circuit}', { circuit: circuitName(circuit.id) }), carried?.currentA ?? 0),
        ),
        amps('busbar', 'Its rating', ratedA),
      ],
      result: { name: 'Together', value: { value: sumA, unit: 'A' } },
      source: sourceIn(prepared),
      notes: isUs
        ? [
            'With the feeds at the other end of the busbar from its supply. Other ways of counting are in the same section: the panel’s labels and the licensed person decide.',
          ]
        : [],
    },
  };
}

export const busbarCheck: Check = checkOf(meta, lookAt(GEAR, checkPanel));
