import type { Point, Size } from '../../geometry/box.ts';
import type { Raster } from '../../raster/raster.ts';
import { emptyRaster } from '../pixels.ts';
import type { Mapping, TrimKind, TrimPixels } from '../trim.ts';

/** Turned by a small angle about its middle, clockwise, and cut to the largest upright rectangle that it fills. */
export interface Tilt {
  kind: 'tilt';
  /** -45 to 45 */
  degrees: number;
}

export const MOST_TILT = 45;

export const tilt: TrimKind<Tilt> = {
  size: ({ degrees }, before) => filled(before, radians(degrees)),
  there({ degrees }, before) {
    const after = filled(before, radians(degrees));
    const inside = ({ x, y }: Point) => x >= 0 && y >= 0 && x <= after.width && y <= after.height;
    const mapping = turned(radians(degrees), before, after);
    return { ...mapping, keeps: (at) => inside(mapping.point(at)) };
  },
  back: ({ degrees }, before) => turned(-radians(degrees), filled(before, radians(degrees)), before),
};

export const tiltPixels: TrimPixels<Tilt> = ({ degrees }, picture) => {
  const after = filled(picture, radians(degrees));
  const made = emptyRaster(after);
  const { point } = turned(-radians(degrees), after, picture);
  for (let y = 0; y < after.height; y++)
    for (let x = 0; x < after.width; x++) {
      const at = point({ x: x + 0.5, y: y + 0.5 });
      sample(picture, at.x - 0.5, at.y - 0.5, made.data, (y * after.width + x) * 4);
    }
  return made;
};

const radians = (degrees: number) => (Math.min(Math.max(degrees, -MOST_TILT), MOST_TILT) * Math.PI) / 180;

function turned(angle: number, from: Size, to: Size): Mapping {
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const point = ({ x, y }: Point) => {
    const [dx, dy] = [x - from.width / 2, y - from.height / 2];
    return { x: to.width / 2 + dx * cos - dy * sin, y: to.height / 2 + dx * sin + dy * cos };
  };
  return {
    point,
    box(box) {
      const { x, y } = point({ x: box.x + box.width / 2, y: box.y + box.height / 2 });
      return { ...box, x: x - box.width / 2, y: y - box.height / 2 };
    },
    keeps: () => true,
    scale: 1,
  };
}

/**
 * The upright rectangle of the largest area within a turned one. Where the short side is too short for all four corners
 * to touch, two corners touch the long sides in their middle. Source: plane geometry; checked by search in its test.
 */
function filled({ width, height }: Size, angle: number): Size {
  const [cos, sin] = [Math.abs(Math.cos(angle)), Math.abs(Math.sin(angle))];
  const [long, short] = [Math.max(width, height), Math.min(width, height)];
  let [w, h] = [0, 0];
  if (short <= 2 * sin * cos * long || Math.abs(sin - cos) < 1e-10) {
    const half = short / 2;
    [w, h] = width >= height ? [half / sin, half / cos] : [half / cos, half / sin];
  } else {
    const cos2 = cos * cos - sin * sin;
    [w, h] = [(width * cos - height * sin) / cos2, (height * cos - width * sin) / cos2];
  }
  return { width: Math.max(1, Math.floor(w + 1e-6)), height: Math.max(1, Math.floor(h + 1e-6)) };
}

/** The colour between four pixels, each counted by how near and how opaque it is. */
function sample(
  { width, height, data }: Raster,
  x: number,
  y: number,
  into: Uint8ClampedArray,
  at: number,
): void {
  const [left, top] = [Math.floor(x), Math.floor(y)];
  let [r, g, b, alpha] = [0, 0, 0, 0];
  for (let j = 0; j < 2; j++)
    for (let i = 0; i < 2; i++) {
      const near = (i ? x - left : 1 - x + left) * (j ? y - top : 1 - y + top);
      if (near === 0) continue;
      const column = Math.min(Math.max(left + i, 0), width - 1);
      const row = Math.min(Math.max(top + j, 0), height - 1);
      const from = (row * width + column) * 4;
      const weight = near * (data[from + 3] as number);
      r += (data[from] as number) * weight;
      g += (data[from + 1] as number) * weight;
      b += (data[from + 2] as number) * weight;
      alpha += weight;
    }
  if (alpha === 0) return;
  into[at] = r / alpha;
  into[at + 1] = g / alpha;
  into[at + 2] = b / alpha;
  into[at + 3] = alpha;
}
