import Papa from 'papaparse';

/** What is put into a spreadsheet's first bytes so that it reads the letters as they are. */
const BYTE_ORDER_MARK = '\uFEFF';

/**
 * Where a spreadsheet would begin to reckon: at the start of a text or, since some take a cell apart there, of any line of it;
 * behind spaces and quotes, which some leave out; also by the full-width signs of East Asian keyboards.
 */
const FORMULA = /(^|\r\n|[\r\n\u2028\u2029])(?=(?:[^\S\r\n\u2028\u2029]|["'\uFEFF])*[=+\-@\uFF1D\uFF0B\uFF0D\uFF20])/g;
/** Taken off by some, so that what follows begins the cell. */
const SWALLOWED = /^(?=[\t\r\n])/;

/** Text with an apostrophe before whatever a spreadsheet would run; all else stays as it is. */
export const disarmed = (value: unknown): unknown =>
  typeof value === 'string' ? value.replace(FORMULA, "$1'").replace(SWALLOWED, "'") : value;

/** Rows as CSV; text that a spreadsheet would run as a formula is disarmed, in headings too. */
export const csvOf = (rows: object[], columns: string[]): string =>
  `${BYTE_ORDER_MARK}${Papa.unparse(
    {
      fields: columns.map((column) => disarmed(column) as string),
      data: rows.map((row) => columns.map((column) => disarmed((row as Record<string, unknown>)[column]))),
    },
    { newline: '\n' },
  )}\n`;
