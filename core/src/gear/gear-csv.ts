// One closed format with its reader and writer: a gear type as a row. Columns are documented in docs/gear-format.md.
import type { GearType } from '../plan/gear-type.ts';
import { parseLength } from '../quantity/parse-length.ts';
import type { SourceRef } from '../reference/source.ts';
import { fail, ok, type Result } from '../result.ts';
import { csvText, MOST_CSV_CHARS, readCsvRows } from '../csv-rows.ts';
import { slugOf } from '../plan/slug.ts';
import { offerOf, type GearOffer, type GearRowFault } from './gear-file.ts';

/** Within a cell entries are parted by `;` and their fields by `|`. */
const ENTRY = ';';
const FIELD = '|';
const MOST_ROWS = 20_000;

const LENGTHS = {
  width: 'widthMm',
  height: 'heightMm',
  depth: 'depthMm',
  standoff: 'standoffMm',
  drop: 'dropMm',
  side_play: 'sidePlayMm',
} as const;
const RATINGS = {
  max_voltage_v: 'maxVoltageV',
  min_voltage_v: 'minVoltageV',
  volts_to_ground_v: 'voltsToGroundV',
  max_current_a: 'maxCurrentA',
  power_w: 'powerW',
  energy_wh: 'energyWh',
} as const;
const SOLAR = {
  pmax_w: 'pmaxW',
  voc_v: 'vocV',
  isc_a: 'iscA',
  vmp_v: 'vmpV',
  imp_a: 'impA',
  voc_pct_per_c: 'vocPctPerC',
  max_fuse_a: 'maxFuseA',
} as const;

export const GEAR_CSV_COLUMNS = [
  'id',
  'name',
  'kind',
  ...Object.keys(LENGTHS),
  'mass_kg',
  'location',
  'enclosure',
  'orientations',
  'heat_w',
  'heat_side',
  'max_ambient_c',
  'knockouts',
  'bracket_holes',
  'parts',
  'terminals',
  'cover',
  'handles',
  'battery',
  'board',
  'board_rail',
  'board_pull_n',
  'board_shear_n',
  'seams',
  'flush',
  ...Object.keys(RATINGS),
  ...Object.keys(SOLAR),
  'rules',
];

/** Which column a field of the type comes from, so that a fault names what the person sees. */
const COLUMN_OF_FIELD: Readonly<Record<string, string>> = {
  ...Object.fromEntries(
    [...Object.entries(LENGTHS), ...Object.entries(RATINGS), ...Object.entries(SOLAR)].map(
      ([column, field]) => [field, column],
    ),
  ),
  massKg: 'mass_kg',
  lossW: 'heat_w',
  sheds: 'heat_side',
  bracketHoles: 'bracket_holes',
  maxAmbientC: 'max_ambient_c',
  seamsMm: 'seams',
  rail: 'board_rail',
  approvedPullN: 'board_pull_n',
  approvedShearN: 'board_shear_n',
};

/** What a cell said that could not be read. */
class CellError extends Error {}

/**
 * Reads gear types from CSV with a header row. Lengths are as people write them, bare numbers in mm. A bad row is
 * named with its column as a spreadsheet counts, and the other rows are still offered. Says why for a file that has
 * no header of ours.
 */
export function readGearCsv(text: string): Result<GearOffer, string> {
  if (text.length > MOST_CSV_CHARS)
    return fail(
      `The file has more than ${MOST_CSV_CHARS / 1e6} million characters, the most a table may have.`,
    );
  const { rows, faults: shapeFaults, isCut } = readCsvRows(text);
  const [header, ...lines] = rows;
  const columns = (header?.cells ?? []).map((name) => name.toLowerCase());
  const missing = ['name', 'kind', 'width', 'height', 'depth', 'mass_kg'].filter(
    (column) => !columns.includes(column),
  );
  if (missing.length > 0) return fail(`The header row lacks ${missing.join(', ')}.`);
  if (isCut || lines.length > MOST_ROWS)
    return fail(`The file has ${isCut ? 'far ' : ''}more than ${MOST_ROWS} rows, the most that are read.`);
  const broken = new Set(shapeFaults.map(({ row }) => row));
  const [first = ''] = columns;
  const faults: GearRowFault[] = shapeFaults.map((fault) => ({ ...fault, column: first }));
  for (const column of columns.filter((each) => each !== '' && !GEAR_CSV_COLUMNS.includes(each)))
    faults.push({ row: 1, column, message: 'This column is not known and was passed over.' });
  const entries = lines.flatMap(({ row, cells }) => {
    if (broken.has(row)) return [];
    if (cells.slice(columns.length).some(isText)) {
      const message = `The row has ${cells.length} cells, the header row only ${columns.length}.`;
      faults.push({ row, column: first, message });
      return [];
    }
    const read = new RowReader(Object.fromEntries(columns.map((column, at) => [column, cells[at]])));
    const entry = read.gearType();
    faults.push(...read.faults.map(({ column, message }) => ({ row, column, message })));
    return read.faults.length > 0 ? [] : [{ row, entry }];
  });
  const offer = offerOf(entries);
  const named = offer.faults.map((fault) => ({ ...fault, column: columnOf(fault.column) }));
  return ok({ gear: offer.gear, faults: [...faults, ...named].sort((a, b) => a.row - b.row) });
}

