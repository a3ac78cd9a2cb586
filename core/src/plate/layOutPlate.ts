import type { Box, Size } from '../geometry/box.ts';
import { wrap } from '../marks/textLayout.ts';
import { byHand } from './byHand.ts';
import {
  type Body,
  type Caption,
  captionAt,
  captionOf,
  LEAST_CAPTION,
  type Measure,
  MOST_ENLARGED,
  NEAR,
  PLATE_LINE,
  type PlateWords,
  widest,
} from './caption.ts';
import { columnsOf, type Run, rowHeight, rowsOf } from './justify.ts';
import { type Plate, type PlatePicture, type PlatePlace, sheetSize } from './plate.ts';

export { captionOf, type Measure, PLATE_LINE, type PlateWords } from './caption.ts';

/** Where everything on a plate lies, in pixels. */
export interface PlateLayout {
  size: Size;
  /** of the pictures, in order; each in the shape of its picture */
  boxes: Box[];
  words: PlateWords[];
}

const MARGIN = 80;
const GAP = 28;
const [HEADING, PARTICULARS] = [46, 24];
/** Heights of rows that are tried, as parts of the sheet's width; what fills the sheet best is taken. */
const WANTED = [0.12, 0.16, 0.2, 0.26, 0.33, 0.42, 0.55, 0.75, 1.1];
/** On a sheet that is as high as what is on it, rows are about this high. */
const WANTED_FREE = 0.36;

/**
 * Lays pictures out so that they fill the sheet: none is distorted, none is cut, every caption is whole. On a page they
 * get as large as its height lets them; a page that is too small for its words alone gets higher.
 * @throws RangeError without pictures
 */
export function layOutPlate(plate: Plate, measure: Measure): PlateLayout {
  if (plate.pictures.length === 0) throw new RangeError('A plate has at least one picture.');
  const sheet = sheetSize(plate.sheet);
  const head = layOutHead(plate, sheet.width - 2 * MARGIN, measure);
  const room = { width: sheet.width - 2 * MARGIN, height: sheet.height - head.bottom - MARGIN };
  const tries = waysOf(plate, room.width).map((way) => fitted(way, room, measure));
  const body = bestOf(tries, room.height);
  const moved = shifted(body, MARGIN, head.bottom);
  const bottom = head.bottom + body.height + MARGIN;
  return {
    size: {
      width: sheet.width,
      height: Number.isFinite(sheet.height) ? Math.max(sheet.height, Math.ceil(bottom)) : Math.ceil(bottom),
    },
    boxes: moved.boxes,
    words: [...head.words, ...moved.words],
  };
}

/** Where the pictures of a plate begin, from which places that a hand has chosen are counted. */
export function bodyCorner(plate: Plate, measure: Measure): { x: number; y: number } {
  return { x: MARGIN, y: layOutHead(plate, sheetSize(plate.sheet).width - 2 * MARGIN, measure).bottom };
}

/** The places that pictures have in a layout, so that a hand can go on from there. */
export function placesIn(plate: Plate, { boxes }: PlateLayout, measure: Measure): PlatePlace[] {
  const corner = bodyCorner(plate, measure);
  return boxes.map(({ x, y, width }) => ({ x: x - corner.x, y: y - corner.y, width }));
}

function layOutHead(plate: Plate, width: number, measure: Measure) {
  const words: PlateWords[] = [];
  let bottom = MARGIN;
  for (const [text, size, role] of [
    [plate.heading, HEADING, 'heading'],
    [plate.particulars, PARTICULARS, 'particulars'],
  ] as const) {
    if (text.trim() === '') continue;
    const lines = wrap(text, width, (part) => measure(part, size));
    words.push({ x: MARGIN, y: bottom, lines, width: widest(lines, size, measure), size, role });
    bottom += lines.length * size * PLATE_LINE + NEAR;
  }
  return { words, bottom: words.length > 0 ? bottom + GAP - NEAR : bottom };
}

/** Lays all pictures out, smaller by a scale than they could be; the height follows. */
type Way = (scale: number, measure: Measure) => Body;

function waysOf({ arrangement, sheet, pictures, isNumbered }: Plate, width: number): Way[] {
  const below = (index: number) => pictures[index] as PlatePicture;
  const caption: Caption = (index, x, y, room, measure) =>
    captionAt(below(index), index, captionOf(below(index), index, isNumbered), { x, y, room }, measure);
  if (arrangement === 'hand') return [(_, measure) => byHand(pictures, width, caption, measure)];
  if (arrangement === 'columns') {
    const counts = sheet === 'free' ? [pictures.length < 2 ? 1 : pictures.length < 7 ? 2 : 3] : [1, 2, 3, 4];
    return counts
      .filter((count) => count <= pictures.length)
      .map((count) => (scale, measure) => inColumns(pictures, count, { width, scale }, caption, measure));
  }
  if (arrangement === 'pairs') {
    const runs = Array.from({ length: Math.ceil(pictures.length / 2) }, (_, i) => ({
      from: i * 2,
      to: Math.min(i * 2 + 2, pictures.length),
    }));
    return [(scale, measure) => inRows(pictures, runs, { width, scale }, caption, measure)];
  }
  const wanted = sheet === 'free' ? [WANTED_FREE] : WANTED;
  return wanted.map((part) => {
    const runs = rowsOf(pictures, width, GAP, part * width);
    return (scale: number, measure: Measure) => inRows(pictures, runs, { width, scale }, caption, measure);
  });
}

