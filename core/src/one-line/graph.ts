import type { Hung, Prepared } from '../check/prepared.ts';
import { sizeWords } from '../conductor/sizing-working.ts';
import { circuitLine, type CircuitLine } from '../conductor/schedule.ts';
import { deviceOf, devicesInWay } from '../protection/device.ts';
import { setsOf, type Circuit, type CircuitEnd, type CircuitKind } from '../plan/circuit.ts';
import type { GearKind } from '../plan/gear-type.ts';
import type { Ref } from '../plan/lists.ts';
import { circuitName, gearName, gearTypeName, stringName } from '../plan/names.ts';
import { groupBy } from '../group-by.ts';
import { countOf, told, type Told } from '../quantity/told.ts';

/** What stands in the diagram: gear, a device of a circuit, modules, or what lies outside of the plan. */
export type SymbolKind =
  | 'modules'
  | 'battery'
  | 'inverter'
  | 'dc-converter'
  | 'panel'
  | 'transfer'
  | 'switch'
  | 'fuse'
  | 'breaker'
  | 'combiner'
  | 'box'
  | 'supply'
  | 'loads'
  | 'earth'
  | 'data';

export type OneLineNode = {
  readonly id: string;
  readonly symbol: SymbolKind;
  readonly texts: readonly Told[];
  /** What a press on it selects; null where it is nothing of the plan. */
  readonly ref: Ref | null;
};

export type OneLineEdge = {
  readonly id: string;
  readonly circuit: string;
  readonly from: string;
  readonly to: string;
  readonly carries: CircuitKind;
  readonly texts: readonly Told[];
  readonly ref: Ref;
};

export type OneLine = {
  readonly basis: 'us' | 'iec';
  readonly nodes: readonly OneLineNode[];
  readonly edges: readonly OneLineEdge[];
};

const SYMBOL_OF: Readonly<Record<GearKind, SymbolKind>> = {
  inverter: 'inverter',
  'gang-inverter': 'inverter',
  'charge-controller': 'dc-converter',
  battery: 'battery',
  'load-centre': 'panel',
  'transfer-switch': 'transfer',
  disconnect: 'switch',
  combiner: 'combiner',
  'fuse-holder': 'fuse',
  wireway: 'box',
  board: 'box',
  'junction-box': 'box',
  'solar-module': 'modules',
  other: 'box',
};

/**
 * The one-line diagram of a plan: each circuit a line from end to end, over what opens or clears it on its way; each piece of
 * gear a symbol, and the device of a circuit’s own one where no gear of the plan is it. Made from the circuits alone: nothing of it is kept.
 */
export function oneLineOf(prepared: Prepared): OneLine {
  const nodes = new Map<string, OneLineNode>();
  const edges: OneLineEdge[] = [];
  const passes = passesOf(prepared);
  for (const circuit of prepared.circuits.list) {
    const line = circuitLine(prepared, circuit.id);
    const from = nodeAt(prepared, nodes, circuit, 'from');
    const to = nodeAt(prepared, nodes, circuit, 'to');
    const common = {
      circuit: circuit.id,
      carries: circuit.carries,
      ref: { kind: 'circuit', id: circuit.id } as const,
    };
    const texts = circuitTexts(circuit, line);
    const inWay = openedInWay(prepared, circuit);
    const over = inWay.map(({ gear }) => passNode(prepared, nodes, passes, gear.id, circuit.id));
    const chain = [from, ...over, to];
    if (line?.deviceA != null && circuit.carries !== 'bond' && circuit.carries !== 'data') {
      const rating = told('{device}', { device: { value: line.deviceA, unit: 'A' } });
      // What clears it on its way, or the battery it comes from, is what its rating is said of; else it has a device of its own, at
      // the end it is said to be at. In a panel each circuit has its own.
      const clearing =
        inWay.find(({ device }) => device.clears)?.gear ?? batteryThatClears(prepared, circuit);
      const at = inWay.findIndex(({ gear }) => gear === clearing);
      const holder =
        clearing === undefined ? undefined : nodes.get(at < 0 ? `gear ${clearing.id}` : (over[at] ?? ''));
      if (holder !== undefined && circuit.device == null) {
        nodes.set(holder.id, { ...holder, texts: [...holder.texts, rating] });
      } else {
        const device = `device ${circuit.id}`;
        nodes.set(device, {
          id: device,
          symbol: circuit.carries === 'ac-in' || circuit.carries === 'ac-out' ? 'breaker' : 'fuse',
          texts: [rating],
          ref: common.ref,
        });
        chain.splice(circuit.device?.at === 'to' ? chain.length - 1 : 1, 0, device);
      }
    }
    // Its words stand on the line that leads to its end.
    chain.slice(1).forEach((node, index) => {
      const isLast = index === chain.length - 2;
      edges.push({
        ...common,
        id: chain.length === 2 ? circuit.id : `${circuit.id} ${index + 1}`,
        from: chain[index] ?? from,
        to: node,
        texts: isLast ? texts : [],
      });
    });
  }
  return { basis: prepared.plan.codeBasis, nodes: [...nodes.values()], edges };
}

function batteryThatClears({ hung }: Prepared, { from, to }: Circuit): Hung | undefined {
  return [from, to]
    .flatMap((end) => (end.at === 'gear' ? (hung.get(end.placement) ?? []) : []))
    .find(({ type }) => type.kind === 'battery' && deviceOf(type)?.clears === true);
}

