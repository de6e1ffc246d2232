import Papa from 'papaparse';

/** What is put into a spreadsheet's first bytes so that it reads the letters as they are. */
const BYTE_ORDER_MARK = '\uFEFF';

/** What a spreadsheet would take for a formula. The package's own pattern overlooks texts of several lines. */
export const FORMULA = /^[=+\-@\t\r]/;

/** Rows as CSV; text that a spreadsheet would run as a formula is disarmed. */
export const csvOf = (rows: object[], columns: string[]): string =>
  `${BYTE_ORDER_MARK}${Papa.unparse(rows, { escapeFormulae: FORMULA, newline: '\n', columns })}\n`;
