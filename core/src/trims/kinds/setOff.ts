import type { Size } from '../../geometry/box.ts';
import { inkChannels, luminance, PIN_INK } from '../../marks/ink.ts';
import type { Raster } from '../../raster/raster.ts';
import { emptyRaster, wholePixelsOf } from '../pixels.ts';
import { shifted, type TrimKind, type TrimPixels } from '../trim.ts';

/** Set off from the page it goes to: by a rule around it, or by a margin that is a step lighter or darker than its edge. */
export interface SetOff {
  kind: 'set-off';
  by: 'rule' | 'tone';
}

export const setOff: TrimKind<SetOff> = {
  size({ by }, before) {
    const wide = 2 * marginOf(by, before);
    return { width: before.width + wide, height: before.height + wide };
  },
  there: ({ by }, before) => shifted(marginOf(by, before), marginOf(by, before)),
  back: ({ by }, before) => shifted(-marginOf(by, before), -marginOf(by, before)),
};

export const setOffPixels: TrimPixels<SetOff> = (trim, picture) => {
  const made = emptyRaster(setOff.size(trim, picture));
  const margin = marginOf(trim.by, picture);
  const [r, g, b] = trim.by === 'rule' ? inkChannels(PIN_INK) : stepFrom(picture);
  const [source, target] = [wholePixelsOf(picture), wholePixelsOf(made)];
  for (let i = 0; i < made.data.length; i += 4) {
    made.data[i] = r;
    made.data[i + 1] = g;
    made.data[i + 2] = b;
    made.data[i + 3] = 255;
  }
  for (let y = 0; y < picture.height; y++)
    target.set(
      source.subarray(y * picture.width, (y + 1) * picture.width),
      (y + margin) * made.width + margin,
    );
  return made;
};

/** In pixels, from the picture's size, so that it reads the same on a small and on a large one. */
function marginOf(by: SetOff['by'], { width, height }: Size): number {
  const longer = Math.max(width, height);
  return by === 'rule'
    ? Math.min(Math.max(Math.round(longer / 900), 1), 6)
    : Math.min(Math.max(Math.round(longer / 50), 6), 120);
}

const STEP = 38;

/** A grey that is a step darker than a light edge, or lighter than a dark one. */
function stepFrom({ width, height, data }: Raster): readonly [number, number, number] {
  let [light, count] = [0, 0];
  const add = (x: number, y: number) => {
    const at = (y * width + x) * 4;
    const share = (data[at + 3] as number) / 255;
    light += share * luminance([data[at] as number, data[at + 1] as number, data[at + 2] as number]);
    count += share;
  };
  for (let x = 0; x < width; x++) {
    add(x, 0);
    add(x, height - 1);
  }
  for (let y = 0; y < height; y++) {
    add(0, y);
    add(width - 1, y);
  }
  const edge = Math.round(255 * (count > 0 ? light / count : 1) ** (1 / 2.2));
  const level = edge > 127 ? edge - STEP : edge + STEP;
  return [level, level, level];
}
