import type { WorkbookSheet } from '@jacana/core/sheets';
import writeXlsxFile from 'write-excel-file/node';

/** Letters that a workbook's XML cannot hold. */
// oxlint-disable-next-line no-control-regex
const NOT_XML = /[\u0000-\u0008\u000B\u000C\u000E-\u001F\uFFFE\uFFFF]/g;
/** A cell holds no more. */
const MOST_LETTERS = 32_000;

/** Writes a workbook. Text stays text whatever it begins with: only numbers are numbers, and nothing is a formula. */
export async function renderWorkbook(sheets: readonly WorkbookSheet[]): Promise<Uint8Array> {
  return writeXlsxFile(
    sheets.map(({ name, rows }) => ({
      sheet: name,
      stickyRowsCount: name === 'Findings' ? 0 : 1,
      data: rows.map((row, at) => row.map((value) => cellOf(value, at === 0 && name !== 'Findings'))),
    })),
  ).toBuffer();
}

const cellOf = (value: string | number, isHead: boolean) =>
  typeof value === 'number'
    ? { value, type: Number }
    : value === ''
      ? null
      : {
          value: value.replace(NOT_XML, ' ').slice(0, MOST_LETTERS),
          type: String,
          ...(isHead && { fontWeight: 'bold' as const }),
        };