interface Fit {
  width: number;
  scale: number;
}

function inRows(
  pictures: readonly PlatePicture[],
  runs: readonly Run[],
  { width, scale }: Fit,
  caption: Caption,
  measure: Measure,
): Body {
  const [boxes, words]: [Box[], PlateWords[]] = [[], []];
  let y = 0;
  for (const { from, to } of runs) {
    const row = pictures.slice(from, to);
    const { height, cells } = rowOf(row, width);
    const shown = height * scale;
    // All cells get narrower by the same, as far as their captions let them.
    const narrowed = cells.map((cell) => Math.max(cell * scale, Math.min(cell, LEAST_CAPTION)));
    let x = (width - narrowed.reduce((sum, cell) => sum + cell, GAP * (row.length - 1))) / 2;
    let below = 0;
    for (const [i, picture] of row.entries()) {
      const [cell, wide] = [narrowed[i] ?? 0, (picture.width / picture.height) * shown];
      boxes.push({ x: x + (cell - wide) / 2, y, width: wide, height: shown });
      const said = caption(from + i, x, y + shown, cell, measure);
      words.push(...said.words);
      below = Math.max(below, said.height);
      x += cell + GAP;
    }
    y += shown + below + GAP;
  }
  return { height: y - GAP, boxes, words };
}

/** How high a row gets in a width, and how wide each of its cells is: as its picture, and wide enough for its caption. */
function rowOf(row: readonly PlatePicture[], width: number): { height: number; cells: number[] } {
  const room = width - GAP * (row.length - 1);
  const cellsAt = (height: number) =>
    row.map((one) =>
      Math.max(
        (one.width / one.height) * height,
        one.caption.trim() || one.credit.trim() ? Math.min(LEAST_CAPTION, room / row.length) : 0,
      ),
    );
  const fits = (height: number) => cellsAt(height).reduce((sum, cell) => sum + cell, 0) <= room + 1e-9;
  let high = Math.min(rowHeight(row, width, GAP), ...row.map((one) => one.height * MOST_ENLARGED));
  if (!fits(high)) {
    let low = 0;
    for (let step = 0; step < 30; step++) {
      const middle = (low + high) / 2;
      if (fits(middle)) low = middle;
      else high = middle;
    }
    high = low;
  }
  return { height: high, cells: cellsAt(high) };
}

function inColumns(
  pictures: readonly PlatePicture[],
  count: number,
  { width, scale }: Fit,
  caption: Caption,
  measure: Measure,
): Body {
  const wide = (width - GAP * (count - 1)) / count;
  const shown = pictures.map((picture) => {
    const each = Math.min(wide / picture.width, MOST_ENLARGED) * scale;
    return { width: picture.width * each, height: picture.height * each };
  });
  const heights = shown.map(({ height }, index) => height + caption(index, 0, 0, wide, measure).height + GAP);
  const [boxes, words]: [Box[], PlateWords[]] = [[], []];
  let bottom = 0;
  for (const [column, { from, to }] of columnsOf(heights, count).entries()) {
    let y = 0;
    for (let index = from; index < to; index++) {
      const size = shown[index] ?? { width: 0, height: 0 };
      const x = column * (wide + GAP);
      boxes.push({ x: x + (wide - size.width) / 2, y, ...size });
      words.push(...caption(index, x, y + size.height, wide, measure).words);
      y += heights[index] ?? 0;
    }
    bottom = Math.max(bottom, y - GAP);
  }
  return { height: bottom, boxes, words };
}

/** What is five hundred times as high as wide is still on its page. */
const SMALLEST = 0.002;

/** As large as it can be without being higher than there is room; where nothing fits, as small as can be. */
function fitted(way: Way, room: Size, measure: Measure): Body {
  const whole = way(1, measure);
  if (whole.height <= room.height) return whole;
  let best = way(SMALLEST, measure);
  let [low, high] = [SMALLEST, 1];
  // Halved so often, it is right to a pixel.
  for (let step = 0; step < 14; step++) {
    const middle = (low + high) / 2;
    const there = way(middle, measure);
    if (there.height <= room.height) [low, best] = [middle, there];
    else high = middle;
  }
  return best;
}

/** The one with the largest pictures of those that fit; where none does, the least high. */
function bestOf(tries: readonly Body[], height: number): Body {
  const fitting = tries.filter((one) => one.height <= height);
  return fitting.length > 0
    ? fitting.reduce((best, one) => (areaOf(one.boxes) > areaOf(best.boxes) ? one : best))
    : tries.reduce((best, one) => (one.height < best.height ? one : best));
}

const areaOf = (boxes: readonly Box[]): number =>
  boxes.reduce((sum, { width, height }) => sum + width * height, 0);

function shifted({ boxes, words }: Body, dx: number, dy: number) {
  return {
    boxes: boxes.map((box) => ({ ...box, x: box.x + dx, y: box.y + dy })),
    words: words.map((one) => ({ ...one, x: one.x + dx, y: one.y + dy })),
  };
}