/** `knockouts[1].alongMm` comes from the column `knockouts`. */
function columnOf(path: string): string {
  const names = path.split(/[.[\]]+/u).filter((name) => name !== '' && !/^\d+$/u.test(name));
  const [first = ''] = names;
  const isNested = first === 'ratings' || first === 'solarModule' || first === 'heat';
  const field = isNested ? (names[1] ?? first) : first;
  return COLUMN_OF_FIELD[field] ?? field;
}

/** Reads the cells of one row; collects what is wrong, by column. */
class RowReader {
  readonly faults: { readonly column: string; readonly message: string }[] = [];

  constructor(private readonly cells: Readonly<Record<string, string | undefined>>) {}

  gearType(): unknown {
    const name = this.text('name');
    const heightMm = this.length('height', null);
    const solar = Object.entries(SOLAR).map(([column, field]) => [field, this.number(column, null)] as const);
    return {
      id: this.text('id') || gearIdOf(name),
      name,
      kind: this.text('kind'),
      widthMm: this.length('width', null),
      heightMm,
      depthMm: this.length('depth', null),
      standoffMm: this.length('standoff', 0),
      dropMm: this.length('drop', heightMm),
      sidePlayMm: this.length('side_play', 0),
      massKg: this.number('mass_kg', null),
      location: this.text('location') || 'indoor',
      enclosure: this.text('enclosure'),
      orientations: this.text('orientations')
        .split(FIELD)
        .map(trim)
        .filter(isText)
        .concat(this.text('orientations') === '' ? ['upright'] : []),
      heat: { lossW: this.number('heat_w', 0), sheds: this.text('heat_side') || 'none' },
      parts: this.list('parts', (fields) => ({
        id: fields[0],
        name: fields[1],
        massKg: numberIn(fields[2]),
        order: numberIn(fields[3]),
        torqueNm: optionalNumberIn(fields[4]),
        box:
          (fields[5] ?? '') === ''
            ? null
            : {
                xMm: lengthIn(fields[5]),
                yMm: lengthIn(fields[6]),
                widthMm: lengthIn(fields[7]),
                heightMm: lengthIn(fields[8]),
              },
      })),
      knockouts: this.list('knockouts', (fields) => ({
        id: fields[0],
        edge: fields[1],
        alongMm: lengthIn(fields[2]),
        fromBackMm: lengthIn(fields[3]),
        tradeSize: fields[4],
      })),
      bracketHoles: this.list('bracket_holes', (fields) => ({
        id: fields[0],
        xMm: lengthIn(fields[1]),
        yMm: lengthIn(fields[2]),
        pilotMm: lengthIn(fields[3]),
        torqueNm: optionalNumberIn(fields[4]),
      })),
      terminals: this.list('terminals', (fields) => ({
        id: fields[0],
        name: fields[1],
        minMm2: optionalNumberIn(fields[2]),
        maxMm2: optionalNumberIn(fields[3]),
        torqueNm: optionalNumberIn(fields[4]),
      })),
      ratings: Object.fromEntries(
        Object.entries(RATINGS).map(([column, field]) => [field, this.number(column, null)]),
      ),
      maxAmbientC: this.number('max_ambient_c', null),
      cover: this.one('cover', ([hinge, leaf]) => ({ hinge, leafMm: lengthIn(leaf) })),
      handles: this.list('handles', (fields) => ({
        id: fields[0],
        name: fields[1],
        upMm: lengthIn(fields[2]),
      })),
      battery: this.one('battery', ([chemistry, cells, capacity]) => ({
        chemistry,
        cells: numberIn(cells),
        capacityAh: numberIn(capacity),
      })),
      ...(this.text('seams') === '' ? {} : { seamsMm: this.list('seams', ([along]) => lengthIn(along)) }),
      board: this.one('board', ([material, fireClass, holding, radius, trim, cables, ...rails]) => ({
        ...(this.text('board_rail') === '' ? {} : { rail: this.text('board_rail') }),
        ...this.optional('board_pull_n', 'approvedPullN'),
        ...this.optional('board_shear_n', 'approvedShearN'),
        material,
        fireClass,
        holding,
        cornerRadiusMm: lengthIn(radius),
        hasTrim: trim === 'trim',
        cables,
        railsUpMm: rails.map(lengthIn),
      })),
      flush: this.one('flush', (fields) => ({
        cutWidthMm: lengthIn(fields[0]),
        cutHeightMm: lengthIn(fields[1]),
        cornerHoleMm: lengthIn(fields[2]),
        behindMm: lengthIn(fields[3]),
        wiresMm: lengthIn(fields[4]),
        panelMm: { leastMm: lengthIn(fields[5]), mostMm: lengthIn(fields[6]) },
      })),
      solarModule: solar.every(([, value]) => value === null) ? null : Object.fromEntries(solar),
      rules: this.list('rules', ruleOf),
      origin: null,
    };
  }

