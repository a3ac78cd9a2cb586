/** A moment at which the picture had changed and come to rest. */
export interface Moment<F> {
  /** when it came to rest, in milliseconds of the caller's clock */
  at: number;
  /** when its last change was seen */
  changedAt: number;
  frame: F;
}

export interface SettlingOptions {
  /** share of samples that may differ while the picture still counts as resting; default 0.00012 */
  quiet?: number;
  /** how long nothing may change for a moment to count, in milliseconds; default 350 */
  restMs?: number;
}

/** A small grey copy of a frame; equal frames have equal ones. */
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
 * Watches frames and finds the moments when the picture has changed and come to rest. The first frame that rests counts
 * as a moment too. It keeps one candidate frame at a time and hands over every other one to be released.
 */
export class SettlingWatch<F> {
  private readonly quiet: number;
  private readonly restMs: number;
  private samples: Samples | null = null;
  private kept: Samples | null = null;
  private candidate: F | null = null;
  private since = 0;
  private told = false;

  constructor({ quiet = 0.00012, restMs = 350 }: SettlingOptions = {}) {
    this.quiet = quiet;
    this.restMs = restMs;
  }

  /**
   * Takes the next frame.
   * @param take called when the frame has to be kept as the candidate for the next moment; may be costly
   * @returns the moment that is reached with this frame, if any
   */
  next(samples: Samples, at: number, take: () => F, release: (frame: F) => void): Moment<F> | null {
    const still = this.samples !== null && changedShare(this.samples, samples) <= this.quiet;
    this.samples = samples;
    if (!still) {
      if (this.candidate !== null && !this.told) release(this.candidate);
      this.candidate = take();
      this.since = at;
      this.told = false;
      return null;
    }
    if (this.told || this.candidate === null || at - this.since < this.restMs) return null;
    this.told = true;
    const frame = this.candidate;
    this.candidate = null;
    // Back at the picture that was kept last, as after a pointer passed: nothing new.
    if (this.kept !== null && changedShare(this.kept, samples) <= this.quiet) {
      release(frame);
      return null;
    }
    this.kept = samples;
    return { at, changedAt: this.since, frame };
  }

  /** Nothing came for a while: a screen on which nothing moves gives no frames, and has come to rest by that. */
  idle(at: number, release: (frame: F) => void): Moment<F> | null {
    if (this.samples === null) return null;
    return this.next(this.samples, at, () => this.candidate as F, release);
  }
}
