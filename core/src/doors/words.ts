// Figures and findings in the reader’s words and units, and figures as people type them.

export { fixLabelOf, measuredAndRequired, sentenceOf, sourceText } from '../check/sentence.ts';
export { ADVICE, CAUTIONS } from '../working/cautions.ts';
export { CARRIES_WORDS, lengthToBuy } from '../conductor/schedule-csv.ts';
export { type SealInWords, sealInWords } from '../seal/seal-words.ts';
export { type SheetInWords, sheetInWords } from '../pack/sheet-words.ts';
export { faceName, gearName, runName, subjectName, tellingOf } from '../plan/names.ts';
export { cutText, nameWith } from '../plan/name-with.ts';
export { fileStem } from '../plan/slug.ts';
export { inDialect, type Dialect } from '../quantity/dialect.ts';
export { MM_PER_INCH } from '../quantity/convert.ts';
export {
  INCH_READER,
  METRIC_READER,
  type QuantityUnit,
  type Reader,
  readerOfTrade,
  formatAgainst,
  formatDiameter,
  formatExactLength,
  formatLength,
  formatQuantity,
  formatUse,
  largeStepMm,
  markOf,
  stepMm,
} from '../quantity/format.ts';
export { roundFor, tradeOfReader } from '../quantity/trade-size.ts';
export { measureText, parseMeasure } from '../quantity/measure.ts';
export { type LengthUnit, parseLength, unitInMm } from '../quantity/parse-length.ts';
export { parseTemperature } from '../quantity/parse-temperature.ts';
export { countText, type Telling, type Told, toldText, valueText } from '../quantity/told.ts';
export { type Working, workingInWords, type WorkingInWords } from '../working/working.ts';
