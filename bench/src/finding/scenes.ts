import type { Box, Raster } from '@nachweis/core';
import {
  createDesk,
  type Desk,
  type DeskCanvas,
  type DeskWindow,
  type Display,
  deskArea,
  deskContent,
  drawDesk,
  hintArea,
  menusOf,
  PROGRAM_IDS,
  PROGRAMS,
  press,
  seededRandom,
} from '@nachweis/desk';
import { createCanvas, type SKRSContext2D } from '@napi-rs/canvas';

/** A picture of a desktop that was put together here, so that everything in it is known. */
export interface Scene {
  name: string;
  raster: Raster;
  displays: Box[];
  /** windows from the front to the back, cut to the displays' area */
  windows: Box[];
}

type Random = () => number;
const pick = <T>(random: Random, list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
const between = (random: Random, low: number, high: number) => Math.round(low + (high - low) * random());

const SIZES: ReadonlyArray<readonly [number, number]> = [
  [1024, 768],
  [1280, 720],
  [1280, 800],
  [1280, 1024],
  [1366, 768],
  [1440, 900],
  [1600, 900],
  [1680, 1050],
  [1920, 1080],
  [1920, 1200],
];

type Wallpaper = (context: SKRSContext2D, area: Box) => void;

/** Wallpapers that run over whatever area they are given: a slope, a plain, dunes with grain as in a photograph, stripes. */
function wallpaper(random: Random): Wallpaper {
  const hue = between(random, 0, 360);
  const kind = pick(random, ['slope', 'plain', 'dunes', 'stripes', 'dunes'] as const);
  const grain = seededRandom(between(random, 1, 1e6));
  return (context, { x, y, width, height }) => {
    if (kind === 'plain') {
      context.fillStyle = `hsl(${hue} 25% 40%)`;
      context.fillRect(x, y, width, height);
      return;
    }
    const slope = context.createLinearGradient(x, y, x + width, y + height);
    slope.addColorStop(0, `hsl(${hue} 35% 30%)`);
    slope.addColorStop(1, `hsl(${hue + 50} 40% 60%)`);
    context.fillStyle = slope;
    context.fillRect(x, y, width, height);
    if (kind === 'stripes') {
      context.fillStyle = `hsl(${hue + 180} 30% 45% / 0.5)`;
      for (let i = -height; i < width; i += 90) {
        context.beginPath();
        context.moveTo(x + i, y + height);
        context.lineTo(x + i + height, y);
        context.lineTo(x + i + height + 40, y);
        context.lineTo(x + i + 40, y + height);
        context.fill();
      }
    } else if (kind === 'dunes') {
      for (let layer = 0; layer < 7; layer++) {
        context.fillStyle = `hsl(${hue + layer * 9} 35% ${22 + layer * 6}% / 0.6)`;
        context.beginPath();
        context.moveTo(x, y + height);
        for (let i = 0; i <= width; i += 20)
          context.lineTo(
            x + i,
            y + height * (0.3 + layer * 0.1) + Math.sin(i / (90 + layer * 37) + layer) * 40,
          );
        context.lineTo(x + width, y + height);
        context.fill();
      }
      for (let dot = 0; dot < (width * height) / 60; dot++) {
        context.fillStyle = grain() < 0.5 ? 'rgba(255,255,255,0.08)' : 'rgba(0,0,0,0.1)';
        context.fillRect(x + Math.floor(grain() * width), y + Math.floor(grain() * height), 2, 2);
      }
    }
  };
}

/** Displays beside or above one another, the way operating systems lay them out. */
function layOut(random: Random, count: number, equal: boolean, stacked: boolean): Display[] {
  const first = pick(random, SIZES);
  const sizes = Array.from({ length: count }, (_, i) => (equal || i === 0 ? first : pick(random, SIZES)));
  const across = stacked ? 0 : 1;
  const most = Math.max(...sizes.map((size) => size[across] as number));
  const align = pick(random, [0, 0, 0.5, 1]);
  let at = 0;
  return sizes.map(([width, height], index) => {
    const free = Math.round((most - (stacked ? width : height)) * align);
    const display = {
      name: `Display ${index + 1}`,
      x: stacked ? free : at,
      y: stacked ? at : free,
      width,
      height,
      scale: pick(random, [1, 1, 1.25]),
    };
    at += stacked ? height : width;
    return display;
  });
}

/** Windows anywhere, some filling a display, some with a side exactly at its edge, some reaching over to the next. */
function placeWindows(random: Random, displays: readonly Display[], most: number): DeskWindow[] {
  const programs = [...PROGRAM_IDS].sort(() => random() - 0.5).slice(0, between(random, 2, most));
  return programs.map((program) => {
    const display = pick(random, displays);
    const size = PROGRAMS[program].size;
    const width = Math.min(Math.round(size.width * display.scale), display.width);
    const height = Math.min(Math.round(size.height * display.scale), display.height - 40);
    const way = random();
    if (way < 0.15)
      return { program, x: display.x, y: display.y + 28, width: display.width, height: display.height - 28 };
    const x =
      way < 0.3
        ? display.x + display.width - width
        : way < 0.4
          ? display.x
          : between(random, display.x + 4, display.x + display.width - Math.round(width * 0.6));
    const y = between(random, display.y + 30, display.y + display.height - height);
    return { program, x, y, width, height };
  });
}

function paint(desk: Desk, random: Random, span: boolean): Raster {
  const area = deskArea(desk);
  const canvas = createCanvas(area.width, area.height);
  const context = canvas.getContext('2d');
  const paper = wallpaper(random);
  const strips = pick(random, [desk.displays, desk.displays.slice(0, 1), [], desk.displays]);
  drawDesk(context as unknown as DeskCanvas, desk, {
    pointer: random() < 0.3,
    strips,
    background: (_, display) => paper(context, span ? area : display),
  });
  const { data } = context.getImageData(0, 0, area.width, area.height);
  return { ...area, data: new Uint8ClampedArray(data.buffer) };
}

export interface MenuScene extends Pick<Scene, 'name' | 'raster'> {
  /** open menus and hints, in pixels of the picture */
  menus: Box[];
  hints: Box[];
}

const MENU_PATHS: ReadonlyArray<readonly string[]> = [
  ['Probe'],
  ['Log'],
  ['View'],
  ['Probe', 'Self-test'],
  ['Probe', 'Sampling'],
  ['Probe', 'Sampling', 'On change'],
];
const HINTS = ['Read status of the probe', 'Fit', 'Take the selected rows out of the fit', 'Play from here'];

/** A display with a program in front whose menus are open, and words beside the pointer somewhere else. */
export function makeMenuScene(seed: number): MenuScene {
  const random = seededRandom(seed * 7919 + 3);
  const displays = layOut(random, 1, true, false);
  const [display] = displays as [Display];
  const others = placeWindows(random, displays, 3).filter(({ program }) => program !== 'probe-console');
  const size = PROGRAMS['probe-console'].size;
  const front: DeskWindow = {
    program: 'probe-console',
    x: between(random, 8, Math.max(8, display.width - Math.round(size.width * display.scale) - 200)),
    y: between(random, 34, 160),
    width: Math.round(size.width * display.scale),
    height: Math.min(Math.round(size.height * display.scale), display.height - 200),
  };
  const first = createDesk(deskContent(seed));
  const menu = [...pick(random, MENU_PATHS)];
  const desk: Desk = {
    ...{ ...first, displays, windows: [...others, front] },
    states: { ...first.states, console: { ...first.states.console, menu } },
    hint: pick(random, HINTS),
    pointer: {
      x: between(random, 10, display.width - 320),
      y: between(random, Math.round(display.height * 0.75), display.height - 60),
    },
  };
  const hint = hintArea(desk, display);
  return {
    name: `menus ${seed}: ${display.width}x${display.height}, ${menu.join(' › ')}`,
    raster: paint(desk, random, true),
    menus: menusOf(desk, front),
    hints: hint ? [hint] : [],
  };
}

/** @param kind what is to be tried; the seed decides everything else */
export function makeScene(kind: 'composed' | 'single', seed: number): Scene {
  const random = seededRandom(seed * 7919 + (kind === 'single' ? 1 : 2));
  const count = kind === 'single' ? 1 : seed % 4 === 3 ? 3 : 2;
  const equal = seed % 3 === 0;
  const stacked = kind === 'composed' && seed % 9 === 8;
  const span = seed % 2 === 0;
  const displays = layOut(random, count, equal, stacked);
  const windows = placeWindows(random, displays, 3 + count);
  let desk: Desk = { ...createDesk(deskContent(seed)), displays, windows };
  const console = windows.find((w) => w.program === 'probe-console');
  if (console && seed % 5 === 0) desk = press(desk, { x: console.x + 24, y: console.y + 48 });
  const raster = paint(desk, random, span);
  /** the box around what of a window lies on displays: nothing of it is seen beside them */
  const cut = (window: Box): Box => {
    const parts = displays.flatMap((display) => {
      const left = Math.max(window.x, display.x);
      const top = Math.max(window.y, display.y);
      const right = Math.min(window.x + window.width, display.x + display.width);
      const bottom = Math.min(window.y + window.height, display.y + display.height);
      return right > left && bottom > top ? [{ left, top, right, bottom }] : [];
    });
    const x = Math.min(...parts.map((p) => p.left));
    const y = Math.min(...parts.map((p) => p.top));
    return {
      x,
      y,
      width: Math.max(...parts.map((p) => p.right)) - x,
      height: Math.max(...parts.map((p) => p.bottom)) - y,
    };
  };
  return {
    name: `${kind} ${seed}: ${displays.map((d) => `${d.width}x${d.height}`).join(stacked ? ' / ' : ' + ')}${span ? ', one wallpaper' : ''}`,
    raster,
    displays: displays.map(({ x, y, width, height }) => ({ x, y, width, height })),
    windows: [...desk.windows].reverse().map(cut),
  };
}
