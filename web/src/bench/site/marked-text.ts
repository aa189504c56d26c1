import { formatLength, formatQuantity, type Reader } from '@zarnel/core/words';

/** A measured figure, a length to the reader’s own step: these are marks on a wall. */
export function markedText(value: number, unit: 'mm' | 'deg', reader: Reader): string {
  return unit === 'mm' ? formatLength(value, reader) : formatQuantity({ value, unit }, reader);
}
