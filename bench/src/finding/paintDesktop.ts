import type { Box } from '@nachweis/core';
import type { SKRSContext2D } from '@napi-rs/canvas';

export type Random = () => number;
export const pick = <T>(random: Random, list: readonly T[]): T =>
  list[Math.floor(random() * list.length)] as T;
export const between = (random: Random, low: number, high: number) =>
  Math.round(low + (high - low) * random());

/** How one desktop looks: its panel, its wallpaper, the frames of its windows. */
export interface Theme {
  panel: { edge: 'top' | 'bottom'; height: number; colour: string; ink: string; middle: boolean };
  wallpaper: 'plain' | 'slope' | 'rings' | 'grain';
  hue: number;
  title: { height: number; colour: string; ink: string; border: string | null };
  paper: string;
  text: string;
}

export function themeOf(random: Random): Theme {
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

export function paintWallpaper(c: SKRSContext2D, { wallpaper, hue }: Theme, box: Box, random: Random): void {
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
export function paintPanel(c: SKRSContext2D, { panel }: Theme, display: Box, tasks: number): void {
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

export const usable = ({ panel }: Theme, display: Box, hasPanel: boolean): Box => {
  const less = hasPanel ? panel.height : 0;
  return { ...display, y: display.y + (panel.edge === 'top' ? less : 0), height: display.height - less };
};

/** Windows anywhere, filling the room, or its halves. */
export function paintWindows(
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
