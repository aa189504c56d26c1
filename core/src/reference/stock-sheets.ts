import { practice, type ReferenceTable } from './source.ts';

/** Sheets that boards are cut from, as commonly sold, mm. */
export const STOCK_SHEETS: ReferenceTable<
  readonly { readonly name: string; readonly widthMm: number; readonly heightMm: number }[]
> = {
  title: 'Sheets commonly sold: plywood, cement and plastic board',
  basis: 'any',
  source: practice('Common sheet sizes; ask the yard'),
  confidence: { level: 'medium', doubted: ['small sheets differ from yard to yard'] },
  rows: [
    { name: '1200 × 600 mm', widthMm: 1200, heightMm: 600 },
    { name: '4 × 4 ft', widthMm: 1219.2, heightMm: 1219.2 },
    { name: '4 × 8 ft', widthMm: 2438.4, heightMm: 1219.2 },
    { name: '2500 × 1250 mm', widthMm: 2500, heightMm: 1250 },
    { name: '3000 × 1500 mm', widthMm: 3000, heightMm: 1500 },
  ],
};

/** What a circular saw takes, mm (practice). */
export const SAW_KERF_MM = 3;
