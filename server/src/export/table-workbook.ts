import type ExcelJS from 'exceljs';
import { plainColumns, plainName, type Unit } from '@lens/core';
import { aboutQuestion } from './about-question';
import type { Exported } from './exported';

/** Decimals that numbers are shown with; the cells hold all of them. */
const FORMATS: Readonly<Record<Exclude<Unit, object>, string>> = {
  money: '#,##0.00',
  count: '#,##0',
  share: '0.00%',
  number: '#,##0.00',
  ratio: '#,##0.00',
  seconds: '#,##0',
};
const WIDTH = { name: 42, figure: 15, about: 90 };

/** A comparison as a workbook: the table with its totals first, and a second sheet that says what was asked and what each column means. */
export async function tableWorkbook(exported: Exported): Promise<Buffer> {
  // It is large, and most of the time nobody asks for it.
  const { default: exceljs } = await import('exceljs');
  const workbook = new exceljs.Workbook();
  writeTable(workbook.addWorksheet('Table', { views: [{ state: 'frozen', xSplit: 2, ySplit: 1 }] }), exported);
  const about = workbook.addWorksheet('Question');
  about.columns = [{ width: WIDTH.figure * 2 }, { width: WIDTH.about, style: { alignment: { wrapText: true, vertical: 'top' } } }];
  about.addRows(aboutQuestion(exported).map((line) => [...line]));
  about.getColumn(1).font = { bold: true };
  return Buffer.from(await workbook.xlsx.writeBuffer());
}

function writeTable(sheet: ExcelJS.Worksheet, { client, table, book, limitsIn }: Exported): void {
  const columns = plainColumns(table, book, client.currency, limitsIn);
  sheet.columns = [
    { header: 'Level', width: WIDTH.figure },
    { header: 'Name', width: WIDTH.name },
    ...columns.map(({ header, unit }) => ({
      header,
      width: WIDTH.figure,
      ...(typeof unit === 'object' ? {} : { style: { numFmt: FORMATS[unit] } }),
    })),
  ];
  sheet.getRow(1).font = { bold: true };
  sheet.getRow(1).alignment = { wrapText: true, vertical: 'bottom' };
  for (const [at, row] of table.rows.entries()) {
    const line = sheet.addRow([row.level, plainName(row), ...columns.map(({ cells }) => cells[at] ?? null)]);
    line.getCell(2).alignment = { indent: row.depth };
    line.font = { bold: row.kind === 'total' || row.kind === 'matched' };
    line.outlineLevel = Math.min(7, row.depth);
  }
}
