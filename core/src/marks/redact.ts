import type { Box, Size } from '../geometry/box.ts';
import { clampBox } from '../geometry/clampBox.ts';
import type { Raster } from '../raster/raster.ts';
import type { Redaction } from './kinds/redaction.ts';

type Colour = readonly [number, number, number];

/** What stands where nothing around may be seen: neither paper nor ink. */
const NEUTRAL: Colour = [119, 119, 119];
const SOLID: Colour = [58, 62, 64];

/**
 * Takes areas of a picture away, in place. Afterwards nothing in it depends on what was there: each look is made of a
 * fixed pattern and of pixels outside all hidden areas, never of those within. So two pictures that differ only there
 * become the same, to the byte, and no later step can bring anything back.
 *
 * @param isSeen whether a pixel may be used for the looks; what an outline cuts away may not
 */
export function redact(
  picture: Raster,
  redactions: readonly Pick<Redaction, 'box' | 'look'>[],
  isSeen: (x: number, y: number) => boolean = () => true,
): void {
  const areas = redactions.flatMap(({ box, look }) => {
    const area = wholePixels(box, picture);
    return area ? [{ area, look }] : [];
  });
  const hidden = (x: number, y: number) => areas.some(({ area }) => holds(area, x, y));
  const seen = (x: number, y: number): Colour | null => {
    if (x < 0 || y < 0 || x >= picture.width || y >= picture.height) return null;
    if (hidden(x, y) || !isSeen(x, y)) return null;
    const at = (y * picture.width + x) * 4;
    const { data } = picture;
    if (data[at + 3] !== 255) return null;
    return [data[at] as number, data[at + 1] as number, data[at + 2] as number];
  };
  // All are made before any is put in, so that none is made of another one's pixels.
  const patches = areas.map(({ area, look }) => ({ area, colour: LOOKS[look](area, seen) }));
  for (const { area, colour } of patches) fill(picture, area, colour);
}

/** Whole pixels that a box touches, as far as the picture has them. */
export function wholePixels({ x, y, width, height }: Box, picture: Size): Box | null {
  const [left, top] = [Math.floor(x), Math.floor(y)];
  return clampBox(
    { x: left, y: top, width: Math.ceil(x + width) - left, height: Math.ceil(y + height) - top },
    picture,
  );
}

type Seen = (x: number, y: number) => Colour | null;
/** The colour of each pixel of an area, counted from its corner. */
type Look = (area: Box, seen: Seen) => (x: number, y: number) => Colour;

const LOOKS: Readonly<Record<Redaction['look'], Look>> = {
  solid: () => () => SOLID,
  blur(area, seen) {
    const edges = edgesOf(area, seen);
    return (x, y) => between(edges, (x + 0.5) / area.width, (y + 0.5) / area.height);
  },
  mosaic(area, seen) {
    const edges = edgesOf(area, seen);
    const block = Math.max(6, Math.round(Math.min(area.width, area.height) / 6));
    return (x, y) => {
      const [column, row] = [Math.floor(x / block), Math.floor(y / block)];
      const [u, v] = [((column + 0.5) * block) / area.width, ((row + 0.5) * block) / area.height];
      const shade = pattern(column, row);
      return between(edges, Math.min(u, 1), Math.min(v, 1)).map((c) => c + shade) as unknown as Colour;
    };
  },
};

/** A fixed pattern of lighter and darker blocks, the same in every picture. */
const pattern = (column: number, row: number): number =>
  ((column * 7 + row * 13 + column * row * 3) % 9) * 5 - 20;

interface Edges {
  top: Colour;
  right: Colour;
  bottom: Colour;
  left: Colour;
}

/** The mean colour just outside each side; where a side shows nothing, that of the others, and neutral where none does. */
function edgesOf({ x, y, width, height }: Box, seen: Seen): Edges {
  const row = (at: number) => mean(Array.from({ length: width }, (_, i) => seen(x + i, at)));
  const column = (at: number) => mean(Array.from({ length: height }, (_, i) => seen(at, y + i)));
  const sides = [row(y - 1), column(x + width), row(y + height), column(x - 1)] as const;
  const all = mean(sides) ?? NEUTRAL;
  return { top: sides[0] ?? all, right: sides[1] ?? all, bottom: sides[2] ?? all, left: sides[3] ?? all };
}

function mean(colours: ReadonlyArray<Colour | null>): Colour | null {
  const there = colours.filter((one) => one !== null);
  if (there.length === 0) return null;
  const sum = (channel: 0 | 1 | 2) => there.reduce((total, one) => total + one[channel], 0) / there.length;
  return [Math.round(sum(0)), Math.round(sum(1)), Math.round(sum(2))];
}

/** A colour between those of the sides, the nearer the more of it. @param u, v 0 to 1 from left and top */
function between({ top, right, bottom, left }: Edges, u: number, v: number): Colour {
  const across = (channel: 0 | 1 | 2) => left[channel] * (1 - u) + right[channel] * u;
  const down = (channel: 0 | 1 | 2) => top[channel] * (1 - v) + bottom[channel] * v;
  const at = (channel: 0 | 1 | 2) => Math.round((across(channel) + down(channel)) / 2);
  return [at(0), at(1), at(2)];
}

const holds = (area: Box, x: number, y: number): boolean =>
  x >= area.x && y >= area.y && x < area.x + area.width && y < area.y + area.height;

function fill({ data, width }: Raster, area: Box, colour: (x: number, y: number) => Colour): void {
  for (let y = 0; y < area.height; y++)
    for (let x = 0; x < area.width; x++) {
      const at = ((area.y + y) * width + area.x + x) * 4;
      const [r, g, b] = colour(x, y);
      data[at] = r;
      data[at + 1] = g;
      data[at + 2] = b;
      data[at + 3] = 255;
    }
}
