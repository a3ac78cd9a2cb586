import { type Box, findDisplays } from '@nachweis/core';
import { LAYOUT_KINDS, makeLayout } from './layouts.ts';

/** The first are those that the finder was looked at with while it was mended; the others were seen afterwards. */
const SEEDS = { 'looked at': 0, unseen: 3000 } as const;
const EACH = 24;
/** A scaled edge lies on one pixel or the next. */
const NEAR = 1;

/** Measures the finder of displays on kinds of pictures it was not made on. */
export async function benchLayouts(): Promise<void> {
  for (const [which, from] of Object.entries(SEEDS)) await measureLayouts(which, from);
  console.log('layouts: 96 of 144 of those looked at before anything was mended, 18 wrong splits');
}

async function measureLayouts(which: string, from: number): Promise<void> {
  let [right, all, wrongSplits] = [0, 0, 0];
  const times: number[] = [];
  for (const kind of LAYOUT_KINDS) {
    const tally = { right: 0, asked: 0, wrong: 0 };
    for (let seed = from + 1; seed <= from + EACH; seed++) {
      const { name, raster, displays, blank } = await makeLayout(kind, seed);
      const start = performance.now();
      const { sure: found, perhaps } = findDisplays(raster);
      times.push(performance.now() - start);
      if (near(found, displays, blank)) tally.right++;
      else if (near(perhaps, displays, blank)) tally.asked++;
      else {
        tally.wrong++;
        if (found.length > 1) wrongSplits++;
        console.log(`    wrong: ${name}: ${JSON.stringify(found)}`);
      }
    }
    right += tally.right + tally.asked;
    all += EACH;
    console.log(
      `layouts ${which}, ${kind}: ${tally.right} right, ${tally.asked} asked rightly, ${tally.wrong} wrong`,
    );
  }
  times.sort((a, b) => a - b);
  console.log(
    `layouts ${which}: ${right} of ${all} (${((100 * right) / all).toFixed(1)} %, asked: 98 %), wrong splits ${wrongSplits}, median ${Math.round(times[times.length >> 1] ?? 0)} ms, longest ${Math.round(times.at(-1) ?? 0)} ms`,
  );
}

function near(found: readonly Box[], truth: readonly Box[], blank: number | null): boolean {
  if (found.length !== truth.length) return false;
  const a = [...found].sort((one, other) => one.x - other.x);
  return a.every((box, i) =>
    (i === blank ? (['x', 'width'] as const) : (['x', 'y', 'width', 'height'] as const)).every(
      (key) =>
        Math.abs(box[key] - (truth[i] as Box)[key]) <=
        (key === 'width' || key === 'height' ? 2 * NEAR : NEAR),
    ),
  );
}
