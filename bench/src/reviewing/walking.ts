import type { Locator, Page } from '@playwright/test';
import sharp from 'sharp';
import { percentile } from '../openSheet.ts';
import { schoolPicture } from '../school/seededPictures.ts';
import { openClass } from './judgedClass.ts';

const STUDENTS = 12;
const ROUNDS = Number(process.env.ROUNDS ?? 2);
/** So long one looks at a picture before one goes on, in milliseconds. */
const LOOKED = 1000;

/** From a key that goes on to the next student's picture on the screen; and a jump to one that was not fetched ahead. */
export async function benchWalking(): Promise<void> {
  for (const [width, height] of [
    [1920, 1080],
    [3840, 2160],
  ] as const)
    await walk(width, height);
}

async function walk(width: number, height: number): Promise<void> {
  const pictureOf = async (seed: number) =>
    sharp(await schoolPicture(seed))
      .resize(width, height, { kernel: 'nearest' })
      .png({ compressionLevel: 1 })
      .toBuffer();
  const { page, data, close } = await openClass(STUDENTS, 1, pictureOf);
  try {
    await page.addInitScript(watchPictures);
    await page.goto(`/assignments/${data.assignment.id}/hand-ins`);
    await page.getByRole('link', { name: 'Review the next one' }).click();
    const painted = page.locator('img[data-painted]');
    await painted.first().waitFor();
    const first = page.url();
    const times: number[] = [];
    for (let i = 0; i < ROUNDS * (STUDENTS - 1) * 2; i++) {
      await page.waitForTimeout(LOOKED);
      const forth = Math.floor(i / (STUDENTS - 1)) % 2 === 0;
      times.push(await goOn(page, forth ? 'PageDown' : 'PageUp'));
    }
    const hand = await jumps(page, first, byHand);
    const { jump, bare, painted: shown } = await jumps(page, first, byScript);
    const swaps = await bareSwaps(page, times.length);
    const middle = (list: readonly number[]) => percentile(list, 0.5).toFixed(0);
    const ratio = (of: { jump: readonly number[]; bare: readonly number[] }) =>
      `${(percentile(of.jump, 0.5) / percentile(of.bare, 0.5)).toFixed(2)} times bare fetch and decoding of the same (${middle(of.bare)} ms)`;
    const p95 = (list: readonly number[]) => percentile(list, 0.95).toFixed(0);
    console.log(
      `Next picture of ${width} x ${height} after ${LOOKED / 1000} s on the one before: ${times.length} steps, median ${middle(times)} ms, 95th percentile ${p95(times)} ms (50 asked); two decoded pictures that take turns in an empty page, by the same key: median ${middle(swaps)} ms, 95th percentile ${p95(swaps)} ms. A jump to one that is not there yet, from the click: by a hand that rests ${HAND_RESTS} ms and presses ${HAND_PRESSES} ms, median ${middle(hand.jump)} ms, ${ratio(hand)} (1.3 asked); by a script, of which nothing tells beforehand, ${middle(jump)} ms, ${ratio({ jump, bare })}; from its address to the screen of an empty page ${middle(shown)} ms`,
    );
  } finally {
    await close();
  }
}

/** Lets the browser say when a picture has been painted (W3C Element Timing), of every picture from its first moment on. */
const watchPictures = (): void => {
  const create = document.createElement.bind(document);
  document.createElement = (name: string, options?: ElementCreationOptions) => {
    const element = create(name, options);
    if (name === 'img') element.setAttribute('elementtiming', 'picture');
    return element;
  };
};

/** Presses a key, and answers after how long the browser had painted another picture, in milliseconds. */
async function goOn(page: Page, key: string): Promise<number> {
  // It listens before the key is pressed, and is asked afterwards.
  await page.evaluate(() => {
    const pressed = new Promise<number>((done) =>
      addEventListener('keydown', ({ timeStamp }) => done(timeStamp), { once: true, capture: true }),
    );
    const painted = new Promise<number>((done) =>
      new PerformanceObserver((list) => {
        const painted = list.getEntries() as unknown as Array<{
          renderTime: number;
          element: HTMLImageElement;
        }>;
        const large = painted.find(({ element }) => element?.alt.startsWith('Picture for'));
        if (large) done(large.renderTime);
      }).observe({ type: 'element', buffered: false }),
    );
    Object.assign(globalThis, { going: Promise.all([pressed, painted]).then(([from, to]) => to - from) });
  });
  await page.keyboard.press(key);
  return page.evaluate(() => (globalThis as unknown as { going: Promise<number> }).going);
}

/** So long a hand rests on what it is about to press, and so long it presses, in milliseconds (common practice, no source). */
const [HAND_RESTS, HAND_PRESSES] = [120, 80];

/** So many steps one has walked before a jump, to one of so many at the end of the strip that are far from there. */
const [WALKED, FAR] = [2, 6];

type Click = (page: Page, target: Locator) => Promise<void>;

