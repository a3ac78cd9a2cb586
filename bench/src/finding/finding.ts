import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { type Box, findDisplays, findOutlines, type Raster } from '@nachweis/core';
import sharp from 'sharp';
import { overlapOf, sameBoxes, seamsOf, seenShare } from './judge.ts';
import { type PointingTally, tallyPointing, tellPointing } from './pointing.ts';
import { makeMenuScene, makeScene } from './scenes.ts';

const PICTURES = fileURLToPath(new URL('../../realDesktops/pictures/', import.meta.url));
/** A window counts as visible when at least this share of it is seen. */
const VISIBLE = 0.25;
const GOOD_OVERLAP = 0.95;

interface DisplayTally {
  cases: number;
  seamsExact: number;
  /** the right halves were asked about */
  asked: number;
  boxesExact: number;
}

const share = (n: number, of: number) => `${n} of ${of} (${((100 * n) / Math.max(of, 1)).toFixed(1)} %)`;
const median = (list: number[]) => [...list].sort((a, b) => a - b)[list.length >> 1] ?? 0;

/** Measures both finders on pictures of which everything is known, and on real desktops. */
export async function benchFinding(): Promise<void> {
  composedDisplays();
  practiceWindows();
  menusAndHints();
  await realDesktops();
}

function tallyDisplays(tally: DisplayTally, name: string, raster: Raster, truth: readonly Box[]): void {
  const { sure: found, perhaps } = findDisplays(raster);
  tally.cases++;
  const right = seamsOf(truth).join();
  if (seamsOf(found).join() === right) tally.seamsExact++;
  else if (seamsOf(perhaps).join() === right) tally.asked++;
  else console.log(`    seams differ: ${name}: found ${JSON.stringify(found)}`);
  if (sameBoxes(found, truth)) tally.boxesExact++;
}

function composedDisplays(): void {
  const composed: DisplayTally = { cases: 0, seamsExact: 0, asked: 0, boxesExact: 0 };
  const times: number[] = [];
  for (let seed = 1; seed <= 80; seed++) {
    const { name, raster, displays } = makeScene('composed', seed);
    const start = performance.now();
    tallyDisplays(composed, name, raster, displays);
    times.push(performance.now() - start);
  }
  let split = 0;
  const singles = 80;
  for (let seed = 1; seed <= singles; seed++) {
    const { name, raster } = makeScene('single', seed);
    const { sure: found } = findDisplays(raster);
    if (found.length > 1) {
      split++;
      console.log(`    false split: ${name}: ${JSON.stringify(found)}`);
    }
  }
  console.log(
    `finding displays, composed: seams exact ${share(composed.seamsExact, composed.cases)} (wanted: 95 %), ${composed.asked} put as a question, boxes exact ${share(composed.boxesExact, composed.cases)}, median ${Math.round(median(times))} ms`,
  );
  console.log(`finding displays, single: false splits ${share(split, singles)} (asked: 0)`);
}

interface WindowTally {
  visible: number;
  good: number;
}

function tallyWindows(tally: WindowTally, name: string, raster: Raster, windows: readonly Box[]): number {
  const start = performance.now();
  const outlines = findOutlines(raster);
  const time = performance.now() - start;
  windows.forEach((window, index) => {
    const seen = seenShare(windows, index);
    if (seen < VISIBLE) return;
    tally.visible++;
    const best = Math.max(0, ...outlines.map((o) => overlapOf(o.box, window)));
    if (best >= GOOD_OVERLAP) tally.good++;
    else
      console.log(
        `    window missed: ${name}: ${window.width}x${window.height} at ${window.x},${window.y}, ${Math.round(seen * 100)} % of it seen, best overlap ${best.toFixed(2)}`,
      );
  });
  return time;
}

function practiceWindows(): void {
  const tally: WindowTally = { visible: 0, good: 0 };
  const pointing: PointingTally = { points: 0, found: 0, meant: 0, smallest: 0 };
  const times: number[] = [];
  for (let seed = 1; seed <= 40; seed++) {
    const { name, raster, windows } = makeScene(seed % 2 ? 'single' : 'composed', seed);
    times.push(tallyWindows(tally, name, raster, windows));
    tallyPointing(pointing, raster, windows, seed);
  }
  tellPointing('practice desk', pointing);
  console.log(
    `finding windows, practice desk: ${share(tally.good, tally.visible)} with an overlap of at least 0.95 (asked: 90 %), median ${Math.round(median(times))} ms`,
  );
}

