import type { Box, Point, Size } from '../../geometry/box.ts';
import { rearranged } from '../pixels.ts';
import { byCorners, type Mapping, type TrimKind, type TrimPixels } from '../trim.ts';

/** Quarter turns, clockwise. */
export interface Turn {
  kind: 'turn';
  quarters: 1 | 2 | 3;
}

export const turn: TrimKind<Turn> = {
  size: ({ quarters }, { width, height }) =>
    quarters === 2 ? { width, height } : { width: height, height: width },
  there: ({ quarters }, before) => turning(quarters, before),
  back: ({ quarters }, before) =>
    turning((4 - quarters) as Turn['quarters'], turn.size({ kind: 'turn', quarters }, before)),
};

export const turnPixels: TrimPixels<Turn> = ({ quarters }, picture) => {
  const { width, height } = picture;
  const from = {
    1: (x: number, y: number) => (height - 1 - x) * width + y,
    2: (x: number, y: number) => (height - 1 - y) * width + (width - 1 - x),
    3: (x: number, y: number) => x * width + (width - 1 - y),
  }[quarters];
  return rearranged(picture, turn.size({ kind: 'turn', quarters }, picture), from);
};

function turning(quarters: Turn['quarters'], { width, height }: Size): Mapping {
  const point = {
    1: ({ x, y }: Point) => ({ x: height - y, y: x }),
    2: ({ x, y }: Point) => ({ x: width - x, y: height - y }),
    3: ({ x, y }: Point) => ({ x: y, y: width - x }),
  }[quarters];
  const box: (box: Box) => Box = byCorners(point);
  return { point, box, keeps: () => true, scale: 1 };
}
