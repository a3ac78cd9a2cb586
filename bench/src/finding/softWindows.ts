import { type Box, findDisplays, findOutlines, type Raster } from '@nachweis/core';
import { seededRandom } from '@nachweis/desk';
import { type Browser, chromium } from '@playwright/test';
import sharp from 'sharp';
import { overlapOf, seenShare } from './judge.ts';
import { type PointingTally, tallyPointing, tellPointing } from './pointing.ts';
import { softDesktop } from './softDesktops.ts';

/** The first were looked at while the finder was mended, the others only afterwards. */
const SEEDS = { 'looked at': [0, 1000], unseen: [5000, 6000] } as const;
const EACH = 40;
const GOOD_OVERLAP = 0.95;
/** A window of which less is seen is not asked for. */
const VISIBLE = 0.25;
/** What was measured on the same seeds before anything was mended. */
const FIRST = {
  'looked at': 'windows 100 of 197, half seen 84 of 137, menus 29 of 36',
  unseen: 'windows 96 of 197, half seen 85 of 136, menus 32 of 37',
} as const;

interface Scene {
  raster: Raster;
  /** from the front to the back */
  menus: Box[];
  windows: Box[];
}

/** Windows and menus with soft edges: how many are found, and what lights up where somebody points. */
export async function benchSoftWindows(): Promise<void> {
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--hide-scrollbars'],
  });
  try {
    for (const which of ['looked at', 'unseen'] as const) await measure(browser, which);
  } finally {
    await browser.close();
  }
}

async function measure(browser: Browser, which: keyof typeof SEEDS): Promise<void> {
  const tally = { windows: [0, 0], 'half seen': [0, 0], menus: [0, 0] } satisfies Record<
    string,
    [number, number]
  >;
  const count = (kind: keyof typeof tally, isFound: boolean) => {
    tally[kind][0] += Number(isFound);
    tally[kind][1]++;
  };
  const pointing: PointingTally = { points: 0, found: 0, meant: 0, smallest: 0 };
  let split = 0;
  for (const from of SEEDS[which])
    for (let seed = from; seed < from + EACH; seed++) {
      const { raster, menus, windows } = await sceneOf(browser, seed);
      const outlines = findOutlines(raster);
      const all = [...menus, ...windows];
      for (const [i, box] of all.entries()) {
        const seen = seenShare(all, i);
        const isFound = outlines.some((one) => overlapOf(one.box, box) >= GOOD_OVERLAP);
        if (i < menus.length) count('menus', isFound);
        else if (seen >= VISIBLE) count('windows', isFound);
        if (i >= menus.length && seen >= 0.5) count('half seen', isFound);
      }
      tallyPointing(pointing, raster, all, seed);
      if (findDisplays(raster).sure.length > 1) split++;
    }
  const told = Object.entries(tally).map(([kind, [found, all]]) => `${kind} ${found} of ${all}`);
  console.log(`soft windows, ${which}: ${told.join(', ')}; false splits ${split} (first: ${FIRST[which]})`);
  tellPointing(`soft windows, ${which}`, pointing);
}

async function sceneOf(browser: Browser, seed: number): Promise<Scene> {
  const { html, width, height, ratio } = softDesktop(seededRandom(seed));
  const context = await browser.newContext({ viewport: { width, height }, deviceScaleFactor: ratio });
  const page = await context.newPage();
  await page.setContent(html, { waitUntil: 'load' });
  const boxesOf = async (kind: string): Promise<Box[]> => {
    const boxes = await page.locator(`[data-${kind}]`).evaluateAll((elements) =>
      elements.map((element) => {
        const { left, top, right, bottom } = element.getBoundingClientRect();
        return [left, top, right, bottom] as const;
      }),
    );
    return boxes.map((sides) => {
      const [left = 0, top = 0, right = 0, bottom = 0] = sides.map((side) => Math.round(side * ratio));
      return { x: left, y: top, width: right - left, height: bottom - top };
    });
  };
  const [menus, windows] = [await boxesOf('menu'), await boxesOf('window')];
  const { data, info } = await sharp(await page.screenshot())
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  await context.close();
  const raster = { width: info.width, height: info.height, data: new Uint8ClampedArray(data) };
  return { raster, menus, windows: windows.reverse() };
}