  private text(column: string): string {
    return (this.cells[column] ?? '').trim();
  }

  private attempt<Value>(column: string, read: () => Value): Value | null {
    try {
      return read();
    } catch (error) {
      if (!(error instanceof CellError)) throw error;
      this.faults.push({ column, message: error.message });
      return null;
    }
  }

  private length(column: string, fallback: number | null): number | null {
    const cell = this.text(column);
    return cell === '' && fallback !== null ? fallback : this.attempt(column, () => lengthIn(cell));
  }

  private number(column: string, fallback: number | null): number | null {
    const cell = this.text(column);
    return cell === '' ? fallback : this.attempt(column, () => numberIn(cell));
  }

  /** A figure under its field’s name; nothing for an empty cell. */
  private optional(column: string, field: string): Record<string, number | null> {
    return this.text(column) === '' ? {} : { [field]: this.number(column, null) };
  }

  /** A cell with one entry, or none. */
  private one(column: string, read: (fields: readonly string[]) => unknown): unknown {
    const entries = this.list(column, read);
    if (entries.length > 1) this.faults.push({ column, message: 'There may be one entry only.' });
    return entries[0] ?? null;
  }

  private list(column: string, read: (fields: readonly string[]) => unknown): unknown[] {
    const entries = this.text(column).split(ENTRY).map(trim).filter(isText);
    return entries.map((entry) => this.attempt(column, () => read(entry.split(FIELD).map(trim))));
  }
}

function ruleOf(fields: readonly string[]): unknown {
  const [id, side, counterpart, distance = '', where = '', from = '', ...source] = fields;
  const amount = /^(\d+(?:\.\d+)?)\s*(mm|in)$/u.exec(distance);
  if (amount === null) throw new CellError(`“${distance}” is not a distance such as 6 in or 150 mm.`);
  const threshold = /^(-?\d+(?:\.\d+)?)\s*([CF])$/u.exec(from);
  if (from !== '' && threshold === null)
    throw new CellError(`“${from}” is not a temperature such as 77 F or 25 C.`);
  return {
    id,
    side,
    counterpart,
    distance: { value: Number(amount[1]), unit: amount[2] },
    when: {
      ...(where === '' ? {} : { side: where }),
      ...(threshold === null
        ? {}
        : { meanMaxAtLeast: { value: Number(threshold[1]), unit: threshold[2] === 'C' ? 'degC' : 'degF' } }),
    },
    source: sourceOf(source),
  };
}

function sourceOf([
  kind = '',
  title = '',
  clause = '',
  edition = '',
  fromMemory = '',
]: readonly string[]): unknown {
  if (kind === 'published') return { kind, title, clause, edition, fromMemory: fromMemory !== 'checked' };
  return { kind, title };
}

function lengthIn(text = ''): number {
  const parsed = parseLength(text, 'mm');
  if (!parsed.ok) throw new CellError(parsed.fault.message);
  return parsed.value.mm;
}

function numberIn(text = ''): number {
  if (!/^-?\d+(?:\.\d+)?$/u.test(text))
    throw new CellError(`“${text}” is not a number; write decimals with a point.`);
  return Number(text);
}

function optionalNumberIn(text = ''): number | null {
  return text === '' ? null : numberIn(text);
}

function trim(text: string): string {
  return text.trim();
}

function isText(text: string): boolean {
  return text !== '';
}

/** An id for a gear type from its name. */
export function gearIdOf(name: string): string {
  return slugOf(name, 'gear', 40);
}

