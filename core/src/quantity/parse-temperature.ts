import { fail, type Result } from '../result.ts';
import type { Reader } from './format.ts';
import { parseMeasure } from './measure.ts';

/** Beyond these no weather goes, °C. */
const COLDEST_C = -90;
const HOTTEST_C = 90;

/** Reads `28`, `28 °C`, `77F`; a bare number is in the reader’s scale. Gives °C, or what was not understood. */
export function parseTemperature(text: string, reader: Reader): Result<number, string> {
  const read = parseMeasure(text, 'degC', reader);
  if (read.ok && (read.value < COLDEST_C || read.value > HOTTEST_C))
    return fail(`“${text}” is beyond what the weather does.`);
  return read;
}
