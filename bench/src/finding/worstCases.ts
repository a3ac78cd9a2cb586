import type { Box, Raster } from '@nachweis/core';
import { seededRandom } from '@nachweis/desk';
import { createCanvas } from '@napi-rs/canvas';
import sharp from 'sharp';

/** A picture that is hard on what finds outlines, with what should be found in it. */
export interface WorstCase {
  name: string;
  raster: Raster;
  /** the cells of its grid */
  cells: Box[];
  /** the box around all of them, where there is one */
  outer: Box | null;
}

const KINDS = ['buttons', 'table', 'form', 'noise'] as const;
const QUALITIES = [null, 10, 30, 50, 70, 80, 95] as const;

/** Written before anything was tuned on it; the seed decides on sizes, gaps, colours and coding. */
export async function makeWorstCase(seed: number, width: number, height: number): Promise<WorstCase> {
  const random = seededRandom(seed * 7919);
  const between = (low: number, high: number) => low + Math.floor(random() * (high - low + 1));
  const kind = KINDS[seed % KINDS.length] ?? 'buttons';
  const quality = QUALITIES[between(0, QUALITIES.length - 1)] ?? null;
  const canvas = createCanvas(width, height);
  const c = canvas.getContext('2d');
  const shade = (low: number, high: number) => {
    const level = between(low, high);
    return `rgb(${level},${Math.min(255, level + between(0, 8))},${level})`;
  };
  const paper = shade(215, 250);
  c.fillStyle = shade(120, 200);
  c.fillRect(0, 0, width, height);
  const margin = between(40, 120);
  const outer = { x: margin, y: margin, width: width - 2 * margin, height: height - 2 * margin };
  c.fillStyle = paper;
  c.fillRect(outer.x, outer.y, outer.width, outer.height);
  const line = shade(40, 110);
  const frame = (box: Box) => {
    c.strokeStyle = line;
    c.lineWidth = 1;
    c.strokeRect(box.x + 0.5, box.y + 0.5, box.width - 1, box.height - 1);
  };
  frame(outer);
  const cells: Box[] = [];
  if (kind === 'noise') {
    const image = c.getImageData(outer.x, outer.y, outer.width, outer.height);
    for (let i = 0; i < image.data.length; i += 4) {
      const level = between(0, 255);
      image.data.set([level, level, level, 255], i);
    }
    c.putImageData(image, outer.x, outer.y);
  } else {
    const gap = kind === 'table' ? 0 : between(3, 14);
    const [cellWidth, cellHeight] =
      kind === 'buttons' ? [between(40, 90), between(28, 60)] : [between(60, 160), between(26, 44)];
    const inset = kind === 'table' ? 0 : between(8, 20);
    for (let y = outer.y + inset; y + cellHeight <= outer.y + outer.height - inset; y += cellHeight + gap)
      for (let x = outer.x + inset; x + cellWidth <= outer.x + outer.width - inset; x += cellWidth + gap) {
        const cell = {
          x,
          y,
          width: cellWidth + (kind === 'table' ? 1 : 0),
          height: cellHeight + (kind === 'table' ? 1 : 0),
        };
        cells.push(cell);
        if (kind === 'buttons') {
          c.fillStyle = paper;
          c.fillRect(cell.x, cell.y, cell.width, cell.height);
        }
        frame(cell);
        c.fillStyle = line;
        c.font = `${between(11, 15)}px sans-serif`;
        c.fillText(String(between(0, 9999)), x + 8, y + cellHeight / 2 + 4);
      }
  }
  let png: Buffer = canvas.toBuffer('image/png');
  if (quality !== null) png = await sharp(png).flatten().jpeg({ quality }).toBuffer();
  const { data, info } = await sharp(png).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  const raster = { width: info.width, height: info.height, data: new Uint8ClampedArray(data) };
  const coding = quality === null ? 'PNG' : `JPEG ${quality}`;
  return { name: `${kind} ${seed}, ${coding}`, raster, cells, outer: kind === 'noise' ? null : outer };
}
