import { parseJson } from '../json-text.ts';
import { faultText } from '../plan/fault.ts';
import { findGearFaults } from '../plan/gear-faults.ts';
import { GEAR_FORMAT_VERSION, isGearVersion, openGear } from '../plan/gear-migrate.ts';
import { gearTypeSchema, type GearType } from '../plan/gear-type.ts';
import { fail, ok, type Result } from '../result.ts';
import { z } from '../zod.ts';

export const GEAR_FORMAT = 'zarnel-gear';
const MOST_TYPES = 10_000;
/** More faults than this are told of no file. */
export const MOST_FAULTS = 2000;

export const gearFileSchema = z.strictObject({
  format: z.literal(GEAR_FORMAT),
  formatVersion: z.literal(GEAR_FORMAT_VERSION),
  gear: z.array(gearTypeSchema).max(MOST_TYPES),
});

/** One entry of a file that could not be taken: which, at which field, and why. */
export type GearRowFault = { readonly row: number; readonly column: string; readonly message: string };

/** What a file offers: the types that can be taken, and what is wrong with the others. */
export type GearOffer = { readonly gear: readonly GearType[]; readonly faults: readonly GearRowFault[] };

/** Reads a gear file. A file that is none is refused whole; in one that is, each bad entry is named and the rest offered. */
export function readGearFile(text: string): Result<GearOffer, string> {
  let raw: unknown;
  try {
    raw = parseJson(text.replace(/^\uFEFF/u, ''));
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error;
    return fail(`The file is not JSON: ${error.message}.`);
  }
  const { format, formatVersion, gear } = (typeof raw === 'object' && raw !== null ? raw : {}) as Record<
    string,
    unknown
  >;
  if (format !== GEAR_FORMAT || !Array.isArray(gear)) {
    return fail(`This is not a Zarnel gear file: “format” should be “${GEAR_FORMAT}”, with a list “gear”.`);
  }
  if (!isGearVersion(formatVersion)) {
    return fail(
      `This gear file is of version ${String(formatVersion)}; this Zarnel reads 1 to ${GEAR_FORMAT_VERSION}.`,
    );
  }
  if (gear.length > MOST_TYPES) return fail(`The file has ${gear.length} types; ${MOST_TYPES} is the most.`);
  return ok(
    offerOf(
      gear.map((entry: unknown, index) => ({ row: index + 1, entry })),
      formatVersion,
    ),
  );
}

/** Judges raw entries one by one. A name used twice is refused the second time. */
export function offerOf(
  entries: readonly { readonly row: number; readonly entry: unknown }[],
  formatVersion = GEAR_FORMAT_VERSION,
): GearOffer {
  const taken: GearType[] = [];
  const faults: GearRowFault[] = [];
  const seen = new Map<string, number>();
  for (const { row, entry } of entries) {
    if (faults.length > MOST_FAULTS) {
      const message = `There are more than ${MOST_FAULTS} faults before it: neither this nor what follows was looked at.`;
      faults.push({ row, column: '', message });
      break;
    }
    const parsed = openGear(entry, formatVersion);
    if (!parsed.ok) {
      for (const fault of parsed.fault) faults.push({ row, column: fault.path, message: faultText(fault) });
      continue;
    }
    const type = parsed.value;
    const own = findGearFaults(type);
    if (own.length > 0) {
      for (const fault of own) faults.push({ row, column: fault.path, message: faultText(fault) });
      continue;
    }
    const before = seen.get(type.id);
    if (before !== undefined) {
      faults.push({
        row,
        column: 'id',
        message: `The id “${type.id}” stands in row ${before} already.`,
      });
      continue;
    }
    seen.set(type.id, row);
    taken.push(type);
  }
  return { gear: taken, faults };
}

export function writeGearFile(gear: readonly GearType[]): string {
  const file = {
    format: GEAR_FORMAT,
    formatVersion: GEAR_FORMAT_VERSION,
    gear: gear.map((type) => gearTypeSchema.parse(type)),
  };
  return `${JSON.stringify(file, null, 2)}\n`;
}
