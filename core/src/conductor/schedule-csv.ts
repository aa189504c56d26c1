import { csvText } from '../csv-rows.ts';
import { setsOf, type Circuit, type CircuitEnd } from '../plan/circuit.ts';
import { gearName, gearTypeName, stringName } from '../plan/names.ts';
import type { Plan } from '../plan/plan.ts';
import { mmFromFeet } from '../quantity/convert.ts';
import { formatLength, type Reader } from '../quantity/format.ts';
import { told, toldText, type Telling } from '../quantity/told.ts';
import { INSULATION_KINDS } from '../reference/conductors.ts';
import { conductorWords, drumLines, wireLabels, type CircuitLine } from './schedule.ts';
import { sizeWords } from './sizing-working.ts';

/** What a circuit carries, in words. */
export const CARRIES_WORDS: Readonly<Record<Circuit['carries'], string>> = {
  unsaid: 'not said yet',
  array: 'array',
  battery: 'battery',
  'dc-load': 'dc load',
  'ac-in': 'ac in',
  'ac-out': 'ac out',
  bond: 'earth and bond',
  data: 'data',
};

const OUTSIDE_WORDS = { supply: 'supply', loads: 'loads', earth: 'earth', data: 'data' } as const;

/** Where a circuit begins or ends, as a reader is told it. */
export function endText(end: CircuitEnd, telling: Telling): string {
  switch (end.at) {
    case 'gear':
      return toldText(
        end.terminal === null
          ? told('{gear}', { gear: gearName(end.placement) })
          : told('{gear}, {terminal}', { gear: gearName(end.placement), terminal: end.terminal }),
        telling,
      );
    case 'modules':
      return toldText(
        told('{parallel} × {series} {type}', {
          parallel: String(end.parallel),
          series: String(end.series),
          type: gearTypeName(end.type),
        }),
        telling,
      );
    case 'strings':
      return end.strings.length === 0
        ? 'no string'
        : end.strings
            .map((id) => toldText(told('{string}', { string: stringName(id) }), telling))
            .join(' + ');
    case 'outside':
      return OUTSIDE_WORDS[end.what];
  }
}

/** A length as it is bought: whole metres or feet, never less. */
export function lengthToBuy(lengthMm: number, { system }: Reader): string {
  const oneMm = system === 'inch' ? mmFromFeet(1) : 1000;
  return `${Math.ceil(lengthMm / oneMm - ROUNDING)} ${system === 'inch' ? 'ft' : 'm'}`;
}

/** What sums of doubles may lose. */
const ROUNDING = 1e-9;

const CIRCUIT_COLUMNS = [
  'circuit',
  'carries',
  'from',
  'to',
  'sets',
  'conductors',
  'size',
  'earth',
  'insulation',
  'material',
  'current_a',
  'design_a',
  'device_a',
  'capacity_a',
  'voltage_v',
  'drop_v',
  'drop_pct',
  'conductor_c',
  'length_mm',
  'length',
] as const;

const FIGURES: ReadonlySet<string> = new Set([
  'sets',
  'conductors',
  'ends',
  'count',
  ...CIRCUIT_COLUMNS.filter((column) => /_(?:a|v|pct|c|mm)$/u.test(column)),
  'torque_nm',
]);

/** A table as it is taken along, whatever the file. */
export type Table = {
  readonly name: string;
  readonly columns: readonly string[];
  /** The columns that hold figures; what stands in any other is text, whatever it looks like. */
  readonly figures: ReadonlySet<string>;
  readonly rows: readonly (readonly string[])[];
};

function asCsv({ columns, rows }: Table): string {
  return `${csvText(columns, rows)}\r\n`;
}

/** All tables of circuits, one after the other. */
export function circuitTables(plan: Plan, lines: readonly CircuitLine[], telling: Telling): Table[] {
  return [
    circuitsTable(plan, lines, telling),
    drumsTable(plan, lines, telling),
    endsTable(plan, lines, telling),
    labelsTable(plan, lines),
  ];
}

/** The cable schedule as CSV (RFC 4180). */
export function circuitsCsv(plan: Plan, lines: readonly CircuitLine[], telling: Telling): string {
  return asCsv(circuitsTable(plan, lines, telling));
}

