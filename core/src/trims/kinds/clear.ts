import type { Point } from '../../geometry/box.ts';
import { inkChannels } from '../../marks/ink.ts';
import type { Raster } from '../../raster/raster.ts';
import { type TrimKind, type TrimPixels, unmoved } from '../trim.ts';

/** A colour made transparent. */
export interface Clear {
  kind: 'clear';
  /** "#rrggbb" */
  colour: string;
  /** levels by which the most different channel may differ, 0 to 255 */
  tolerance: number;
  /** only what hangs together with this pixel by its sides; null: everywhere */
  from: Point | null;
}

export const clear: TrimKind<Clear> = unmoved;

export const clearPixels: TrimPixels<Clear> = ({ colour, tolerance, from }, picture) => {
  const ground = inkChannels(colour);
  const like = (at: number) =>
    [0, 1, 2].every(
      (c) => Math.abs((picture.data[at * 4 + c] as number) - (ground[c] as number)) <= tolerance,
    );
  const gone = from ? connected(picture, from, like) : everywhere(picture, like);
  const made = { ...picture, data: new Uint8ClampedArray(picture.data) };
  for (let i = 0; i < gone.length; i++) if (gone[i]) made.data.fill(0, i * 4, i * 4 + 4);
  cleanEdges(picture, made, gone, ground);
  return made;
};

type Mask = Uint8Array;

function everywhere({ width, height }: Raster, like: (at: number) => boolean): Mask {
  const gone = new Uint8Array(width * height);
  for (let i = 0; i < gone.length; i++) gone[i] = like(i) ? 1 : 0;
  return gone;
}

/** Row by row from one pixel: each run is filled whole, and its neighbours above and below are looked at once. */
function connected({ width, height }: Raster, from: Point, like: (at: number) => boolean): Mask {
  const gone = new Uint8Array(width * height);
  const [x0, y0] = [Math.floor(from.x), Math.floor(from.y)];
  if (x0 < 0 || y0 < 0 || x0 >= width || y0 >= height) return gone;
  const open = [y0 * width + x0];
  for (let at = open.pop(); at !== undefined; at = open.pop()) {
    if (gone[at] || !like(at)) continue;
    const row = at - (at % width);
    let [left, right] = [at, at];
    while (left > row && !gone[left - 1] && like(left - 1)) left--;
    while (right < row + width - 1 && !gone[right + 1] && like(right + 1)) right++;
    for (let i = left; i <= right; i++) {
      gone[i] = 1;
      if (row > 0 && !gone[i - width]) open.push(i - width);
      if (row < width * (height - 1) && !gone[i + width]) open.push(i + width);
    }
  }
  return gone;
}

const AROUND = [-1, 0, 1].flatMap((dy) => [-1, 0, 1].map((dx) => [dx, dy] as const));

/**
 * A pixel beside what is gone was mixed of it and of what lies on its other side. Its share of the latter becomes how
 * opaque it is, and its colour that one's. Source: "over", Porter and Duff 1984, solved for the coverage.
 */
function cleanEdges(
  { width, height, data }: Raster,
  made: Raster,
  gone: Mask,
  ground: readonly [number, number, number],
): void {
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const at = y * width + x;
      if (gone[at]) continue;
      const inside = (dx: number, dy: number) =>
        x + dx >= 0 && y + dy >= 0 && x + dx < width && y + dy < height;
      const edge = AROUND.find(([dx, dy]) => inside(dx, dy) && gone[at + dy * width + dx]);
      if (!edge) continue;
      const behind = AROUND.filter(
        ([dx, dy]) => (dx || dy) && inside(dx, dy) && !gone[at + dy * width + dx],
      ).map(([dx, dy]) => (at + dy * width + dx) * 4);
      const share = (from: number) => {
        let [along, length] = [0, 0];
        for (let c = 0; c < 3; c++) {
          const whole = (data[from + c] as number) - (ground[c] as number);
          along += ((data[at * 4 + c] as number) - (ground[c] as number)) * whole;
          length += whole * whole;
        }
        return length === 0 ? 1 : along / length;
      };
      // What is farthest from the ground is what the edge was mixed with.
      let [least, full] = [1, -1];
      for (const from of behind) {
        const one = share(from);
        if (one < least) [least, full] = [one, from];
      }
      if (full < 0) continue;
      for (let c = 0; c < 3; c++) made.data[at * 4 + c] = data[full + c] as number;
      made.data[at * 4 + 3] = Math.max(least, 0) * (data[at * 4 + 3] as number);
    }
}
