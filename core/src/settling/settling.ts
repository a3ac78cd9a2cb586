import { type Samples, Squares, sameSize } from './squares.ts';

export interface SettlingOptions {
  /** samples that have to differ for a picture to be another one; default 12, which are 192 pixels of a screen */
  fewest?: number;
  /** how long nothing may change for the picture to have come to rest, in milliseconds; default 350 */
  restMs?: number;
}

/** A picture that came to rest. */
export interface Rest {
  /** which state of the screen it is; the same again when it comes back */
  state: number;
  /** never seen before, seen before, or in place of a state that stood briefly and changed little: text that is typed */
  kind: 'new' | 'again' | 'further';
}

/** States that are remembered; more moments than this are not kept either. */
const MOST_STATES = 40;
/** A little is what lies in two rows of squares, as a line of text does. */
const LINE_ROWS = 2;
/** And briefly is less than this: nobody wants it afterwards. */
const BRIEF_MS = 1000;

interface State {
  id: number;
  values: Uint8Array;
  /** it differs from the one before by a line at most */
  line: boolean;
  restedSince: number;
}

/**
 * Watches frames and tells when the picture has changed and come to rest. The first picture that rests counts too.
 * Small squares that never stop changing (a film in a corner, a spinner, a caret, a clock) are ignored.
 */
export class SettlingWatch {
  private readonly fewest: number;
  private readonly restMs: number;
  private last: Samples | null = null;
  private squares: Squares | null = null;
  private started = 0;
  private states: State[] = [];
  private current: State | null = null;
  /** the change that was looked at last: each is looked at once */
  private looked = Number.NEGATIVE_INFINITY;
  private ids = 0;
  private counted = 0;

  constructor({ fewest = 12, restMs = 350 }: SettlingOptions = {}) {
    this.fewest = fewest;
    this.restMs = restMs;
  }

  /**
   * Takes the next frame's samples. Where a screen on which nothing moves gives no frames, `again` does the same.
   * @param at milliseconds of any clock that only goes forward
   * @returns what has come to rest just now, if anything has
   */
  next(samples: Samples, at: number): Rest | null {
    if (!this.squares || !this.last || !sameSize(this.last, samples)) {
      this.squares = new Squares(samples);
      this.started = at;
      this.looked = Number.NEGATIVE_INFINITY;
      this.states = [];
      this.current = null;
    } else if (samples !== this.last) this.squares.next(samples, at);
    this.last = samples;
    const counts = this.squares.counting(at);
    const changed = Math.max(this.started, this.squares.lastChange(counts));
    if (at - changed < this.restMs) return null;
    if (changed <= this.looked && !this.countsMore(counts)) return null;
    this.looked = changed;
    return this.rested(samples.values, counts, changed, this.squares);
  }

  /** No frame came: the last one still holds. */
  again(at: number): Rest | null {
    return this.last === null ? null : this.next(this.last, at);
  }

  /** A square that was ignored counts again: what it shows now has come to rest. */
  private countsMore(counts: Uint8Array): boolean {
    const counted = counts.reduce((sum, one) => sum + one, 0);
    const more = counted > this.counted;
    this.counted = counted;
    return more;
  }

  private rested(values: Uint8Array, counts: Uint8Array, changed: number, squares: Squares): Rest | null {
    const known = this.states.find(
      (s) => this.differing(squares, s.values, values, counts).samples < this.fewest,
    );
    const before = this.current;
    if (known) {
      if (known === before) return null;
      this.current = known;
      known.restedSince = changed;
      return { state: known.id, kind: 'again' };
    }
    const line = before ? this.differing(squares, before.values, values, counts).line : false;
    if (before?.line && changed - before.restedSince < BRIEF_MS) {
      Object.assign(before, { values, line, restedSince: changed });
      return { state: before.id, kind: 'further' };
    }
    this.current = { id: ++this.ids, values, line, restedSince: changed };
    this.states = [...this.states.slice(1 - MOST_STATES), this.current];
    return { state: this.current.id, kind: 'new' };
  }

  private differing(squares: Squares, a: Uint8Array, b: Uint8Array, counts: Uint8Array) {
    const changed = squares.changes(a, b);
    let samples = 0;
    let [first, last] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
    for (let square = 0; square < squares.count; square++) {
      const here = changed[square] as number;
      if (!counts[square] || here === 0) continue;
      samples += here;
      const row = Math.floor(square / squares.across);
      first = Math.min(first, row);
      last = row;
    }
    return { samples, line: last - first < LINE_ROWS };
  }
}
