import type { FindingData } from '@nachweis/core';

interface Sized {
  width: number;
  height: number;
  minWidth: number | null;
  minHeight: number | null;
}

/** How large a picture is and how large it was asked to be. */
export function sizes({ width, height, minWidth, minHeight }: Sized): string {
  const size = `${width} × ${height} pixels`;
  if (minHeight === null) return `${size}; a width of at least ${minWidth} is asked for.`;
  if (minWidth === null) return `${size}; a height of at least ${minHeight} is asked for.`;
  return `${size}; at least ${minWidth} × ${minHeight} are asked for.`;
}

/** Rounded up to a tenth, so that what is too large never looks as if it were not. */
const kilobytes = (bytes: number): string => `${Math.ceil(bytes / 100) / 10} kB`;

export const tooLarge = ({ bytes, most }: FindingData['file-too-large']): string =>
  `The file has ${kilobytes(bytes)}; at most ${kilobytes(most)} are taken.`;

export const notRead = (words: readonly string[]): string =>
  `The machine did not read ${words.map((word) => `“${word}”`).join(', ')}. See whether a person can.`;

export const shapes = ({ width, height, ratio }: FindingData['wrong-shape']): string =>
  `${width} x ${height} pixels; the shape asked for is ${ratio.width} : ${ratio.height}.`;
