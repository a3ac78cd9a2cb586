import type { Box, Raster } from '@nachweis/core';
import { seededRandom } from '@nachweis/desk';
import { createCanvas } from '@napi-rs/canvas';
import sharp, { type Sharp } from 'sharp';
import {
  between,
  paintPanel,
  paintWallpaper,
  paintWindows,
  pick,
  type Random,
  themeOf,
  usable,
} from './paintDesktop.ts';

/** A picture of a desktop of a kind that the finder of displays was not made on. Written before anything was tuned on it. */
export interface Layout {
  name: string;
  kind: LayoutKind;
  raster: Raster;
  displays: Box[];
  /** the one that shows nothing: how high it is cannot be seen */
  blank: number | null;
}

export const LAYOUT_KINDS = [
  'same panel on each',
  'one large, windows side by side',
  'JPEG',
  'scaled',
  'one black',
  'one, JPEG or scaled',
] as const;
export type LayoutKind = (typeof LAYOUT_KINDS)[number];

type Measures = readonly [number, number];
const EQUAL: readonly Measures[] = [
  [1280, 800],
  [1366, 768],
  [1440, 900],
  [1600, 900],
  [1680, 1050],
  [1920, 1080],
  [1920, 1080],
  [1920, 1080],
  [1920, 1200],
  [2560, 1440],
];
const LARGE: readonly Measures[] = [
  [3840, 2160],
  [2560, 1440],
  [2560, 1600],
  [3440, 1440],
  [3840, 1080],
  [5120, 1440],
  [3840, 1600],
  [1920, 1080],
];

interface Plan {
  sizes: readonly Measures[];
  panels: 'each' | 'first' | 'none';
  way: 'free' | 'full' | 'halves' | 'quarters' | 'mixed';
  span: boolean;
  align: number;
  black: number | null;
}

function paint(plan: Plan, random: Random): { raster: Raster; displays: Box[] } {
  const height = Math.max(...plan.sizes.map(([, h]) => h));
  const width = plan.sizes.reduce((sum, [w]) => sum + w, 0);
  const canvas = createCanvas(width, height);
  const c = canvas.getContext('2d');
  c.fillStyle = '#000000';
  c.fillRect(0, 0, width, height);
  const theme = themeOf(random);
  let at = 0;
  const displays = plan.sizes.map(([w, h]): Box => {
    const box = { x: at, y: Math.round((height - h) * plan.align), width: w, height: h };
    at += w;
    return box;
  });
  const paperSeed = between(random, 1, 1e6);
  displays.forEach((display, index) => {
    if (index === plan.black) return;
    if (plan.span) {
      c.save();
      c.beginPath();
      c.rect(display.x, display.y, display.width, display.height);
      c.clip();
      paintWallpaper(c, theme, { x: 0, y: 0, width, height }, seededRandom(paperSeed));
      c.restore();
    } else paintWallpaper(c, theme, display, seededRandom(paperSeed));
    const hasPanel = plan.panels === 'each' || (plan.panels === 'first' && index === 0);
    const way = plan.way === 'mixed' ? pick(random, ['free', 'full', 'free', 'halves'] as const) : plan.way;
    c.save();
    c.beginPath();
    c.rect(display.x, display.y, display.width, display.height);
    c.clip();
    paintWindows(c, theme, usable(theme, display, hasPanel), way, random);
    c.restore();
    if (hasPanel) paintPanel(c, theme, display, between(random, 0, 3));
  });
  return {
    raster: { width, height, data: new Uint8ClampedArray(c.getImageData(0, 0, width, height).data.buffer) },
    displays,
  };
}

async function coded({ width, height, data }: Raster, quality: number): Promise<Raster> {
  const jpeg = await sharp(data, { raw: { width, height, channels: 4 } })
    .jpeg({ quality })
    .toBuffer();
  return rasterOf(sharp(jpeg));
}

async function scaled(
  { width, height, data }: Raster,
  to: number,
  kernel: 'lanczos3' | 'linear' | 'cubic',
): Promise<Raster> {
  return rasterOf(sharp(data, { raw: { width, height, channels: 4 } }).resize(to, null, { kernel }));
}

async function rasterOf(picture: Sharp): Promise<Raster> {
  const { data, info } = await picture.ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data: new Uint8ClampedArray(data) };
}

/** The seed decides on everything but the kind. */
export async function makeLayout(kind: LayoutKind, seed: number): Promise<Layout> {
  const random = seededRandom(seed * 104729 + LAYOUT_KINDS.indexOf(kind) * 31);
  const equal = pick(random, EQUAL);
  const unequal = [pick(random, EQUAL), pick(random, EQUAL)] as const;
  const two: readonly Measures[] = random() < 0.5 ? [equal, equal] : unequal;
  const plan: Plan = {
    sizes: two,
    panels: pick(random, ['each', 'first', 'each']),
    way: 'mixed',
    span: random() < 0.3,
    align: pick(random, [0, 0.5, 1]),
    black: null,
  };
  const single = kind === 'one large, windows side by side' || kind === 'one, JPEG or scaled';
  if (kind === 'same panel on each') Object.assign(plan, { sizes: [equal, equal], panels: 'each' });
  if (single)
    Object.assign(plan, {
      sizes: [pick(random, LARGE)],
      panels: pick(random, ['each', 'each', 'none']),
      way: pick(random, ['halves', 'halves', 'quarters', 'mixed']),
    });
  if (kind === 'one black') Object.assign(plan, { black: pick(random, [0, 1]) });
  const { raster, displays } = paint(plan, random);
  const words = `${kind} ${seed}: ${plan.sizes.map((s) => s.join('x')).join(' + ')}, panel ${plan.panels}, windows ${plan.way}`;
  if (kind === 'JPEG' || (kind === 'one, JPEG or scaled' && seed % 2)) {
    const quality = pick(random, [60, 75, 80, 80, 90]);
    return {
      name: `${words}, quality ${quality}`,
      kind,
      raster: await coded(raster, quality),
      displays,
      blank: null,
    };
  }
  if (kind === 'scaled' || kind === 'one, JPEG or scaled') {
    const factor = pick(random, [0.5, 2 / 3, 0.75, 0.75, 0.8]);
    const small = await scaled(
      raster,
      Math.round(raster.width * factor),
      pick(random, ['lanczos3', 'linear', 'cubic']),
    );
    const real = small.width / raster.width;
    const boxes = displays.map((d) => {
      const [x, y] = [Math.round(d.x * real), Math.round(d.y * real)];
      return {
        x,
        y,
        width: Math.round((d.x + d.width) * real) - x,
        height: Math.min(small.height, Math.round((d.y + d.height) * real)) - y,
      };
    });
    return {
      name: `${words}, scaled by ${factor.toFixed(2)}`,
      kind,
      raster: small,
      displays: boxes,
      blank: null,
    };
  }
  return { name: words, kind, raster, displays, blank: plan.black };
}
