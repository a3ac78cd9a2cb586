import { PDFArray, type PDFDict, PDFName, PDFNumber } from 'pdf-lib';

/** Short ways to what the dictionaries of a PDF hold. */

export const name = (text: string): PDFName => PDFName.of(text);

export function numberOf(dict: PDFDict, key: string, otherwise: number): number {
  const value = dict.lookup(name(key));
  return value instanceof PDFNumber ? value.asNumber() : otherwise;
}

/** The filters of a stream, in the order in which they are undone. */
export function filtersOf(dict: PDFDict): string[] {
  const filter = dict.lookup(name('Filter'));
  if (filter instanceof PDFName) return [filter.decodeText()];
  if (filter instanceof PDFArray)
    return filter.asArray().map((f) => (f instanceof PDFName ? f.decodeText() : ''));
  return [];
}
