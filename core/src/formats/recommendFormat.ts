import { LEAST_LETTER } from '../checks/legibility.ts';
import type { Encoding, WrittenFormat } from '../pictures/encoding.ts';
import type { PictureFormat } from '../pictures/formats.ts';

/** A picture as it would be written: what it costs and what is left of it. */
export interface WrittenAs {
  encoding: Encoding;
  bytes: number;
  /** mean structural similarity with the picture itself, 1: no difference */
  likeness: number;
  /** part of its strokes that is left; null where it has hardly any */
  strokes: number | null;
  /** what becomes of its transparent parts; `none`: it has none */
  transparency: 'none' | 'kept' | 'rough' | 'laid';
  /** the same pixels come back */
  lossless: boolean;
}

/** Part of the strokes that has to be left for small letters to be read: what a JPEG of quality 12 leaves of a screen. Ours. */
export const LEAST_STROKES_KEPT = 0.6;

/**
 * Whether the smallest text is still read at actual pixels; null where there is none, or it is too small to be read in the
 * picture itself.
 *
 * @param letters its height in pixels
 */
export function staysLegible(
  { strokes }: Pick<WrittenAs, 'strokes'>,
  letters: number | null,
): boolean | null {
  if (letters === null || strokes === null || letters < LEAST_LETTER) return null;
  return strokes >= LEAST_STROKES_KEPT;
}

/** Why a format is recommended, as a code of which a sentence is made. */
export type FormatReason = 'only-one-taken' | 'exact' | 'photograph' | 'few-colours' | 'smallest-legible';

/** Below this a difference is seen at actual pixels; common practice for SSIM, no source. */
const GOOD_LIKENESS = 0.95;
/** A larger file needs a reason. */
const MUCH_SMALLER = 0.5;

/**
 * The one of some ways to write a picture that serves it best: what keeps a screen to the pixel, the smallest of those;
 * for a photograph the smallest that looks the same. Only what the proof point takes is looked at.
 *
 * @returns null where nothing is taken
 */
export function recommendFormat(
  rows: readonly WrittenAs[],
  {
    photograph,
    letters,
    formats,
  }: { photograph: boolean; letters: number | null; formats: readonly PictureFormat[] | null },
): { row: WrittenAs; reason: FormatReason } | null {
  const taken = rows.filter(({ encoding }) => !formats || formats.includes(encoding.format));
  const smallest = (some: readonly WrittenAs[]) => [...some].sort((a, b) => a.bytes - b.bytes)[0];
  const first = smallest(taken);
  if (!first) return null;
  const kinds = new Set<WrittenFormat>(taken.map(({ encoding }) => encoding.format));
  const good = taken.filter(
    (row) =>
      row.transparency !== 'laid' &&
      row.transparency !== 'rough' &&
      row.likeness >= GOOD_LIKENESS &&
      staysLegible(row, letters) !== false,
  );
  const exact = smallest(good.filter((row) => row.lossless));
  // What every program opens comes before what only saves some bytes.
  const usual = good.find((row) => row.lossless && row.encoding.format === 'png') ?? exact;
  if (photograph) {
    const lossy = smallest(good.filter((row) => row.encoding.format === 'jpeg')) ?? smallest(good);
    if (lossy && (!exact || lossy.bytes < exact.bytes * MUCH_SMALLER))
      return { row: lossy, reason: 'photograph' };
  }
  if (usual)
    return {
      row: usual,
      reason: usual.encoding.palette ? 'few-colours' : kinds.size === 1 ? 'only-one-taken' : 'exact',
    };
  const legible = smallest(good);
  if (legible) return { row: legible, reason: kinds.size === 1 ? 'only-one-taken' : 'smallest-legible' };
  // Nothing serves it well; what is left of it most does best.
  const best = [...taken].sort((a, b) => b.likeness - a.likeness)[0] ?? first;
  return { row: best, reason: kinds.size === 1 ? 'only-one-taken' : 'smallest-legible' };
}