/** Menus and hints by themselves: they are small, and lie over everything else. */
function menusAndHints(): void {
  const tallies = { menus: { visible: 0, good: 0 }, hints: { visible: 0, good: 0 } };
  for (let seed = 1; seed <= 40; seed++) {
    const scene = makeMenuScene(seed);
    const outlines = findOutlines(scene.raster);
    for (const kind of ['menus', 'hints'] as const)
      for (const box of scene[kind]) {
        tallies[kind].visible++;
        const best = Math.max(0, ...outlines.map((o) => overlapOf(o.box, box)));
        if (best >= GOOD_OVERLAP) tallies[kind].good++;
        else
          console.log(
            `    ${kind} missed: ${scene.name}: ${Math.round(box.width)}x${Math.round(box.height)} at ${Math.round(box.x)},${Math.round(box.y)}, best overlap ${best.toFixed(2)}`,
          );
      }
  }
  for (const [kind, { good, visible }] of Object.entries(tallies))
    console.log(
      `finding ${kind}, practice desk: ${share(good, visible)} with an overlap of at least 0.95 (asked: 90 %)`,
    );
}

interface RealDesktop {
  name: string;
  raster: Raster;
  windows: Box[];
}

async function realDesktops(): Promise<void> {
  const names = readdirSync(PICTURES).filter((file) => file.endsWith('.png'));
  const desktops: RealDesktop[] = [];
  for (const file of names) {
    const { data, info } = await sharp(PICTURES + file)
      .ensureAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    const { windows } = JSON.parse(readFileSync(PICTURES + file.replace('.png', '.json'), 'utf8'));
    const raster = { width: info.width, height: info.height, data: new Uint8ClampedArray(data) };
    desktops.push({ name: file, raster, windows });
  }
  const tally: WindowTally = { visible: 0, good: 0 };
  const times = desktops.map(({ name, raster, windows }) => tallyWindows(tally, name, raster, windows));
  console.log(
    `finding windows, ${desktops.length} real desktops: ${share(tally.good, tally.visible)}, median ${Math.round(median(times))} ms`,
  );
  const pointing: PointingTally = { points: 0, found: 0, meant: 0, smallest: 0 };
  for (const [i, { raster, windows }] of desktops.entries()) tallyPointing(pointing, raster, windows, i);
  tellPointing('real desktops', pointing);
  const split = desktops.filter(({ raster }) => findDisplays(raster).sure.length > 1);
  console.log(`finding displays, real desktops alone: false splits ${share(split.length, desktops.length)}`);
  const composed: DisplayTally = { cases: 0, seamsExact: 0, asked: 0, boxesExact: 0 };
  for (let i = 0; i < 60; i++) {
    const count = i % 4 === 3 ? 3 : 2;
    const parts = Array.from(
      { length: count },
      (_, k) => desktops[(i * 5 + k * (3 + (i % 4))) % desktops.length] as RealDesktop,
    );
    const { raster, displays } = sideBySide(parts, i % 3, i % 10 === 9);
    tallyDisplays(composed, parts.map((p) => p.name).join(' + '), raster, displays);
  }
  console.log(
    `finding displays, real desktops side by side: seams exact ${share(composed.seamsExact, composed.cases)}, ${composed.asked} put as a question, boxes exact ${share(composed.boxesExact, composed.cases)}`,
  );
}

/** Puts pictures of displays together as operating systems do. @param align 0 at the beginning, 1 middle, 2 end */
function sideBySide(parts: readonly RealDesktop[], align: number, stacked: boolean) {
  const along = (r: Raster) => (stacked ? r.height : r.width);
  const across = (r: Raster) => (stacked ? r.width : r.height);
  const length = parts.reduce((sum, p) => sum + along(p.raster), 0);
  const most = Math.max(...parts.map((p) => across(p.raster)));
  const [width, height] = stacked ? [most, length] : [length, most];
  const data = new Uint8ClampedArray(width * height * 4);
  for (let i = 3; i < data.length; i += 4) data[i] = 255;
  let at = 0;
  const displays = parts.map(({ raster }) => {
    const free = Math.floor(((most - across(raster)) * align) / 2);
    const [x, y] = stacked ? [free, at] : [at, free];
    at += along(raster);
    for (let row = 0; row < raster.height; row++)
      data.set(
        raster.data.subarray(row * raster.width * 4, (row + 1) * raster.width * 4),
        ((y + row) * width + x) * 4,
      );
    return { x, y, width: raster.width, height: raster.height };
  });
  return { raster: { width, height, data }, displays };
}
