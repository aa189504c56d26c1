import { parseLength } from '../quantity/parse-length.ts';
import { Refusal } from '../refusal.ts';
import { fail, ok, type Result } from '../result.ts';
import { MOST_CSV_CHARS, readCsvRows } from '../csv-rows.ts';
import { slugOf } from '../plan/slug.ts';
import { MOST_FAULTS, offerOf, type GearOffer, type GearRowFault } from './gear-file.ts';

import { columnOf, ENTRY, FIELD, GEAR_CSV_COLUMNS, RATINGS, SOLAR, SOLAR_MORE } from './gear-csv-columns.ts';

const MOST_ROWS = 20_000;
/**
 * How much is read of one file, counted in fields of entries: a row costs as much as some of them. A core of a small machine
 * reads so many within a second, whatever they say.
 */
const MOST_STEPS = 170_000;
const STEPS_OF_ROW = 16;
/** More entries, and fields of them, no gear has in one cell. */
const MOST_ENTRIES = 1000;
const MOST_FIELDS = 12_000;
/** As far as the header row is looked for. */
const LOOK_CHARS = 20_000;

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
  const { rows, faults: shapeFaults, isCut } = readCsvRows(text, separatorOf(text));
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
  const named = columns.findLastIndex(isText) + 1;
  const faults: GearRowFault[] = shapeFaults.map((fault) => ({ ...fault, column: first }));
  for (const column of columns.filter((each) => each !== '' && !GEAR_CSV_COLUMNS.includes(each)))
    faults.push({ row: 1, column, message: 'This column is not known and was passed over.' });
  const entries: { readonly row: number; readonly entry: unknown }[] = [];
  let steps = 0;
  for (const { row, cells } of lines) {
    if (broken.has(row)) continue;
    if (steps > MOST_STEPS || faults.length > MOST_FAULTS) {
      const many =
        steps > MOST_STEPS ? 'more in it than can be read at once' : `more than ${MOST_FAULTS} faults`;
      return fail(`The file has ${many}: part it before row ${row}, and take in each part by itself.`);
    }
    if (cells.slice(columns.length).some(isText)) {
      const message = `The row has ${cells.length} cells, the header row only ${columns.length}.`;
      faults.push({ row, column: first, message });
      continue;
    }
    if (cells.length < named) {
      const message = `The row has ${cells.length} cells, the header row ${named}: its end may have been cut off. Empty cells are written too.`;
      faults.push({ row, column: first, message });
      continue;
    }
    const read = new RowReader(Object.fromEntries(columns.map((column, at) => [column, cells[at]])));
    const entry = read.gearType();
    steps += STEPS_OF_ROW + read.fieldCount;
    for (const { column, message } of read.faults) faults.push({ row, column, message });
    if (read.faults.length === 0) entries.push({ row, entry });
  }
  const offer = offerOf(entries);
  const inColumns = offer.faults.map((fault) => ({ ...fault, column: columnOf(fault.column) }));
  return ok({ gear: offer.gear, faults: [...faults, ...inColumns].sort((a, b) => a.row - b.row) });
}

/** What parts the columns, by the header row: rows that were cut off say little of it. */
function separatorOf(text: string): string | undefined {
  const [header = ''] = text
    .slice(0, LOOK_CHARS)
    .trimStart()
    .split(/[\r\n]/u, 1);
  const names = (sign: string) => header.split(sign).map((name) => name.replaceAll(/["\uFEFF]/gu, '').trim());
  return [',', ';', '\t'].find((sign) => names(sign).some((name) => name.toLowerCase() === 'name'));
}

/** Reads the cells of one row; collects what is wrong, by column. */
class RowReader {
  readonly faults: { readonly column: string; readonly message: string }[] = [];
  /** How many fields the entries of its cells had. */
  fieldCount = 0;

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
        ...((fields[5] ?? '') === '' ? {} : { ratedC: numberIn(fields[5]) }),
        ...((fields[6] ?? '') === '' ? {} : { takes: fields[6] }),
      })),
      ratings: {
        ...Object.fromEntries(
          Object.entries(RATINGS).map(([column, field]) => [field, this.number(column, null)]),
        ),
        ...this.optional('array_a', 'arrayA'),
        ...this.optional('efficiency_pct', 'efficiencyPct'),
      },
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
      ...(this.text('device') === ''
        ? {}
        : {
            device: this.one('device', ([clears, opens, dc, way]) => ({
              clears: wordIn(clears, 'clears'),
              opens,
              dcV: optionalNumberIn(dc),
              isOneWay: wordIn(way, 'one-way'),
            })),
          }),
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
      solarModule: solar.every(([, value]) => value === null)
        ? null
        : {
            ...Object.fromEntries(solar),
            ...Object.fromEntries(
              Object.entries(SOLAR_MORE).flatMap(([column, field]) =>
                Object.entries(this.optional(column, field)),
              ),
            ),
            ...(this.text('lead') === '' ? {} : { leadMm: this.length('lead', null) }),
            ...(this.text('connector') === '' ? {} : { connector: this.text('connector') }),
          },
      rules: this.list('rules', ruleOf),
      origin: null,
    };
  }

  private text(column: string): string {
    return this.cells[column] ?? '';
  }

  private attempt<Value>(column: string, read: () => Value): Value | null {
    try {
      return read();
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
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
    const text = this.text(column);
    if (text === '') return [];
    const entries = text
      .split(ENTRY, MOST_ENTRIES + 2)
      .map(trim)
      .filter(isText);
    const fields = entries.map((entry) => entry.split(FIELD, MOST_ENTRIES + 2).map(trim));
    const count = fields.reduce((sum, { length }) => sum + length, 0);
    this.fieldCount += count;
    if (count > MOST_FIELDS || entries.length > MOST_ENTRIES) {
      this.faults.push({ column, message: 'There is more in this cell than any gear has.' });
      return [];
    }
    return fields.map((each) => this.attempt(column, () => read(each)));
  }
}

/** Whether the one word stands there that may; nothing is no. */
function wordIn(field: string | undefined, word: string): boolean {
  if (field === word) return true;
  if ((field ?? '') === '') return false;
  throw new Refusal(`“${field ?? ''}” is not “${word}” or nothing.`);
}

function ruleOf(fields: readonly string[]): unknown {
  const [id, side, counterpart, distance = '', where = '', from = '', ...source] = fields;
  const amount = /^(\d+(?:\.\d+)?)\s*(mm|in)$/u.exec(distance);
  if (amount === null) throw new Refusal(`“${distance}” is not a distance such as 6 in or 150 mm.`);
  const threshold = /^(-?\d+(?:\.\d+)?)\s*([CF])$/u.exec(from);
  if (from !== '' && threshold === null)
    throw new Refusal(`“${from}” is not a temperature such as 77 F or 25 C.`);
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
  if (!parsed.ok) throw new Refusal(parsed.fault.message);
  return parsed.value.mm;
}

function numberIn(text = ''): number {
  if (!/^-?\d+(?:\.\d+)?$/u.test(text))
    throw new Refusal(`“${text}” is not a number; write decimals with a point.`);
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
