import type { Size } from '../geometry/box.ts';

/** Sizes that displays have, as their pixels or as scaled desktops report them; common practice, no source. */
const COMMON: ReadonlyArray<readonly [number, number]> = [
  [800, 600],
  [1024, 600],
  [1024, 768],
  [1152, 864],
  [1280, 720],
  [1280, 768],
  [1280, 800],
  [1280, 960],
  [1280, 1024],
  [1360, 768],
  [1366, 768],
  [1400, 1050],
  [1440, 900],
  [1440, 960],
  [1470, 956],
  [1512, 982],
  [1536, 864],
  [1536, 960],
  [1600, 900],
  [1600, 1000],
  [1600, 1200],
  [1680, 1050],
  [1707, 960],
  [1707, 1067],
  [1728, 1117],
  [1792, 1120],
  [1920, 1080],
  [1920, 1200],
  [1920, 1280],
  [2048, 1152],
  [2048, 1280],
  [2048, 1536],
  [2160, 1440],
  [2194, 1234],
  [2240, 1400],
  [2256, 1504],
  [2304, 1440],
  [2400, 1350],
  [2400, 1600],
  [2496, 1664],
  [2560, 1080],
  [2560, 1440],
  [2560, 1600],
  [2736, 1824],
  [2880, 1620],
  [2880, 1800],
  [2880, 1920],
  [3000, 2000],
  [3024, 1964],
  [3072, 1728],
  [3072, 1920],
  [3200, 1800],
  [3200, 2000],
  [3440, 1440],
  [3456, 2234],
  [3840, 1600],
  [3840, 2160],
  [3840, 2400],
  [4096, 2160],
  [4480, 2520],
  [5120, 2160],
  [5120, 2880],
  [6016, 3384],
  [7680, 4320],
];

/** Displays as wide as two: real, but far rarer than two displays side by side. */
const DOUBLE: ReadonlyArray<readonly [number, number]> = [
  [3840, 1080],
  [5120, 1440],
  [2560, 2880],
];

const keyOf = ({ width, height }: Size) => `${width}x${height}`;
/** Displays that small are not turned upright. */
const LEAST_UPRIGHT_WIDTH = 720;
const waysUp = (w: number, h: number): Array<readonly [number, number]> =>
  h < LEAST_UPRIGHT_WIDTH
    ? [[w, h]]
    : [
        [w, h],
        [h, w],
      ];
const common = new Set(COMMON.flatMap(([w, h]) => waysUp(w, h).map((size) => size.join('x'))));
const double = new Set(DOUBLE.flatMap(([w, h]) => [`${w}x${h}`, `${h}x${w}`]));
/** Heights of displays by their width, either way up. */
const heights = new Map<number, number[]>();
for (const [w, h] of COMMON) {
  for (const [width, height] of waysUp(w, h)) {
    const list = heights.get(width);
    if (list) list.push(height);
    else heights.set(width, [height]);
  }
}

export const isCommonSize = (size: Size): boolean => common.has(keyOf(size));
export const isDoubleSize = (size: Size): boolean => double.has(keyOf(size));
export const commonHeights = (width: number): readonly number[] => heights.get(width) ?? [];
export const COMMON_WIDTHS: readonly number[] = [...heights.keys()].sort((a, b) => a - b);

/** Shapes that displays have: width to height, lying. */
const SHAPES = [4 / 3, 5 / 4, 3 / 2, 16 / 10, 16 / 9, 64 / 27, 43 / 18, 12 / 5];
/** Of these, the ones that displays are turned upright in at sizes that are not common. */
const UPRIGHT = [16 / 10, 16 / 9];
const SHAPE_ERROR = 0.006;
/** Of pictures that were made smaller, too. */
const LEAST_SIDE = 480;

/** Whether something of an uncommon size could still be a display, by its shape. */
export function hasDisplayShape({ width, height }: Size): boolean {
  const lying = width >= height;
  if (Math.min(width, height) < (lying ? LEAST_SIDE : LEAST_UPRIGHT_WIDTH)) return false;
  const ratio = lying ? width / height : height / width;
  return (lying ? SHAPES : UPRIGHT).some((shape) => Math.abs(ratio / shape - 1) <= SHAPE_ERROR);
}

/** Whether it is as wide as two equal displays, in their own size or made smaller. */
export function isDouble(size: Size): boolean {
  const { width, height } = size;
  if (isDoubleSize(size)) return true;
  return width % 2 === 0 && !hasDisplayShape(size) && hasDisplayShape({ width: width / 2, height });
}

/** The one shape of displays as wide as two that is sold; common practice, no source. */
const WIDEST = 32 / 9;

/** Whether one display can be as wide as two, in its own size or made smaller. */
export const hasDoubleShape = (size: Size): boolean =>
  isDoubleSize(size) || Math.abs(size.width / size.height / WIDEST - 1) <= SHAPE_ERROR;
