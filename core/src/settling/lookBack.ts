export interface Kept {
  at: number;
  bytes: number;
}

export interface LookBackLimits {
  /** default 24 */
  moments?: number;
  /** default 60 000 */
  ageMs?: number;
  /** default 200 MB */
  bytes?: number;
}

export const LOOK_BACK_MOMENTS = 24;
export const LOOK_BACK_MS = 60_000;
export const LOOK_BACK_BYTES = 200 * 1024 * 1024;

/**
 * Which moments are kept, oldest first: the last ones, none older than the limit, all together under the limit of
 * memory. The newest is kept whatever it takes: one that was just seen is worth more than a limit.
 */
export function keepMoments<M extends Kept>(
  moments: readonly M[],
  now: number,
  { moments: most = LOOK_BACK_MOMENTS, ageMs = LOOK_BACK_MS, bytes = LOOK_BACK_BYTES }: LookBackLimits = {},
): M[] {
  const kept: M[] = [];
  let sum = 0;
  for (const moment of [...moments].sort((a, b) => b.at - a.at)) {
    const first = kept.length === 0;
    if (!first && (kept.length >= most || now - moment.at > ageMs || sum + moment.bytes > bytes)) break;
    kept.unshift(moment);
    sum += moment.bytes;
  }
  return kept;
}
