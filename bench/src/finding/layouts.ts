import type { Box, Raster } from '@nachweis/core';
import { seededRandom } from '@nachweis/desk';
import { createCanvas, type SKRSContext2D } from '@napi-rs/canvas';
import sharp, { type Sharp } from 'sharp';

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

type Random = () => number;
const pick = <T>(random: Random, list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
const between = (random: Random, low: number, high: number) => Math.round(low + (high - low) * random());

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

/** How one desktop looks: its panel, its wallpaper, the frames of its windows. */
interface Theme {
  panel: { edge: 'top' | 'bottom'; height: number; colour: string; ink: string; middle: boolean };
  wallpaper: 'plain' | 'slope' | 'rings' | 'grain';
  hue: number;
  title: { height: number; colour: string; ink: string; border: string | null };
  paper: string;
  text: string;
}

function themeOf(random: Random): Theme {
  const dark = random() < 0.5;
  const hue = between(random, 0, 359);
  return {
    panel: {
      edge: pick(random, ['bottom', 'bottom', 'top']),
      height: pick(random, [24, 28, 32, 40, 48]),
      colour: dark ? `hsl(${hue} 8% 14%)` : `hsl(${hue} 10% 88%)`,
      ink: dark ? '#e8e8e8' : '#222222',
      middle: random() < 0.35,
    },
    wallpaper: pick(random, ['plain', 'slope', 'rings', 'grain']),
    hue,
    title: {
      height: pick(random, [22, 28, 34]),
      colour: dark ? '#303236' : pick(random, ['#dcdcdc', '#ffffff', `hsl(${hue} 40% 70%)`]),
      ink: dark ? '#dddddd' : '#111111',
      border: pick(random, [null, '#555555', '#9aa0a6']),
    },
    paper: dark && random() < 0.5 ? '#1e1f22' : pick(random, ['#ffffff', '#f6f5f0']),
    text: '#3a3d40',
  };
}

function paintWallpaper(c: SKRSContext2D, { wallpaper, hue }: Theme, box: Box, random: Random): void {
  const { x, y, width, height } = box;
  c.save();
  c.beginPath();
  c.rect(x, y, width, height);
  c.clip();
  c.fillStyle = `hsl(${hue} 30% 35%)`;
  c.fillRect(x, y, width, height);
  if (wallpaper !== 'plain') {
    const slope = c.createLinearGradient(x, y, x, y + height);
    slope.addColorStop(0, `hsl(${hue} 45% 22%)`);
    slope.addColorStop(1, `hsl(${hue + 40} 45% 62%)`);
    c.fillStyle = slope;
    c.fillRect(x, y, width, height);
  }
  if (wallpaper === 'rings')
    for (let i = 24; i > 0; i--) {
      c.fillStyle = `hsl(${hue + i * 7} 50% ${25 + i * 2}%)`;
      c.beginPath();
      c.arc(x + width * 0.62, y + height * 0.4, i * 46, 0, 7);
      c.fill();
    }
  if (wallpaper === 'grain')
    for (let dot = 0; dot < (width * height) / 50; dot++) {
      c.fillStyle = random() < 0.5 ? 'rgba(255,255,255,0.1)' : 'rgba(0,0,0,0.12)';
      c.fillRect(x + Math.floor(random() * width), y + Math.floor(random() * height), 3, 2);
    }
  c.restore();
}

function writing(c: SKRSContext2D, box: Box, colour: string, random: Random): void {
  c.fillStyle = colour;
  c.font = `${pick(random, [11, 13, 15])}px sans-serif`;
  const step = pick(random, [16, 19, 24]);
  for (let y = box.y + step; y < box.y + box.height - 6; y += step) {
    if (random() < 0.15) continue;
    const words = Array.from(
      { length: between(random, 2, 9) },
      () => 'sample run limit value trace'.split(' ')[between(random, 0, 4)],
    );
    c.fillText(words.join(' '), box.x + 8 + between(random, 0, 3) * 14, y, Math.max(20, box.width - 60));
  }
}

function paintWindow(c: SKRSContext2D, theme: Theme, box: Box, random: Random): void {
  const { title } = theme;
  c.save();
  c.beginPath();
  c.rect(box.x, box.y, box.width, box.height);
  c.clip();
  c.fillStyle = theme.paper;
  c.fillRect(box.x, box.y, box.width, box.height);
  c.fillStyle = title.colour;
  c.fillRect(box.x, box.y, box.width, title.height);
  c.fillStyle = title.ink;
  c.font = '13px sans-serif';
  c.fillText(
    pick(random, ['Trace of run 7', 'Notes', 'limits.csv', 'Report']),
    box.x + 10,
    box.y + title.height - 9,
  );
  for (let i = 0; i < 3; i++)
    c.fillRect(box.x + box.width - 22 - i * 26, box.y + title.height / 2 - 5, 10, 10);
  const side = random() < 0.5 ? between(random, 90, 220) : 0;
  if (side > 0) {
    c.fillStyle = 'rgba(120,130,140,0.25)';
    c.fillRect(box.x, box.y + title.height, side, box.height - title.height);
  }
  writing(
    c,
    {
      x: box.x + side,
      y: box.y + title.height + 6,
      width: box.width - side,
      height: box.height - title.height - 10,
    },
    theme.paper === '#1e1f22' ? '#c8ccd0' : theme.text,
    random,
  );
  if (title.border) {
    c.strokeStyle = title.border;
    c.strokeRect(box.x + 0.5, box.y + 0.5, box.width - 1, box.height - 1);
  }
  c.restore();
}

/** @param tasks how many windows the panel lists; other displays list others */
function paintPanel(c: SKRSContext2D, { panel }: Theme, display: Box, tasks: number): void {
  const y = panel.edge === 'top' ? display.y : display.y + display.height - panel.height;
  c.fillStyle = panel.colour;
  c.fillRect(display.x, y, display.width, panel.height);
  c.fillStyle = panel.ink;
  c.font = '13px sans-serif';
  const base = y + panel.height / 2 + 5;
  const start = panel.middle ? display.x + display.width / 2 - 120 : display.x + 8;
  for (let i = 0; i < 4; i++) c.fillRect(start + i * 34, base - 14, 18, 18);
  for (let i = 0; i < tasks; i++)
    c.fillText(['Notes', 'Trace', 'Report'][i % 3] as string, start + 150 + i * 110, base);
  c.fillText('14:07', display.x + display.width - 52, base);
  for (let i = 0; i < 3; i++) c.fillRect(display.x + display.width - 84 - i * 22, base - 9, 10, 10);
}

const usable = ({ panel }: Theme, display: Box, hasPanel: boolean): Box => {
  const less = hasPanel ? panel.height : 0;
  return { ...display, y: display.y + (panel.edge === 'top' ? less : 0), height: display.height - less };
};

/** Windows anywhere, filling the room, or its halves. */
function paintWindows(
  c: SKRSContext2D,
  theme: Theme,
  room: Box,
  way: 'free' | 'full' | 'halves' | 'quarters',
  random: Random,
): void {
  const { x, y, width, height } = room;
  if (way === 'full') paintWindow(c, theme, room, random);
  else if (way === 'halves') {
    paintWindow(c, theme, { x, y, width: width / 2, height }, random);
    paintWindow(c, theme, { x: x + width / 2, y, width: width / 2, height }, random);
  } else if (way === 'quarters') {
    for (const [i, j] of [
      [0, 0],
      [1, 0],
      [0, 1],
      [1, 1],
    ] as const)
      paintWindow(
        c,
        theme,
        {
          x: x + (i * width) / 2,
          y: y + Math.round((j * height) / 2),
          width: width / 2,
          height: Math.round(height / 2),
        },
        random,
      );
  } else
    for (let i = between(random, 1, 3); i > 0; i--) {
      const w = between(random, width * 0.25, width * 0.7);
      const h = between(random, height * 0.3, height * 0.8);
      paintWindow(
        c,
        theme,
        { x: x + between(random, 0, width - w), y: y + between(random, 0, height - h), width: w, height: h },
        random,
      );
    }
}

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
