import type { Point, Size } from '../../geometry/box.ts';
import { rearranged } from '../pixels.ts';
import { byCorners, type Mapping, type TrimKind, type TrimPixels, unmoved } from '../trim.ts';

/** Left and right exchanged, or top and bottom. */
export interface Mirror {
  kind: 'mirror';
  sides: 'left-right' | 'top-bottom';
}

export const mirror: TrimKind<Mirror> = {
  size: unmoved.size,
  there: ({ sides }, before) => mirroring(sides, before),
  back: ({ sides }, before) => mirroring(sides, before),
};

export const mirrorPixels: TrimPixels<Mirror> = ({ sides }, picture) => {
  const { width, height } = picture;
  const from =
    sides === 'left-right'
      ? (x: number, y: number) => y * width + (width - 1 - x)
      : (x: number, y: number) => (height - 1 - y) * width + x;
  return rearranged(picture, picture, from);
};

function mirroring(sides: Mirror['sides'], { width, height }: Size): Mapping {
  const point =
    sides === 'left-right'
      ? ({ x, y }: Point) => ({ x: width - x, y })
      : ({ x, y }: Point) => ({ x, y: height - y });
  return { point, box: byCorners(point), keeps: () => true, scale: 1 };
}
