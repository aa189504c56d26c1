import { fail, ok, type Result } from '../result.ts';
import { degCFromDegF } from './convert.ts';

/** Beyond these no weather goes, °C. */
const COLDEST_C = -90;
const HOTTEST_C = 90;

/** Reads `28`, `28 °C`, `77F`; a bare number is in `bareScale`. Gives °C, or what was not understood. */
export function parseTemperature(text: string, bareScale: 'C' | 'F'): Result<number, string> {
  const match = /^\s*([-−]?\d+(?:\.\d+)?)\s*°?\s*([CF])?\s*$/iu.exec(text);
  if (match === null) return fail(`“${text}” was not understood as a temperature.`);
  const number = Number((match[1] ?? '').replace('−', '-'));
  const scale = match[2]?.toUpperCase() ?? bareScale;
  const tempC = scale === 'F' ? degCFromDegF(number) : number;
  if (tempC < COLDEST_C || tempC > HOTTEST_C) return fail(`“${text}” is beyond what the weather does.`);
  return ok(tempC);
}
