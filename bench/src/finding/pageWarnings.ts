import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { checkPicture, pictureFacts, type Raster } from '@nachweis/core';
import { seededRandom } from '@nachweis/desk';
import { type Browser, chromium } from '@playwright/test';
import sharp, { type Sharp } from 'sharp';
import { type Expected, PAGE_KINDS, type PageKind, type Random } from './pageKinds.ts';
import { makePhotograph } from './photographs.ts';

/** The first were looked at while the checks were mended, the others only afterwards. */
const SEEDS = { 'looked at': 0, unseen: 5000 } as const;
const EACH = { nothing: 6, 'black-area': 14, empty: 6 } as const;
const SIZES = [
  [1280, 720],
  [1366, 768],
  [1536, 864],
  [960, 640],
  [800, 600],
] as const;
const RATIOS = [1, 1, 1.25, 1.5, 2];
const EMPTY_CODES = ['nearly-blank', 'one-colour', 'all-black'];

/** Kinds that hold hardly anything but letters: made smaller and larger again they are blurred. */
const OF_LETTERS = ['document', 'code', 'table', 'settings', 'messages'];
const PHOTOGRAPHS = 48;
const DESKTOPS = fileURLToPath(new URL('../../realDesktops/pictures/', import.meta.url));

const CODINGS: ReadonlyArray<readonly [name: string, code: (png: Buffer) => Sharp]> = [
  ['PNG', (png) => sharp(png)],
  ['JPEG 90', (png) => sharp(png).flatten().jpeg({ quality: 90 })],
  ['JPEG 75', (png) => sharp(png).flatten().jpeg({ quality: 75 })],
  ['JPEG 50', (png) => sharp(png).flatten().jpeg({ quality: 50 })],
  ['WebP 80', (png) => sharp(png).webp({ quality: 80 })],
];

/** What was measured on these seeds before anything was mended. */
const FIRST =
  'first: of 120 pages with work 109 and, unseen, 110 with nothing said, of 56 black films 40 and 30, of 30 empty pages 23 and 24';

type Tally = Record<Expected | 'blurred', { right: number; all: number }>;

/** What is said of pages that a browser draws: nothing false of those that show work, and none of the others passed over. */
export async function benchPages(): Promise<void> {
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--hide-scrollbars'],
  });
  try {
    for (const [which, from] of Object.entries(SEEDS)) {
      const none = () => ({ right: 0, all: 0 });
      const tally: Tally = { nothing: none(), 'black-area': none(), empty: none(), blurred: none() };
      for (const [place, kind] of PAGE_KINDS.entries())
        for (let n = 0; n < EACH[kind.expected]; n++)
          await measurePage(browser, tally, kind, n, seededRandom(from + place * 100 + n));
      for (const [expected, { right, all }] of Object.entries(tally))
        console.log(`pages, ${which}: ${expected}: ${right} of ${all} said rightly`);
    }
  } finally {
    await browser.close();
  }
  console.log(`pages: ${FIRST}`);
  await measureRealDesktops();
  await measurePhotographs();
}

async function measurePage(
  browser: Browser,
  tally: Tally,
  kind: PageKind,
  n: number,
  random: Random,
): Promise<void> {
  const count = (expected: keyof Tally, said: readonly string[], coding: string) => {
    const right = isRight(expected, said);
    tally[expected].all++;
    if (right) tally[expected].right++;
    else console.log(`    ${kind.name} ${n}, ${coding}: ${said.join(', ') || 'nothing'}`);
  };
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const [width, height] = pick(SIZES);
  const context = await browser.newContext({ viewport: { width, height }, deviceScaleFactor: pick(RATIOS) });
  const page = await context.newPage();
  await page.setContent(kind.draw(random));
  const png = await page.screenshot();
  await context.close();
  const [coding, encode] = CODINGS[n % CODINGS.length] as (typeof CODINGS)[number];
  count(kind.expected, await saidOf(encode(png)), coding);
  if (!OF_LETTERS.includes(kind.name)) return;
  const { width: whole = 0, height: high = 0 } = await sharp(png).metadata();
  const small = await sharp(png)
    .resize(Math.round(whole * 0.55))
    .png()
    .toBuffer();
  const large = sharp(small).resize(whole, high, { fit: 'fill' });
  count('blurred', await saidOf(large), 'made smaller and larger');
}

/** One is a panel and nothing else, on a photograph as wallpaper: pixels cannot tell that from a picture that is shown. */
async function measureRealDesktops(): Promise<void> {
  const names = readdirSync(DESKTOPS).filter((name) => name.endsWith('.png'));
  let right = 0;
  for (const name of names) {
    const said = await saidOf(sharp(join(DESKTOPS, name)));
    if (isRight('nothing', said)) right++;
    else console.log(`    ${name}: ${said.join(', ') || 'nothing'}`);
  }
  console.log(`pages: real desktops: ${right} of ${names.length} said rightly`);
}

/** Of a lens that is a little soft, as they are put together, and of one that is out of focus. */
async function measurePhotographs(): Promise<void> {
  let [said, blurred] = [0, 0];
  for (let seed = 1; seed <= PHOTOGRAPHS; seed++) {
    const { raster } = await makePhotograph(seed);
    const { width, height, data } = raster;
    const soft = sharp(data, { raw: { width, height, channels: 4 } }).removeAlpha();
    if (checkPicture(pictureFacts(raster)).length > 0) said++;
    if ((await saidOf(soft.blur(4).jpeg({ quality: 85 }))).includes('blurred')) blurred++;
  }
  console.log(
    `pages: photographs: something said of ${said} of ${PHOTOGRAPHS} (first: of all); out of focus ${blurred} told as blurred`,
  );
}

async function saidOf(coded: Sharp): Promise<string[]> {
  const { data, info } = await sharp(await coded.toBuffer())
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const raster: Raster = { width: info.width, height: info.height, data: new Uint8ClampedArray(data) };
  return checkPicture(pictureFacts(raster)).map(({ code }) => code);
}

function isRight(expected: keyof Tally, said: readonly string[]): boolean {
  if (expected === 'nothing') return said.length === 0;
  return said.some((code) => (expected === 'empty' ? EMPTY_CODES.includes(code) : code === expected));
}