/** Gear types as CSV (RFC 4180), lengths in mm to the last digit, readable again by `readGearCsv`. */
export function writeGearCsv(gear: readonly GearType[]): string {
  const rows = gear.map((type): Record<string, string> => {
    const lengths = Object.entries(LENGTHS).map(([column, field]) => [column, mm(type[field])] as const);
    const ratings = Object.entries(RATINGS).map(
      ([column, field]) => [column, blank(type.ratings[field])] as const,
    );
    const solar = Object.entries(SOLAR).map(
      ([column, field]) => [column, blank(type.solarModule?.[field] ?? null)] as const,
    );
    return {
      id: type.id,
      name: type.name,
      kind: type.kind,
      ...Object.fromEntries([...lengths, ...ratings, ...solar]),
      mass_kg: String(type.massKg),
      location: type.location,
      enclosure: type.enclosure,
      orientations: type.orientations.join(FIELD),
      heat_w: String(type.heat.lossW),
      heat_side: type.heat.sheds,
      parts: join(type.parts, ({ id, name, massKg, order, torqueNm, box }) => [
        id,
        name,
        String(massKg),
        String(order),
        blank(torqueNm),
        ...(box === null ? [] : [mm(box.xMm), mm(box.yMm), mm(box.widthMm), mm(box.heightMm)]),
      ]),
      knockouts: join(type.knockouts, ({ id, edge, alongMm, fromBackMm, tradeSize }) => [
        id,
        edge,
        mm(alongMm),
        mm(fromBackMm),
        tradeSize,
      ]),
      bracket_holes: join(type.bracketHoles, ({ id, xMm, yMm, pilotMm, torqueNm }) => [
        id,
        mm(xMm),
        mm(yMm),
        mm(pilotMm),
        blank(torqueNm),
      ]),
      terminals: join(type.terminals, ({ id, name, minMm2, maxMm2, torqueNm }) => [
        id,
        name,
        blank(minMm2),
        blank(maxMm2),
        blank(torqueNm),
      ]),
      max_ambient_c: blank(type.maxAmbientC),
      cover: join(type.cover === null ? [] : [type.cover], ({ hinge, leafMm }) => [hinge, mm(leafMm)]),
      handles: join(type.handles, ({ id, name, upMm }) => [id, name, mm(upMm)]),
      battery: join(type.battery === null ? [] : [type.battery], ({ chemistry, cells, capacityAh }) => [
        chemistry,
        String(cells),
        String(capacityAh),
      ]),
      board: join(type.board === null ? [] : [type.board], (board) => [
        board.material,
        board.fireClass,
        board.holding,
        mm(board.cornerRadiusMm),
        board.hasTrim ? 'trim' : '',
        board.cables,
        ...board.railsUpMm.map(mm),
      ]),
      board_rail: type.board?.rail ?? '',
      board_pull_n: blank(type.board?.approvedPullN ?? null),
      board_shear_n: blank(type.board?.approvedShearN ?? null),
      seams: join(type.seamsMm ?? [], (alongMm) => [mm(alongMm)]),
      flush: join(
        type.flush === null ? [] : [type.flush],
        ({ cutWidthMm, cutHeightMm, cornerHoleMm, behindMm, wiresMm, panelMm }) =>
          [cutWidthMm, cutHeightMm, cornerHoleMm, behindMm, wiresMm, panelMm.leastMm, panelMm.mostMm].map(mm),
      ),
      rules: join(type.rules, ({ id, side, counterpart, distance, when, source }) => [
        id,
        side,
        counterpart,
        `${distance.value} ${distance.unit}`,
        when.side ?? '',
        thresholdText(when.meanMaxAtLeast),
        ...sourceFields(source),
      ]),
    };
  });
  return csvText(
    GEAR_CSV_COLUMNS,
    rows.map((row) => GEAR_CSV_COLUMNS.map((column) => row[column] ?? '')),
  );
}

type Threshold = GearType['rules'][number]['when']['meanMaxAtLeast'];

function thresholdText(threshold: Threshold): string {
  return threshold === undefined ? '' : `${threshold.value} ${threshold.unit === 'degC' ? 'C' : 'F'}`;
}

function sourceFields(source: SourceRef): string[] {
  if (source.kind !== 'published') return [source.kind, source.title];
  return [source.kind, source.title, source.clause, source.edition, source.fromMemory ? '' : 'checked'];
}

function join<Item>(items: readonly Item[], fields: (item: Item) => readonly string[]): string {
  // The two marks that part entries and fields cannot stand in a name.
  return items
    .map((item) =>
      fields(item)
        .map((field) => field.replaceAll(ENTRY, ',').replaceAll(FIELD, '/'))
        .join(FIELD),
    )
    .join(`${ENTRY} `);
}

function mm(lengthMm: number): string {
  return `${lengthMm} mm`;
}

function blank(value: number | null): string {
  return value === null ? '' : String(value);
}
