import type { Point, Size } from '@nachweis/core';

/** Scales that keys and buttons step through, in screen pixels for each pixel of the picture. */
const STEPS = [0.05, 0.1, 0.167, 0.25, 0.333, 0.5, 0.667, 1, 1.5, 2, 3, 4, 6, 8, 12, 16, 24, 32] as const;
export const [SMALLEST, LARGEST] = [STEPS[0], STEPS[STEPS.length - 1] as number];
/** From this scale on one sees the pixels, not a blur of them. */
export const SEE_PIXELS = 3;

/** What a picture is scaled by to be seen whole in a room, a small one enlarged by at most so much. */
export function fitScale(room: Size, picture: Size, enlarge: number): number {
  const scale = Math.min(room.width / picture.width, room.height / picture.height, enlarge);
  return Math.max(scale, 1 / Math.max(picture.width, picture.height));
}

/** The next step up or down from a scale that may lie between two. */
export function nextScale(scale: number, way: 1 | -1): number {
  // Within a hundredth of a step one is on it.
  const next =
    way > 0 ? STEPS.find((step) => step > scale * 1.01) : STEPS.findLast((step) => step < scale * 0.99);
  return next ?? (way > 0 ? LARGEST : SMALLEST);
}

export const clampScale = (scale: number, fit: number): number =>
  Math.min(Math.max(scale, Math.min(SMALLEST, fit)), LARGEST);

/**
 * How far one has to scroll so that a place of the picture lies under a place of the view.
 * @param at place of the picture, as shares of its size
 * @param under place in the view, in screen pixels from its upper left corner
 * @param surface the picture as it is shown: its size and where it begins in what is scrolled
 */
export function scrollFor(at: Point, under: Point, surface: Size & Point): Point {
  return {
    x: surface.x + at.x * surface.width - under.x,
    y: surface.y + at.y * surface.height - under.y,
  };
}

/**
 * How far one has to scroll so that a place is in the view, no farther than needed.
 * @param from where the view begins in what is scrolled, @param length how much of it is seen, @param at the place, all
 *   along one side and in screen pixels
 */
export function scrollToSee(from: number, length: number, at: number, near: number): number {
  const room = Math.min(near, length / 2);
  return Math.min(Math.max(from, at + room - length), at - room);
}