/** Millimetres are exact to 0.001, the last column is the reader’s; empty where not known. */
function circuitsTable(plan: Plan, lines: readonly CircuitLine[], telling: Telling): Table {
  const byId = new Map(lines.map((line) => [line.circuit, line]));
  const rows = plan.circuits.map((circuit) => {
    const line = byId.get(circuit.id);
    const { wire } = circuit;
    return [
      circuit.name,
      CARRIES_WORDS[circuit.carries],
      endText(circuit.from, telling),
      endText(circuit.to, telling),
      String(setsOf(wire)),
      String(wire.count),
      line?.size == null ? '' : sizeWords(line.size),
      line?.earth == null ? '' : sizeWords(line.earth),
      INSULATION_KINDS.rows[wire.insulation].words,
      wire.material,
      digits(line?.currentA, 2),
      digits(line?.designA, 2),
      digits(line?.deviceA, 0),
      digits(line?.capacityA, 2),
      digits(line?.voltageV, 1),
      digits(line?.dropV, 3),
      digits(line?.dropPct, 3),
      digits(line?.conductorC, 1),
      digits(line?.lengthMm, 3),
      line?.lengthMm == null ? '' : formatLength(line.lengthMm, telling.reader),
    ];
  });
  return { name: 'Cable schedule', columns: CIRCUIT_COLUMNS, figures: FIGURES, rows };
}

/** What is bought of conductors, sort by sort, as CSV. */
export function drumsCsv(plan: Plan, lines: readonly CircuitLine[], telling: Telling): string {
  return asCsv(drumsTable(plan, lines, telling));
}

function drumsTable(plan: Plan, lines: readonly CircuitLine[], telling: Telling): Table {
  const names = new Map(plan.circuits.map(({ id, name }) => [id, name]));
  const rows = drumLines(plan.circuits, lines).map((drum) => [
    conductorWords(drum),
    drum.lengthMm.toFixed(3),
    lengthToBuy(drum.lengthMm, telling.reader),
    drum.circuits.map((id) => names.get(id) ?? id).join('; '),
  ]);
  return {
    name: 'Conductors',
    columns: ['conductor', 'length_mm', 'to_buy', 'circuits'],
    figures: FIGURES,
    rows,
  };
}

/** How conductors end at terminals, as CSV. */
export function endsCsv(plan: Plan, lines: readonly CircuitLine[], telling: Telling): string {
  return asCsv(endsTable(plan, lines, telling));
}

function endsTable(plan: Plan, lines: readonly CircuitLine[], telling: Telling): Table {
  const names = new Map(plan.circuits.map(({ id, name }) => [id, name]));
  const rows = lines.flatMap(({ circuit, ends }) =>
    ends.map(({ placement, terminal, count, size, how, torque, notes }) => [
      names.get(circuit) ?? circuit,
      toldText(told('{gear}', { gear: gearName(placement) }), telling),
      terminal,
      String(count),
      size === null ? '' : sizeWords(size),
      toldText(how, telling),
      torque === null ? '' : (torque.value / 1000).toFixed(2),
      notes.join(' '),
    ]),
  );
  return {
    name: 'Ends',
    columns: ['circuit', 'at', 'terminal', 'ends', 'size', 'ended_with', 'torque_nm', 'notes'],
    figures: FIGURES,
    rows,
  };
}

/** The labels to make, as CSV. */
export function labelsCsv(plan: Plan, lines: readonly CircuitLine[]): string {
  return asCsv(labelsTable(plan, lines));
}

function labelsTable(plan: Plan, lines: readonly CircuitLine[]): Table {
  const names = new Map(plan.circuits.map(({ id, name }) => [id, name]));
  const rows = wireLabels(plan, lines).map(({ text, where, circuit, count }) => [
    text,
    where,
    circuit === null ? '' : (names.get(circuit) ?? circuit),
    String(count),
  ]);
  return { name: 'Labels', columns: ['label', 'where', 'circuit', 'count'], figures: FIGURES, rows };
}

function digits(value: number | null | undefined, places: number): string {
  return value == null ? '' : value.toFixed(places);
}
