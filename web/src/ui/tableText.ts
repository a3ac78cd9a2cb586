/** The text of a table that came from outside. */
export interface TableText {
  text: string;
  /** false: in no encoding that says what it is; it was read as Windows-1252, and letters may be wrong */
  sure: boolean;
  /** it is a file of a spreadsheet program, which holds no text */
  isWorkbook: boolean;
}

/** How files of spreadsheet programs begin: ZIP (.xlsx, .ods; APPNOTE 4.3.7) and compound file binary (.xls; [MS-CFB] 2.2). */
const WORKBOOKS = [
  [0x50, 0x4b, 0x03, 0x04],
  [0xd0, 0xcf, 0x11, 0xe0],
];

/**
 * As what it says it is by a byte order mark; as UTF-8, which tables ought to be; else as what spreadsheet programs
 * write without being asked.
 */
export function tableText(bytes: Uint8Array): TableText {
  if (WORKBOOKS.some((start) => start.every((byte, i) => bytes[i] === byte)))
    return { text: '', sure: true, isWorkbook: true };
  const as = (encoding: string, fatal = false) => new TextDecoder(encoding, { fatal }).decode(bytes);
  const [first, second] = bytes;
  if (first === 0xff && second === 0xfe) return { text: as('utf-16le'), sure: true, isWorkbook: false };
  if (first === 0xfe && second === 0xff) return { text: as('utf-16be'), sure: true, isWorkbook: false };
  try {
    return { text: as('utf-8', true), sure: true, isWorkbook: false };
  } catch {
    return { text: as('windows-1252'), sure: false, isWorkbook: false };
  }
}
