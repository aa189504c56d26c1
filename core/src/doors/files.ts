// Open formats in and out, samples and demo jobs: for the server, the command line and workers.

export { sizeFault, startFromOutline, startPlan, STARTS, usualSizes } from '../demo/starts.ts';
export { DEMOS } from '../demo/demos.ts';
export { checksPage } from '../checks-page.ts';
export { honeyHouse } from '../demo/honey-house.ts';
export { gearIdOf, readGearCsv } from '../gear/gear-csv-read.ts';
export { writeGearCsv } from '../gear/gear-csv-write.ts';
export { type GearOffer, readGearFile, writeGearFile } from '../gear/gear-file.ts';
export { SAMPLE_GEAR } from '../gear/samples.ts';
export { measureJson } from '../json-text.ts';
export {
  circuitsCsv,
  circuitTables,
  type Table,
  drumsCsv,
  endsCsv,
  labelsCsv,
} from '../conductor/schedule-csv.ts';
export { holesCsv } from '../pack/holes-csv.ts';
export { type CellFault, readCsvOutline } from '../site/outline-csv.ts';
export { type DrawnOutlines, readDxfOutlines, writeDxfOutline } from '../site/outline-dxf.ts';
export { type InstrumentLine, readInstrumentLine, writeInstrumentLine } from '../survey/instrument-line.ts';
export { gearJsonSchema, planJsonSchema } from '../json-schemas.ts';
export { oneLineSvg } from '../one-line/svg.ts';
