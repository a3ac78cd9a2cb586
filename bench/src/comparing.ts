import type { Raster } from '@nachweis/core';
import { type Alignment, alignPictures, comparePictures } from '@nachweis/core/comparing';
import { seededRandom } from '@nachweis/desk';
import pixelmatch from 'pixelmatch';
import sharp from 'sharp';
import { makeScene } from './finding/scenes.ts';

const CASES = Number(process.env.CASES ?? 200);
/** Pictures at scales that no program and no display has, such as a window shown in some size. */
const ODD = Number(process.env.ODD ?? 60);
const STRANGERS = Number(process.env.STRANGERS ?? 40);
/** How far corners may be off, in pixels of the first picture: as it is asked for, and before it is called wrong. */
const [EXACT, NEAR] = [0.5, 2];
/** Sides are multiples of it, so that every scale makes whole pixels of them: else no place would be the right one. */
const WHOLE = 60;
const SCALES = [1, 1, 1, 0.5, 2 / 3, 0.75, 0.8, 1.25, 1.5, 1.75, 2] as const;

const fileOf = ({ width, height, data }: Raster) =>
  sharp(data, { raw: { width, height, channels: 4 } }).removeAlpha();
async function rasterOf(file: Buffer): Promise<Raster> {
  const { data, info } = await sharp(file).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data: new Uint8ClampedArray(data) };
}

const moves = new Map<number, number>();
/**
 * By how much a picture moves when it is made larger or smaller, in its own pixels, from the middle of a blot: libvips
 * lays what it enlarges half a new pixel too far right and down. It is part of where a picture lies.
 */
async function moveOf(scale: number): Promise<number> {
  const known = moves.get(scale);
  if (known !== undefined) return known;
  const [side, middle] = [240, 100.3];
  const blot = Buffer.alloc(side * side);
  for (let i = 0; i < blot.length; i++)
    blot[i] =
      200 * Math.exp(-(((i % side) + 0.5 - middle) ** 2 + (Math.floor(i / side) + 0.5 - middle) ** 2) / 200);
  const { data, info } = await sharp(blot, { raw: { width: side, height: side, channels: 1 } })
    .resize(Math.round(side * scale), Math.round(side * scale), { fit: 'fill' })
    .extractChannel(0)
    .raw()
    .toBuffer({ resolveWithObject: true });
  let [all, across] = [0, 0];
  for (const [i, level] of data.entries()) {
    all += level;
    across += level * ((i % info.width) + 0.5);
  }
  const move = across / all / scale - middle;
  moves.set(scale, move);
  return move;
}

/** A part of a desktop, in another scale, packed with loss or without, with some of it painted over. */
async function alteredOf(seed: number, whole: Raster, isOdd = false) {
  const random = seededRandom(seed * 7919 + 5);
  const side = (of: number) => Math.floor((of * (0.5 + 0.5 * random())) / WHOLE) * WHOLE;
  const [width, height] = [side(whole.width), side(whole.height)];
  const left = Math.round((whole.width - width) * random());
  const top = Math.round((whole.height - height) * random());
  const drawn = random();
  const scale = isOdd ? 0.5 + 1.5 * drawn : (SCALES[Math.floor(drawn * SCALES.length)] ?? 1);
  const patches = await Promise.all(
    Array.from({ length: Math.floor(random() * 4) }, async () => {
      const size = { width: 60 + Math.floor(random() * 200), height: 40 + Math.floor(random() * 120) };
      const input = await sharp({
        create: { ...size, channels: 3, background: { r: 255 * random(), g: 90, b: 60 } },
      })
        .png()
        .toBuffer();
      return {
        input,
        left: Math.floor(random() * Math.max(1, width - size.width)),
        top: Math.floor(random() * Math.max(1, height - size.height)),
      };
    }),
  );
  const part = await fileOf(whole).extract({ left, top, width, height }).png().toBuffer();
  const painted = await sharp(part).composite(patches).png().toBuffer();
  const resized = sharp(painted).resize(Math.round(width * scale), Math.round(height * scale), {
    fit: 'fill',
  });
  const file = await (random() < 0.5
    ? resized.jpeg({ quality: 70 + Math.floor(25 * random()) })
    : resized.png()
  ).toBuffer();
  const move = await moveOf(scale);
  return { second: await rasterOf(file), left: left - move, top: top - move, width, height };
}

type OnAligned = (
  seed: number,
  whole: Raster,
  second: Raster,
  alignment: Alignment,
  milliseconds: number,
) => void;

/** @returns how many were laid where they lie, in words */
async function benchAligning(start: number, count: number, isOdd: boolean, onAligned: OnAligned) {
  let [exact, right, unsure, wrong] = [0, 0, 0, 0];
  for (let seed = start; seed < start + count; seed++) {
    const whole = makeScene('single', seed + 500).raster;
    const { second, left, top, width, height } = await alteredOf(seed, whole, isOdd);
    const began = performance.now();
    const alignment = alignPictures(whole, second);
    onAligned(seed, whole, second, alignment, performance.now() - began);
    const { scale, dx, dy, sure } = alignment;
    const off = Math.max(
      Math.hypot(dx - left, dy - top),
      Math.hypot(second.width * scale + dx - left - width, second.height * scale + dy - top - height),
    );
    if (!sure) unsure++;
    else if (off <= EXACT) exact++;
    else if (off <= NEAR) right++;
    else wrong++;
    if (sure && off > NEAR) console.log(`    ${seed}: ${off.toFixed(1)} pixels off`);
  }
  return `within ${EXACT} pixels ${exact}, within ${NEAR} ${right} more, not sure ${unsure}, wrong ${wrong}`;
}

/** Whether pictures are laid on each other rightly, how long it takes, and what listing the differences costs. */
export async function benchComparing(): Promise<void> {
  const start = Number(process.env.SEED ?? 1);
  const times: number[] = [];
  const ratios: number[] = [];
  const usual = await benchAligning(start, CASES, false, (seed, whole, second, alignment, took) => {
    times.push(took);
    if (seed % 20 !== 0) return;
    const compareFrom = performance.now();
    const { laid } = comparePictures(whole, second, alignment);
    const bareFrom = performance.now();
    pixelmatch(whole.data, laid.data, null, whole.width, whole.height, { threshold: 0.1 });
    ratios.push((bareFrom - compareFrom) / (performance.now() - bareFrom));
  });
  const oddTimes: number[] = [];
  const odd = await benchAligning(start, ODD, true, (_seed, _whole, _second, _alignment, took) => {
    oddTimes.push(took);
  });
  let believed = 0;
  for (let seed = start; seed < start + STRANGERS; seed++) {
    const [a, b] = [makeScene('single', seed + 3000).raster, makeScene('single', seed + 7000).raster];
    if (alignPictures(a, b).sure) believed++;
  }
  const middle = (list: number[]) => list.sort((a, b) => a - b)[list.length >> 1] ?? 0;
  console.log(
    `aligning ${CASES} pictures: ${usual}; of ${STRANGERS} pairs of other desktops ${believed} aligned; median ${Math.round(middle(times))} ms; comparing takes ${middle(ratios).toFixed(1)} times as long as pixelmatch alone`,
  );
  console.log(`  ${ODD} at odd scales: ${odd}; median ${Math.round(middle(oddTimes))} ms`);
}