/** By gear that circuits pass over: which, in the plan’s order. What ends at it is joined there, and is none of them. */
function passesOf(prepared: Prepared): Passes {
  return groupBy(
    prepared.circuits.list.flatMap((circuit) =>
      openedInWay(prepared, circuit).map(({ gear }) => ({ gear: gear.id, circuit: circuit.id })),
    ),
    ({ gear }) => gear,
  );
}
type Passes = ReadonlyMap<string, readonly { readonly circuit: string }[]>;

/** An earth conductor or a data cable goes by what opens the others, and not over it. */
function openedInWay(prepared: Prepared, circuit: Circuit): ReturnType<typeof devicesInWay> {
  return circuit.carries === 'bond' || circuit.carries === 'data' ? [] : devicesInWay(prepared, circuit);
}

/**
 * What opens or clears a circuit on its way. Circuits that pass over one piece of gear do so by poles of their own: each has its
 * own symbol there, and nothing is drawn joined that is not.
 */
function passNode(
  prepared: Prepared,
  nodes: Map<string, OneLineNode>,
  passes: Passes,
  placement: string,
  circuit: string,
): string {
  const over = passes.get(placement) ?? [];
  if (over.length < 2) return gearNode(prepared, nodes, placement);
  const id = `gear ${placement} for ${circuit}`;
  const { symbol, texts, ref } = nodeOf(prepared, { at: 'gear', placement, terminal: null });
  const which = told('way {way} of {ways}', {
    way: countOf(over.findIndex((each) => each.circuit === circuit) + 1),
    ways: countOf(over.length),
  });
  nodes.set(id, { id, symbol, ref, texts: [...texts, which] });
  return id;
}

function gearNode(prepared: Prepared, nodes: Map<string, OneLineNode>, placement: string): string {
  const end = { at: 'gear', placement, terminal: null } as const;
  const id = `gear ${placement}`;
  if (!nodes.has(id)) nodes.set(id, { id, ...nodeOf(prepared, end) });
  return id;
}

function nodeAt(
  prepared: Prepared,
  nodes: Map<string, OneLineNode>,
  circuit: Circuit,
  side: 'from' | 'to',
): string {
  const end = circuit[side];
  if (end.at === 'gear') return gearNode(prepared, nodes, end.placement);
  const id = keyOf(end, circuit.id, side);
  if (!nodes.has(id)) nodes.set(id, { id, ...nodeOf(prepared, end) });
  return id;
}

/** The earth stands once; modules and loads stand at each circuit that leads to them. */
function keyOf(end: Exclude<CircuitEnd, { at: 'gear' }>, circuit: string, side: string): string {
  if (end.at === 'outside' && end.what === 'earth') return 'outside earth';
  return `${end.at} ${circuit} ${side}`;
}

/** Of an end with many strings the others are counted. */
const MOST_STRINGS_NAMED = 3;

function nodeOf(prepared: Prepared, end: CircuitEnd): Omit<OneLineNode, 'id'> {
  if (end.at === 'gear') {
    const placement = prepared.placements.get(end.placement);
    const type = placement === undefined ? undefined : prepared.gearTypes.get(placement.type);
    return {
      symbol: SYMBOL_OF[type?.kind ?? 'other'],
      texts: [told('{gear}', { gear: gearName(end.placement) })],
      ref: { kind: 'placement', id: end.placement },
    };
  }
  if (end.at === 'modules') {
    return {
      symbol: 'modules',
      texts: [
        told('{type}', { type: gearTypeName(end.type) }),
        told('{series} in series, {parallel} beside', {
          series: countOf(end.series),
          parallel: countOf(end.parallel),
        }),
      ],
      ref: null,
    };
  }
  if (end.at === 'strings') {
    return {
      symbol: 'modules',
      texts: end.strings.slice(0, MOST_STRINGS_NAMED).map((id, index) =>
        index === MOST_STRINGS_NAMED - 1 && end.strings.length > MOST_STRINGS_NAMED
          ? told('and {count} more', { count: countOf(end.strings.length - index) })
          : told('{string}: {count} {count:module|modules}', {
              string: stringName(id),
              count: countOf(prepared.moduleStrings.get(id)?.modules.length ?? 0),
            }),
      ),
      ref: end.strings[0] === undefined ? null : { kind: 'string', id: end.strings[0] },
    };
  }
  const words = { supply: 'Supply', loads: 'Loads', earth: 'Earth', data: 'Data' } as const;
  return { symbol: end.what, texts: [told(words[end.what])], ref: null };
}

function circuitTexts(circuit: Circuit, line: CircuitLine | null): Told[] {
  const texts = [told('{circuit}', { circuit: circuitName(circuit.id) })];
  if (line === null) return texts;
  if (line.size !== null) {
    const earth = line.earth === null ? '' : ` + ${sizeWords(line.earth)}`;
    const sets = setsOf(circuit.wire);
    texts.push(
      told(sets === 1 ? '{count} × {size}{earth}' : '{sets} sets of {count} × {size}{earth}', {
        sets: countOf(sets),
        count: countOf(circuit.wire.count),
        size: sizeWords(line.size),
        earth,
      }),
    );
  }
  const { lengthMm, dropPct, designA } = line;
  if (lengthMm !== null && dropPct !== null)
    texts.push(
      told('{length}, {drop} lost', {
        length: { value: lengthMm, unit: 'mm' },
        drop: { value: dropPct, unit: 'percent' },
      }),
    );
  else if (lengthMm !== null) texts.push(told('{length}', { length: { value: lengthMm, unit: 'mm' } }));
  if (designA !== null) texts.push(told('{current}', { current: { value: designA, unit: 'A' } }));
  return texts;
}
