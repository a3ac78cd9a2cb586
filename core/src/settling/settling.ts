export interface SettlingOptions {
  /** share of samples that may differ while the picture still counts as resting; default 0.00012 */
  quiet?: number;
  /** how long nothing may change for the picture to have come to rest, in milliseconds; default 350 */
  restMs?: number;
}

/** Brightness of a grid of pixels of a frame, always the same grid for frames of one size. */
export type Samples = Uint8Array;

/** Levels by which a sample has to change: video coding flickers by less. */
const CHANGE = 6;

/** Share of samples that differ between two frames, 0 to 1; 1 when the sizes differ, as after a resize. */
export function changedShare(a: Samples, b: Samples): number {
  if (a.length !== b.length) return 1;
  let changed = 0;
  for (let i = 0; i < a.length; i++) {
    const d = (a[i] as number) - (b[i] as number);
    if (d > CHANGE || d < -CHANGE) changed++;
  }
  return changed / a.length;
}

/**
 * Watches frames and tells when the picture has changed and come to rest. The first picture that rests counts too; one
 * that is the same as the last one told of, as after a pointer passed, does not. A caret that blinks and a clock that
 * goes on are below the share that counts as a change.
 */
export class SettlingWatch {
  private readonly quiet: number;
  private readonly restMs: number;
  private last: Samples | null = null;
  /** what the picture is compared with while it rests: a slow change must add up */
  private resting: Samples | null = null;
  private told: Samples | null = null;
  private since = 0;
  private open = false;

  constructor({ quiet = 0.00012, restMs = 350 }: SettlingOptions = {}) {
    this.quiet = quiet;
    this.restMs = restMs;
  }

  /**
   * Takes the next frame's samples. Where a screen on which nothing moves gives no frames, `again` does the same.
   * @param at milliseconds of any clock that only goes forward
   * @returns true when the picture has come to rest just now
   */
  next(samples: Samples, at: number): boolean {
    this.last = samples;
    const still = this.resting !== null && changedShare(this.resting, samples) <= this.quiet;
    if (!still) {
      this.resting = samples;
      this.since = at;
      this.open = true;
      return false;
    }
    if (!this.open || at - this.since < this.restMs) return false;
    this.open = false;
    if (this.told !== null && changedShare(this.told, samples) <= this.quiet) return false;
    this.told = samples;
    return true;
  }

  /** No frame came: the last one still holds. */
  again(at: number): boolean {
    return this.last !== null && this.next(this.last, at);
  }
}
