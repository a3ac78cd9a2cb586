import type { Point, Size } from '../geometry/box.ts';
import { checkRaster, type Raster } from '../raster/raster.ts';
import { sample } from '../raster/sample.ts';
import { homographyBetween, mapPoint, type Quad } from './homography.ts';

const distance = (a: Point, b: Point) => Math.hypot(a.x - b.x, a.y - b.y);

/** Longest side of a straightened picture; more is not in a photograph. */
const LONGEST = 8192;

/** The size at which the sides of a quad keep their length: the longer of each pair, rounded, at least 1. */
export function straightSize([a, b, c, d]: Quad): Size {
  const width = Math.max(distance(a, b), distance(d, c));
  const height = Math.max(distance(a, d), distance(b, c));
  const scale = Math.min(1, LONGEST / Math.max(width, height, 1));
  return { width: Math.max(Math.round(width * scale), 1), height: Math.max(Math.round(height * scale), 1) };
}

/**
 * Maps a quad of a picture to an upright rectangle; between pixels, linearly in both directions. What lies outside the
 * picture becomes transparent.
 *
 * @param quad corners in picture pixels, as edges of pixels: (0, 0) is the outer corner of the first pixel
 * @throws CoreError `bad-quad` when the corners span no area
 */
export function straighten(raster: Raster, quad: Quad, size: Size = straightSize(quad)): Raster {
  checkRaster(raster);
  const { width, height } = size;
  const corners: Quad = [
    { x: 0, y: 0 },
    { x: width, y: 0 },
    { x: width, y: height },
    { x: 0, y: height },
  ];
  const back = homographyBetween(corners, quad);
  const data = new Uint8ClampedArray(width * height * 4);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const from = mapPoint(back, { x: x + 0.5, y: y + 0.5 });
      sample(raster, from.x - 0.5, from.y - 0.5, data, (y * width + x) * 4);
    }
  }
  return { width, height, data };
}
