import type { Size } from '../geometry/box.ts';

/** From one place to before another, of pictures in order. */
export interface Run {
  from: number;
  to: number;
}

/**
 * Splits pictures in order into rows of about one height, each of which fills the width: of all ways the one with the
 * least sum of squared deviations, each measured as the logarithm of its height's ratio to the wanted one, so that twice
 * as high counts as much as half as high. The way of breaking a paragraph into lines as a whole (Knuth and Plass, 1981,
 * from memory), with pictures for words.
 * @param wanted height of a row in pixels
 */
export function rowsOf(sizes: readonly Size[], width: number, gap: number, wanted: number): Run[] {
  return breakUp(sizes.length, (from, to) => {
    const height = rowHeight(sizes.slice(from, to), width, gap);
    return height > 0 ? Math.log(height / wanted) ** 2 : Number.POSITIVE_INFINITY;
  });
}

/** Height at which pictures beside each other fill a width, in pixels. */
export function rowHeight(sizes: readonly Size[], width: number, gap: number): number {
  const aspects = sizes.reduce((sum, size) => sum + size.width / size.height, 0);
  return (width - gap * (sizes.length - 1)) / aspects;
}

/** Splits pictures in order into so many columns that the highest is as low as it can be. @param heights of each, in a column */
export function columnsOf(heights: readonly number[], count: number): Run[] {
  const all = heights.length;
  const columns = Math.min(count, all);
  const sum = (from: number, to: number) => heights.slice(from, to).reduce((a, b) => a + b, 0);
  // best[k][i]: the first i pictures in k columns
  const best: Array<Array<{ highest: number; from: number }>> = [[{ highest: 0, from: 0 }]];
  for (let k = 1; k <= columns; k++) {
    const row: Array<{ highest: number; from: number }> = [];
    for (let i = k; i <= all; i++)
      for (let from = k - 1; from < i; from++) {
        const before = best[k - 1]?.[from];
        if (!before) continue;
        const highest = Math.max(before.highest, sum(from, i));
        const there = row[i];
        if (!there || highest < there.highest) row[i] = { highest, from };
      }
    best.push(row);
  }
  const runs: Run[] = [];
  for (let [k, to] = [columns, all]; k > 0; k--) {
    const from = best[k]?.[to]?.from ?? 0;
    runs.unshift({ from, to });
    to = from;
  }
  return runs;
}

/** The way of breaking a sequence up that costs least. */
function breakUp(count: number, cost: (from: number, to: number) => number): Run[] {
  const best: Array<{ cost: number; from: number }> = [{ cost: 0, from: 0 }];
  for (let to = 1; to <= count; to++) {
    best[to] = { cost: Number.POSITIVE_INFINITY, from: to - 1 };
    for (let from = 0; from < to; from++) {
      const all = (best[from]?.cost ?? 0) + cost(from, to);
      if (all < (best[to]?.cost ?? 0)) best[to] = { cost: all, from };
    }
  }
  const runs: Run[] = [];
  for (let to = count; to > 0; ) {
    const from = best[to]?.from ?? to - 1;
    runs.unshift({ from, to });
    to = from;
  }
  return runs;
}
