import type { Box } from '../geometry/box.ts';
import type { Raster } from '../raster/raster.ts';

/** The two inks of pins, one on the other. Each is the rim of marks in an ink that is nearer to the other one. */
export const PIN_INK = '#12343b';
export const PIN_PAPER = '#fffdf6';

/** Inks that marks begin with, the first that reads on what lies under the mark; all of them read on white or on black. */
export const HOUSE_INKS = ['#b3261e', PIN_INK, PIN_PAPER] as const;

/** Contrast that parts of a picture need to be told apart (WCAG 2.2, 1.4.11). */
export const LEAST_CONTRAST = 3;

/** @param ink "#rrggbb" @returns red, green, blue in 0 to 255 */
export function inkChannels(ink: string): [number, number, number] {
  const value = Number.parseInt(ink.slice(1), 16);
  return [(value >> 16) & 255, (value >> 8) & 255, value & 255];
}

/** Relative luminance of an sRGB colour, 0 to 1. Source: WCAG 2.2, "relative luminance". */
export function luminance([r, g, b]: readonly [number, number, number]): number {
  const linear = (channel: number) => {
    const c = channel / 255;
    return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
  };
  return 0.2126 * linear(r) + 0.7152 * linear(g) + 0.0722 * linear(b);
}

/** Contrast ratio of two luminances, 1 to 21. Source: WCAG 2.2, "contrast ratio". */
export function contrastRatio(a: number, b: number): number {
  return (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05);
}

/** The colour that a mark in an ink is rimmed with, so that it reads on any ground. */
export function rimOf(ink: string): string {
  const own = luminance(inkChannels(ink));
  const onPaper = contrastRatio(own, luminance(inkChannels(PIN_PAPER)));
  return onPaper >= contrastRatio(own, luminance(inkChannels(PIN_INK))) ? PIN_PAPER : PIN_INK;
}

/**
 * The first ink that has enough contrast against nearly all of what lies in a box; where none has, the one that has the
 * most against the part it reads worst on, which its rim then helps.
 */
export function chooseInk(raster: Raster, box: Box, inks: readonly string[] = HOUSE_INKS): string {
  const grounds = luminancesIn(raster, box);
  const least = (ink: string) => {
    const own = luminance(inkChannels(ink));
    const ratios = grounds.map((ground) => contrastRatio(own, ground)).sort((a, b) => a - b);
    return ratios[Math.floor(ratios.length * FEW)] ?? 21;
  };
  const good = inks.find((ink) => least(ink) >= LEAST_CONTRAST);
  return good ?? [...inks].sort((a, b) => least(b) - least(a))[0] ?? PIN_INK;
}

/** Share of the ground that an ink may read badly on: single letters and thin lines. */
const FEW = 0.1;
const SAMPLES = 24;

function luminancesIn({ width, height, data }: Raster, box: Box): number[] {
  const found: number[] = [];
  for (let j = 0; j < SAMPLES; j++)
    for (let i = 0; i < SAMPLES; i++) {
      const x = Math.floor(box.x + ((i + 0.5) * box.width) / SAMPLES);
      const y = Math.floor(box.y + ((j + 0.5) * box.height) / SAMPLES);
      if (x < 0 || y < 0 || x >= width || y >= height) continue;
      const at = (y * width + x) * 4;
      found.push(luminance([data[at] as number, data[at + 1] as number, data[at + 2] as number]));
    }
  return found;
}
