import { type Box, findOutlines } from '@nachweis/core';
import { overlapOf } from './judge.ts';
import { makeWorstCase } from './worstCases.ts';

const GOOD = 0.85;

/** What was measured on these pictures before anything was changed for them. */
const FIRST: Readonly<Record<number, string>> = {
  1920: 'first: the first of 12 took more than two minutes, then the run was ended',
  3840: 'first: not reached',
};

/** Time on pictures that are hard on it, and whether a grid gives its cells, its outer box and nothing between. */
export async function benchWorstCases(): Promise<void> {
  for (const [width, height, cases, asked] of [
    [1920, 1080, 12, 600],
    [3840, 2160, 4, 2000],
  ] as const) {
    const times: number[] = [];
    let [cells, found, between, outers, grids] = [0, 0, 0, 0, 0];
    for (let seed = 1; seed <= cases; seed++) {
      const worst = await makeWorstCase(seed, width, height);
      const start = performance.now();
      const outlines = findOutlines(worst.raster).map((o) => o.box);
      const took = performance.now() - start;
      times.push(took);
      if (took > asked) console.log(`    slow: ${worst.name}: ${Math.round(took)} ms`);
      if (!worst.outer) continue;
      grids++;
      // Of more cells than are given at all, those that are given have to be right.
      cells += Math.min(worst.cells.length, 400);
      const hits = worst.cells.filter((cell) => outlines.some((o) => overlapOf(o, cell) >= GOOD)).length;
      found += Math.min(hits, 400);
      if (outlines.some((o) => overlapOf(o, worst.outer as Box) >= 0.95)) outers++;
      else console.log(`    no outer box: ${worst.name}`);
      const wrong = outlines.filter((o) => isBetween(o, worst.cells, worst.outer as Box)).length;
      if (wrong > 0) console.log(`    ${wrong} between: ${worst.name}`);
      between += wrong;
    }
    times.sort((a, b) => a - b);
    console.log(
      `outlines, worst cases of ${width} x ${height}: longest ${Math.round(times.at(-1) ?? 0)} ms, median ${Math.round(times[times.length >> 1] ?? 0)} ms (at most ${asked} asked); cells ${found} of ${cells} (${((100 * found) / cells).toFixed(0)} %), outer boxes ${outers} of ${grids}, boxes between ${between} (${FIRST[width]})`,
    );
  }
}

/** It holds several cells, and is not the grid itself. */
function isBetween(box: Box, cells: readonly Box[], outer: Box): boolean {
  if (overlapOf(box, outer) > 0.8) return false;
  const inside = cells.filter(
    (c) =>
      c.x >= box.x - 4 &&
      c.y >= box.y - 4 &&
      c.x + c.width <= box.x + box.width + 4 &&
      c.y + c.height <= box.y + box.height + 4,
  );
  return inside.length > 1;
}
