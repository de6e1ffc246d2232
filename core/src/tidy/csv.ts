import Papa from 'papaparse';

/** What is put into a spreadsheet's first bytes so that it reads the letters as they are. */
const BYTE_ORDER_MARK = '\uFEFF';

/** Rows as CSV; text that a spreadsheet would run as a formula is disarmed. */
export const csvOf = (rows: object[], columns: string[]): string =>
  `${BYTE_ORDER_MARK}${Papa.unparse(rows, { escapeFormulae: true, newline: '\n', columns })}\n`;
