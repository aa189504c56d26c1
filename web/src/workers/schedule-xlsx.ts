import ExcelJS from 'exceljs';
import type { Table } from '@zarnel/core/files';

/** Tables as one workbook, a sheet each: figures as numbers, heads that stay in sight. */
export async function tablesXlsx(tables: readonly Table[]): Promise<Uint8Array> {
  const book = new ExcelJS.Workbook();
  for (const { name, columns, figures, rows } of tables) {
    const sheet = book.addWorksheet(name, { views: [{ state: 'frozen', ySplit: 1 }] });
    sheet.addRow([...columns]).font = { bold: true };
    for (const row of rows) {
      const cells = row.map((cell, index) =>
        figures.has(columns[index] ?? '') && isFigure(cell) ? Number(cell) : cell,
      );
      sheet.addRow(cells);
    }
    sheet.columns.forEach((column, index) => {
      const longest = Math.max(columns[index]?.length ?? 0, ...rows.map((row) => row[index]?.length ?? 0));
      column.width = Math.min(48, longest + 2);
    });
  }
  return new Uint8Array(await book.xlsx.writeBuffer());
}

function isFigure(cell: string): boolean {
  return /^-?\d+(?:\.\d+)?$/u.test(cell);
}
