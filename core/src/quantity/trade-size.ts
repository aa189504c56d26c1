import { mmFromInch } from './convert.ts';
import { readerOfTrade, stepMm, type Reader } from './format.ts';

/** Whose goods and habits are meant: of American codes in inches, else in millimetres. */
type Trade = 'us' | 'iec';

/** What is 25 mm on one tape is an inch on the other. */
const MM_FOR_AN_INCH = 25;
/** The finest marks of a tape: a sixteenth, or a millimetre. */
export function markMmOfTrade(trade: Trade): number {
  return stepMm(readerOfTrade(trade));
}

/** Below an inch, eighths. */
const EIGHTHS = 8;

/**
 * A round size in a trade’s own units, from the metric one: 400 mm, or 16 in; 12 mm, or 1/2 in. For what somebody starts from
 * and then sets, never for what a rule asks.
 */
export function ofTrade(trade: Trade, mm: number): number {
  if (trade === 'iec') return mm;
  const inches = mm / MM_FOR_AN_INCH;
  const parts = inches < 1 ? EIGHTHS : 1;
  return mmFromInch(Math.max(1, Math.round(inches * parts)) / parts);
}

/** Whose goods and habits somebody is taken to have by the units they read in, where no job says. */
export function tradeOfReader({ system }: Pick<Reader, 'system'>): Trade {
  return system === 'inch' ? 'us' : 'iec';
}

/** The same for who reads: a field starts at a round figure of the units it is typed in. */
export function roundFor(reader: Pick<Reader, 'system'>, mm: number): number {
  return ofTrade(tradeOfReader(reader), mm);
}
