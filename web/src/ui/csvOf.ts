import Papa from 'papaparse';

/** What a spreadsheet program would run. A negative number is none. */
const FORMULA = /^(?!-\d+(\.\d+)?$)[=+\-@\t\r]/;

/** Rows as a table with commas between (RFC 4180). What begins like a formula is given as text, so that no program runs a name. */
export const csvOf = (rows: object[]): string =>
  Papa.unparse(rows, { escapeFormulae: FORMULA, newline: '\r\n' });
