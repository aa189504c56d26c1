import { published, type ReferenceTable } from './source.ts';

/** Open-circuit voltage at the lowest temperature, by bands of it: each row from its temperature upwards. */
export const COLD_VOLTAGE: ReferenceTable<readonly { readonly fromC: number; readonly factor: number }[]> = {
  title: 'Voltage correction of crystalline silicon modules by the lowest expected temperature',
  basis: 'us',
  source: published('NEC (NFPA 70)', 'Table 690.7(A)', '2023'),
  confidence: { level: 'high', doubted: [] },
  rows: [
    { fromC: 20, factor: 1.02 },
    { fromC: 15, factor: 1.04 },
    { fromC: 10, factor: 1.06 },
    { fromC: 5, factor: 1.08 },
    { fromC: 0, factor: 1.1 },
    { fromC: -5, factor: 1.12 },
    { fromC: -10, factor: 1.14 },
    { fromC: -15, factor: 1.16 },
    { fromC: -20, factor: 1.18 },
    { fromC: -25, factor: 1.2 },
    { fromC: -30, factor: 1.21 },
    { fromC: -35, factor: 1.23 },
    { fromC: -40, factor: 1.25 },
  ],
};

/** The international code asks for the coldest air too, and for the maker’s coefficient; the factors above stand in without one. */
export const COLD_VOLTAGE_IEC = published('IEC 62548', '7.2', '2016');
