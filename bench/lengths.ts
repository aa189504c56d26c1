import { evaluate } from 'mathjs';
import { parseLength } from '../core/src/quantity/parse-length.ts';
import { sideBySide } from './measure.ts';

const WHOLES = Array.from(
  { length: 200 },
  (_, index) => [index, (index * 7) % 16, (index * 3) % 12] as const,
);

/** Reading 200 sums of inch fractions, against a general mathematics library’s expression reader with units. */
export function benchLengths() {
  const ours = WHOLES.map(([whole, ticks, more]) => `${whole} ${ticks}/16 + ${more} in`);
  const theirs = WHOLES.map(([whole, ticks, more]) => `(${whole} + ${ticks}/16) inch + ${more} inch`);
  const read = (text: string) => {
    const parsed = parseLength(text, 'in');
    if (!parsed.ok) throw new Error(parsed.fault.message);
    return parsed.value.mm;
  };
  const readTheirs = (text: string) =>
    (evaluate(text) as { toNumber: (unit: string) => number }).toNumber('mm');
  ours.forEach((text, index) => {
    if (Math.abs(read(text) - readTheirs(theirs[index] ?? '')) > 1e-9)
      throw new Error(`They differ on ${text}.`);
  });
  return {
    name: 'read 200 length sums (against mathjs)',
    ...sideBySide(
      () => ours.map(read),
      () => theirs.map(readTheirs),
    ),
  };
}
