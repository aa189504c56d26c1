import { formatAgainst, type Reader } from '@zarnel/core/words';

/** Measured and required as a bar shows them. */
export function requiredFigures(measuredMm: number, requiredMm: number, reader: Reader) {
  const { measured, required } = formatAgainst(measuredMm, requiredMm, reader);
  return { measuredText: measured, requiredText: required };
}
