import { median } from 'simple-statistics';

/** One bar of a distribution: from (included) to (not, but for the last), in units, and how many. */
export interface Bin {
  from: number;
  to: number;
  count: number;
}

const BINS = 10;

/** Points of a class in ten equal steps from 0 to the most there is; more than that stands in the last one. */
export function binsOf(units: readonly number[], most: number): Bin[] {
  const step = Math.max(most, 1) / BINS;
  const bins = Array.from({ length: BINS }, (_, i) => ({ from: i * step, to: (i + 1) * step, count: 0 }));
  for (const value of units) {
    const bin = bins[Math.min(Math.max(Math.floor(value / step), 0), BINS - 1)];
    if (bin) bin.count++;
  }
  return bins;
}

/** Median of some numbers; null of none. */
export const medianOf = (values: readonly number[]): number | null =>
  values.length === 0 ? null : median([...values]);
