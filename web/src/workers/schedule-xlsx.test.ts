import { describe, expect, test } from '@jest/globals';
import ExcelJS from 'exceljs';
import { tablesXlsx } from './schedule-xlsx.ts';

describe('tables as a workbook', () => {
  test('hold figures as numbers, and names as they were written, whatever they look like', async () => {
    const names = ['007', '1.10', '=1+1', '-5', 'Pump'];
    const bytes = await tablesXlsx([
      {
        name: 'Cable schedule',
        columns: ['circuit', 'length_mm'],
        figures: new Set(['length_mm']),
        rows: [...names.map((name) => [name, '12.500']), ['None', '']],
      },
    ]);
    const book = new ExcelJS.Workbook();
    await book.xlsx.load(bytes as unknown as ExcelJS.Buffer);
    const sheet = book.getWorksheet('Cable schedule');
    const column = (index: number) =>
      Array.from({ length: names.length + 1 }, (_, row) => sheet?.getRow(row + 2).getCell(index).value);
    expect(column(1)).toEqual([...names, 'None']);
    expect(column(2)).toEqual([...names.map(() => 12.5), '']);
  });
});
