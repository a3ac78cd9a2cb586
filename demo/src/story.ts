import type { RemarkSign } from '@nachweis/contract';
import type { Verdict } from '@nachweis/core';
import type { Mistake } from './evidence.ts';

/** Who makes which mistake, by seed. */
export const PROBE_MISTAKES: Readonly<Record<number, Mistake>> = {
  3: 'failed-test',
  8: 'half-window',
  12: 'password-in-view',
  19: 'wrong-station',
};
export const RATING_MISTAKES: Readonly<Record<number, Mistake>> = {
  1: 'no-axis-labels',
  4: 'all-displays',
  6: 'covered',
  9: 'half-window',
  11: 'black',
  13: 'pin-beside',
  18: 'no-axis-labels',
  21: 'all-displays',
};

/** Who has handed in nothing. */
export const WITHOUT_PROBE: readonly number[] = [22];
export const WITHOUT_RATING: readonly number[] = [14, 20, 23];

interface FittingRemark {
  /** which picture of the hand-in, from 0 */
  position: number;
  /** place as shares of width and height */
  at: [number, number];
  /** a box or a ring of this share of width and height, its upper left corner at the place */
  around?: { shape: 'box' | 'ring'; size: [number, number] };
  sign?: RemarkSign;
  /** the must-show it is about, "P1a" */
  about?: string;
  text: string;
  /** what the student says to it, once it is released */
  answer?: string;
  /** verdicts other than shown, by "P1a" */
  verdicts: Readonly<Record<string, Verdict>>;
}

/** What an instructor says of each mistake. */
export const REMARKS: Readonly<Record<Mistake, FittingRemark>> = {
  'failed-test': {
    position: 0,
    at: [0.02, 0.645],
    around: { shape: 'box', size: [0.58, 0.125] },
    sign: 'wrong',
    about: 'P1c',
    text: 'The memory test failed here. Run it again after a cold start; if it stays, bring the probe in.',
    verdicts: { P1c: 'partly' },
  },
  'half-window': {
    position: 0,
    at: [0.9, 0.5],
    text: 'The window goes on to the right of this edge. Frame all of it.',
    verdicts: { P1b: 'partly', P2c: 'not-shown' },
  },
  'password-in-view': {
    position: 0,
    at: [0.02, 0.18],
    around: { shape: 'box', size: [0.55, 0.06] },
    text: 'Your password is in view. Hide such lines before you hand in, and change this one now.',
    verdicts: {},
  },
  'wrong-station': {
    position: 0,
    at: [0.01, 0.275],
    around: { shape: 'ring', size: [0.32, 0.085] },
    sign: 'query',
    about: 'P1a',
    text: 'This is not your station. Which one did you connect to?',
    answer: 'To the one on the second bench. Its label is hand-written and says the same number as mine.',
    verdicts: { P1a: 'not-shown', P2a: 'not-shown' },
  },
  'no-axis-labels': {
    position: 1,
    at: [0.5, 0.8],
    text: 'Stage in what, discharge in what? Label both axes.',
    verdicts: { P2a: 'not-shown' },
  },
  'all-displays': {
    position: 1,
    at: [0.75, 0.4],
    text: 'Both displays are in the picture; only the Curve Fitter was asked for.',
    verdicts: { P2b: 'partly', P2c: 'partly' },
  },
  covered: {
    position: 0,
    at: [0.7, 0.6],
    text: 'Another window covers half of the rows.',
    verdicts: { P1b: 'partly' },
  },
  black: {
    position: 0,
    at: [0.5, 0.5],
    text: 'Nothing is to be seen here. Take it again.',
    verdicts: { P1a: 'not-shown', P1b: 'not-shown' },
  },
  'pin-beside': { position: 1, at: [0.5, 0.9], text: 'The pins point beside what they mean.', verdicts: {} },
};

export const STATEMENTS: readonly string[] = [
  'The curve fits well above 0.6 m. Below that there are only two points, so I would gauge again at low water.',
  'R² is high, but three of my points lie close together. Next I would measure between 1.2 and 1.6 m.',
  'I trust the exponent; the lowest point pulls the line down a little. One more gauging near 0.4 m would settle it.',
  'Good fit over the whole range. At low water the bed may have moved, so I would repeat the first two gaugings.',
];
