/** A file of a spreadsheet program, where a table is wanted. */
export const WORKBOOK =
  'This is a file of a spreadsheet program. Save it as CSV there, or copy the cells and paste them here.';
