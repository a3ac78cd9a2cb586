// Read back by pdf.js, a reader that is not ours.
import { PLATE_LINE, type PlateWords } from '@nachweis/core';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import PDFDocument from 'pdfkit';
import { describe, expect, it } from 'vitest';
import { layWords, type PdfObject } from './wordsInPdf.ts';

const HEIGHT = 500;

interface Seen {
  str: string;
  width: number;
  transform: number[];
}

async function readBack(words: readonly PlateWords[], scale: number): Promise<Seen[]> {
  const pdf = new PDFDocument({ size: [600, HEIGHT], margin: 0, font: '' });
  const chunks: Uint8Array[] = [];
  pdf.on('data', (chunk: Uint8Array) => chunks.push(chunk));
  const ended = new Promise((resolve) => pdf.on('end', resolve));
  const inside = pdf as unknown as {
    ref(data: Record<string, unknown>): PdfObject;
    page: { fonts: Record<string, unknown> };
    addContent(content: string): void;
  };
  layWords(
    {
      object: (data) => inside.ref(data),
      addFont: (name, font) => {
        inside.page.fonts[name] = font;
      },
      write: (content) => inside.addContent(content),
    },
    words,
    scale,
    (text, size) => [...text].length * size * 0.6,
  );
  pdf.end();
  await ended;
  const read = await getDocument({ data: new Uint8Array(Buffer.concat(chunks)), verbosity: 0 }).promise;
  const { items } = await (await read.getPage(1)).getTextContent();
  return items.flatMap((item) => ('str' in item && item.str !== '' ? [item as Seen] : []));
}

const words = (lines: string[]): PlateWords => ({
  x: 40,
  y: 100,
  lines,
  width: 400,
  size: 20,
  role: 'caption',
});

describe('words over their drawing in a PDF', () => {
  it('are read back, each line where it is drawn and as wide', async () => {
    const seen = await readBack([words(['Gauged at Óß', 'Ελληνικά, 流量'])], 0.5);
    expect(seen.map((one) => one.str)).toEqual(['Gauged at Óß', 'Ελληνικά, 流量']);
    for (const [i, { width, transform, str }] of seen.entries()) {
      expect(width).toBeCloseTo(str.length * 20 * 0.6 * 0.5, 1);
      expect(transform[4]).toBeCloseTo(20, 3);
      // The page counts from below; a line's feet stand a third of its letters under its middle.
      expect(transform[5]).toBeCloseTo(HEIGHT - 0.5 * (100 + 20 * (PLATE_LINE * (i + 0.5) + 0.35)), 2);
    }
  });
  it('may have more signs than one font holds, and signs beyond the first plane', async () => {
    const lines = Array.from({ length: 20 }, (_, line) =>
      String.fromCodePoint(...Array.from({ length: 30 }, (_, i) => 0x4e00 + 30 * line + i)),
    );
    // The last one has signs of the last two fonts.
    lines.push('一📐𐌰 Z');
    const seen = await readBack([words(lines)], 0.5);
    expect(seen.map((one) => one.str)).toEqual(lines);
  });
  it('are read in their order where they run from right to left', async () => {
    const seen = await readBack([words(['منحنى التصريف'])], 1);
    expect(seen.map((one) => one.str).join('')).toBe('منحنى التصريف');
    // Adlam lies beyond the first plane.
    const adlam = await readBack([words(['𞤀𞤣𞤤𞤢𞤥'])], 1);
    expect([...adlam.map((one) => one.str).join('')].sort()).toEqual([...'𞤀𞤣𞤤𞤢𞤥'].sort());
  });
});
