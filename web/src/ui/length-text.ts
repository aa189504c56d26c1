import type { Result } from '@zarnel/core/plan';
import { formatExactLength, markOf, parseLength, type LengthUnit, type Reader } from '@zarnel/core/words';

/** Below this the printed mark is the value itself. */
const OFF_MARK_MM = 0.05;

/** The unit of a length that is typed without one. */
export function bareUnit(reader: Reader): LengthUnit {
  return reader.system === 'inch' ? 'in' : 'mm';
}

/** A length as a person types it, sums included, in mm. */
export function readLength(text: string, reader: Reader): Result<number, string> {
  const parsed = parseLength(text, bareUnit(reader));
  return parsed.ok ? { ok: true, value: parsed.value.mm } : { ok: false, fault: parsed.fault.message };
}

/** A length as its mark, and exactly where the mark is not the value itself. */
export function lengthText(
  valueMm: number,
  reader: Reader,
): { readonly mark: string; readonly exact: string | null } {
  const mark = markOf(valueMm, reader);
  const isOff = Math.abs(mark.errorMm) > OFF_MARK_MM;
  return { mark: mark.text, exact: isOff ? formatExactLength(valueMm, reader) : null };
}
