import type { Box, Point, Size } from '../geometry/box.ts';
import type { Raster } from '../raster/raster.ts';
import type { Band } from './kinds/band.ts';
import type { Clear } from './kinds/clear.ts';
import type { CutHere } from './kinds/cutHere.ts';
import type { Ground } from './kinds/ground.ts';
import type { Mirror } from './kinds/mirror.ts';
import type { SetOff } from './kinds/setOff.ts';
import type { Tilt } from './kinds/tilt.ts';
import type { Tone } from './kinds/tone.ts';
import type { Turn } from './kinds/turn.ts';

/**
 * One step that is done to a framed picture, in pixels of the picture as the step before left it. The first six trim it,
 * the last ones finish it for the page that it goes to.
 */
export type Trim = Band | Turn | Mirror | Tilt | Clear | CutHere | SetOff | Ground | Tone;

/** Where the places of a picture come to lie. Places that are gone come to lie beside where they were. */
export interface Mapping {
  point(at: Point): Point;
  /** upright boxes stay upright: where a picture is tilted, their middle is moved */
  box(box: Box): Box;
  /** whether a place is still there afterwards */
  keeps(at: Point): boolean;
  /** lengths afterwards for each one before */
  scale: number;
}

/** Where one kind of step puts what is in a picture. */
export interface TrimKind<T> {
  /** of a picture of a size: what size it has afterwards, at least one pixel each way */
  size(trim: T, before: Size): Size;
  there(trim: T, before: Size): Mapping;
  back(trim: T, before: Size): Mapping;
}

/** Does one kind of step. Makes a new picture; never writes into the one it gets. */
export type TrimPixels<T> = (trim: T, picture: Raster) => Raster;

/** What a step does that moves nothing. */
export const STAYS: Mapping = {
  point: (at) => at,
  box: (box) => box,
  keeps: () => true,
  scale: 1,
};
export const unmoved = {
  size: (_: unknown, before: Size): Size => before,
  there: (): Mapping => STAYS,
  back: (): Mapping => STAYS,
};

/** Moves everything. */
export function shifted(dx: number, dy: number): Mapping {
  return {
    point: ({ x, y }) => ({ x: x + dx, y: y + dy }),
    box: (box) => ({ ...box, x: box.x + dx, y: box.y + dy }),
    keeps: () => true,
    scale: 1,
  };
}

/** Scales everything about the upper left corner. */
export function scaledBy(scale: number): Mapping {
  return {
    point: ({ x, y }) => ({ x: x * scale, y: y * scale }),
    box: ({ x, y, width, height }) => ({
      x: x * scale,
      y: y * scale,
      width: width * scale,
      height: height * scale,
    }),
    keeps: () => true,
    scale,
  };
}

/** One mapping after another. */
export function inTurn(mappings: readonly Mapping[]): Mapping {
  return {
    point: (at) => mappings.reduce((place, one) => one.point(place), at),
    box: (box) => mappings.reduce((place, one) => one.box(place), box),
    keeps(at) {
      let place = at;
      for (const one of mappings) {
        if (!one.keeps(place)) return false;
        place = one.point(place);
      }
      return true;
    },
    scale: mappings.reduce((scale, one) => scale * one.scale, 1),
  };
}

/** A mapping of boxes by their corners, for steps that keep them upright. */
export function byCorners(point: (at: Point) => Point): (box: Box) => Box {
  return ({ x, y, width, height }) => {
    const [a, b] = [point({ x, y }), point({ x: x + width, y: y + height })];
    return {
      x: Math.min(a.x, b.x),
      y: Math.min(a.y, b.y),
      width: Math.abs(b.x - a.x),
      height: Math.abs(b.y - a.y),
    };
  };
}