/** As a hand clicks: it comes, rests, presses and lets go. */
const byHand: Click = async (page, target) => {
  const { x, y, width, height } = (await target.boundingBox()) ?? { x: 0, y: 0, width: 0, height: 0 };
  await page.mouse.move(x + width / 2, y + height / 2, { steps: 4 });
  await page.waitForTimeout(HAND_RESTS);
  await page.mouse.down();
  await page.waitForTimeout(HAND_PRESSES);
  await page.mouse.up();
};

/** Of which nothing tells beforehand. */
const byScript: Click = (_, target) => target.evaluate((link: HTMLAnchorElement) => link.click());

/** To a hand-in far from here, of which nothing was fetched; and the same picture fetched and decoded by itself. */
async function jumps(
  page: Page,
  first: string,
  click: Click,
): Promise<{ jump: number[]; bare: number[]; painted: number[] }> {
  const [jump, bare, painted]: [number[], number[], number[]] = [[], [], []];
  for (let i = 0; i < 8; i++) {
    // A page without memory: what lies in its cache would be no jump. It has walked on, as whoever judges has.
    await page.goto(first);
    await page.locator('img[data-painted]').first().waitFor();
    for (let step = 0; step < WALKED; step++) {
      await page.waitForTimeout(LOOKED);
      await goOn(page, step % 2 === 0 ? 'PageDown' : 'PageUp');
    }
    await page.waitForTimeout(LOOKED);
    const links = page.getByRole('navigation', { name: /of the class$/ }).getByRole('link');
    const there = await links.count();
    const target = links.nth(there - 1 - (i % FAR));
    await target.evaluate((link: HTMLAnchorElement) => {
      const had = performance.getEntriesByType('resource').map(({ name }) => name);
      const clicked = new Promise<number>((done) =>
        link.addEventListener('click', () => done(performance.now()), { once: true, capture: true }),
      );
      const painted = new Promise<{ at: number; src: string }>((done) =>
        new PerformanceObserver((list) => {
          const entries = list.getEntries() as unknown as Array<{
            renderTime: number;
            element: HTMLImageElement;
          }>;
          const large = entries.find(({ element }) => element?.alt.startsWith('Picture for'));
          if (large) done({ at: large.renderTime, src: large.element.src });
        }).observe({ type: 'element', buffered: false }),
      );
      Object.assign(globalThis, { had, going: Promise.all([clicked, painted]) });
    });
    await click(page, target);
    const [clicked, { at, src }] = await page.evaluate(
      () => (globalThis as unknown as { going: Promise<[number, { at: number; src: string }]> }).going,
    );
    if (
      await page.evaluate(
        (address) => (globalThis as unknown as { had: string[] }).had.includes(address),
        src,
      )
    )
      throw new Error('It was fetched before it was jumped to.');
    jump.push(at - clicked);
    // What is fetched ahead once the picture is there is none of it.
    await page.waitForTimeout(LOOKED);
    bare.push(
      await page.evaluate(async (address) => {
        const began = performance.now();
        const answer = await fetch(address, { cache: 'reload' });
        const picture = await createImageBitmap(await answer.blob());
        picture.close();
        return performance.now() - began;
      }, src),
    );
    painted.push(await page.evaluate(paintBare, `${src}?${i}`));
  }
  await page.reload();
  await page.locator('img[data-painted]').first().waitFor();
  return { jump, bare, painted };
}

/** From an address to its picture on the screen of an empty page, in milliseconds: what a browser takes with nothing else to do. */
async function paintBare(address: string): Promise<number> {
  const { width, height } = document.querySelector('img[data-painted]') as HTMLImageElement;
  document.body.replaceChildren();
  const picture = new Image(width, height);
  picture.setAttribute('elementtiming', 'picture');
  const painted = new Promise<number>((done) =>
    new PerformanceObserver((list) => {
      const entries = list.getEntries() as unknown as Array<{ renderTime: number; element: unknown }>;
      const its = entries.find(({ element }) => element === picture);
      if (its) done(its.renderTime);
    }).observe({ type: 'element', buffered: false }),
  );
  const began = performance.now();
  picture.src = address;
  document.body.append(picture);
  return (await painted) - began;
}

/** What the browser itself takes from the key to the picture: two that are decoded take turns, and nothing else is there. */
async function bareSwaps(page: Page, howMany: number): Promise<number[]> {
  await page.evaluate(async () => {
    const { src, width, height } = document.querySelector('img[data-painted]') as HTMLImageElement;
    document.body.replaceChildren();
    const pictures = await Promise.all(
      [src, `${src}?again`].map(async (address) => {
        const picture = new Image(width, height);
        picture.src = address;
        picture.alt = 'Picture for a turn';
        await picture.decode();
        return picture;
      }),
    );
    let turn = 0;
    addEventListener('keydown', () => {
      // As the page does it, an element of its own: the browser tells of each one once.
      const next = pictures[turn++ % 2]?.cloneNode() as HTMLImageElement;
      next.decoding = 'sync';
      next.setAttribute('elementtiming', 'picture');
      document.body.replaceChildren(next);
    });
  });
  const times: number[] = [];
  for (let i = 0; i < howMany; i++) {
    await page.waitForTimeout(LOOKED);
    times.push(await goOn(page, 'PageDown'));
  }
  return times;
}
