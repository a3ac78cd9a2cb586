import { homographyBetween, mapPoint, type Point, type Quad, type Raster } from '@nachweis/core';
import { seededRandom } from '@nachweis/desk';
import { createCanvas, type SKRSContext2D } from '@napi-rs/canvas';
import sharp from 'sharp';
import { makeScene } from './scenes.ts';

/** A photograph that was put together here, of one screen or one sheet of paper, seen at an angle. */
export interface Photograph {
  name: string;
  raster: Raster;
  /** corners of the lit area of the screen, or of the sheet */
  corners: Quad;
}

type Random = () => number;
const between = (random: Random, low: number, high: number) => low + (high - low) * random();
const pick = <T>(random: Random, list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;

const [WIDTH, HEIGHT] = [2000, 1500];

/** What stands in front of the camera, flat, before it is seen at an angle: the thing and the part that is meant. */
interface Flat {
  picture: Raster;
  meant: { x: number; y: number; width: number; height: number };
}

const KINDS = ['monitor', 'laptop', 'paper', 'form'] as const;
export type PhotographKind = (typeof KINDS)[number];

/** @param seed the same seed gives the same photograph; kinds take turns */
export async function makePhotograph(seed: number): Promise<Photograph> {
  const random = seededRandom(seed * 7919 + 13);
  const kind = KINDS[seed % KINDS.length] as PhotographKind;
  const flat =
    kind === 'paper' || kind === 'form' ? paper(random, kind === 'form') : screen(random, seed, kind);
  const { width, height } = flat.picture;
  // The thing fills between half and nine tenths of the picture; each corner is pushed for itself.
  const fill = between(random, 0.55, 0.85);
  const scale = Math.min((WIDTH * fill) / width, (HEIGHT * fill) / height);
  const turn = (between(random, -9, 9) * Math.PI) / 180;
  const middle = {
    x: WIDTH / 2 + between(random, -0.04, 0.04) * WIDTH,
    y: HEIGHT / 2 + between(random, -0.04, 0.04) * HEIGHT,
  };
  const cornersOf = (w: number, h: number): Point[] => [
    { x: 0, y: 0 },
    { x: w, y: 0 },
    { x: w, y: h },
    { x: 0, y: h },
  ];
  const push = 0.05 * Math.min(width, height) * scale;
  const seen = cornersOf(width, height).map(({ x, y }): Point => {
    const [dx, dy] = [(x - width / 2) * scale, (y - height / 2) * scale];
    return {
      x: middle.x + dx * Math.cos(turn) - dy * Math.sin(turn) + between(random, -push, push),
      y: middle.y + dx * Math.sin(turn) + dy * Math.cos(turn) + between(random, -push, push),
    };
  });
  const there = homographyBetween(cornersOf(width, height) as unknown as Quad, seen as unknown as Quad);
  const back = homographyBetween(seen as unknown as Quad, cornersOf(width, height) as unknown as Quad);
  const raster = await photographed(random, flat.picture, back);
  const { x, y } = flat.meant;
  const [right, bottom] = [x + flat.meant.width, y + flat.meant.height];
  const corners = [
    { x, y },
    { x: right, y },
    { x: right, y: bottom },
    { x, y: bottom },
  ].map((corner) => mapPoint(there, corner)) as unknown as Quad;
  return { name: `${kind} ${seed}`, raster, corners };
}

/** A wall and a desk, the thing before them, uneven light, grain, a lens that is not quite sharp, and JPEG. */
async function photographed(
  random: Random,
  thing: Raster,
  back: ReturnType<typeof homographyBetween>,
): Promise<Raster> {
  const data = new Uint8ClampedArray(WIDTH * HEIGHT * 4).fill(255);
  const wall = pick(random, [60, 120, 170, 215]);
  const desk = pick(random, [35, 85, 130, 190]);
  const edge = HEIGHT * between(random, 0.6, 1.1);
  const tint = [between(random, 0.9, 1.05), between(random, 0.9, 1.02), between(random, 0.8, 1)];
  const [lightX, lightY] = [between(random, 0, WIDTH), between(random, 0, HEIGHT)];
  const fall = between(random, 0.1, 0.45);
  const grain = between(random, 3, 14);
  const wood = between(random, 0, 14);
  for (let y = 0; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++) {
      const at = (y * WIDTH + x) * 4;
      const p = mapPoint(back, { x: x + 0.5, y: y + 0.5 });
      const inside = p.x >= 0 && p.y >= 0 && p.x < thing.width && p.y < thing.height;
      const from = inside ? (Math.floor(p.y) * thing.width + Math.floor(p.x)) * 4 : 0;
      const isThing = inside && (thing.data[from + 3] as number) > 0;
      const light = 1 - (fall * Math.hypot(x - lightX, y - lightY)) / Math.hypot(WIDTH, HEIGHT);
      const ground = y < edge ? wall : desk + wood * Math.sin(y / 9 + Math.sin(x / 140));
      const noise = (random() - 0.5) * grain;
      for (let channel = 0; channel < 3; channel++) {
        const level = isThing ? (thing.data[from + channel] as number) : ground * (tint[channel] as number);
        data[at + channel] = level * light + noise;
      }
    }
  const blurred = await sharp(data, { raw: { width: WIDTH, height: HEIGHT, channels: 4 } })
    .removeAlpha()
    .blur(between(random, 0.6, 2))
    .jpeg({ quality: Math.round(between(random, 70, 92)) })
    .toBuffer();
  const decoded = await sharp(blurred).ensureAlpha().raw().toBuffer();
  return { width: WIDTH, height: HEIGHT, data: new Uint8ClampedArray(decoded) };
}

/** A display with its bezel and its stand, or a laptop with its keyboard; it shows a desktop of the practice desk's kind. */
function screen(random: Random, seed: number, kind: 'monitor' | 'laptop'): Flat {
  const scene = makeScene('single', seed + 4000);
  const display = scene.displays[0] ?? { x: 0, y: 0, width: scene.raster.width, height: scene.raster.height };
  const bezel = Math.round(display.width * between(random, 0.012, 0.045));
  const chin = Math.round(bezel * between(random, 1, 2.5));
  const below = Math.round(display.height * (kind === 'laptop' ? 0.4 : 0.25));
  const width = display.width + 2 * bezel;
  const height = display.height + bezel + chin + below;
  const context = createCanvas(width, height).getContext('2d');
  const dark = random() < 0.75;
  const level = dark ? between(random, 12, 45) : between(random, 185, 225);
  context.fillStyle = `rgb(${level}, ${level}, ${level})`;
  context.beginPath();
  context.roundRect(0, 0, width, height - below, bezel * between(random, 0, 0.8));
  context.fill();
  if (kind === 'monitor') {
    context.fillRect(width * 0.45, height - below, width * 0.1, below * 0.8);
    context.fillRect(width * 0.35, height - below * 0.2, width * 0.3, below * 0.2);
  } else {
    const deck = between(random, 60, 190);
    context.fillStyle = `rgb(${deck}, ${deck}, ${deck})`;
    context.fillRect(0, height - below, width, below);
    context.fillStyle = `rgb(${deck * 0.4}, ${deck * 0.4}, ${deck * 0.4})`;
    for (let row = 0; row < 5; row++)
      for (let key = 0; key < 14; key++)
        context.fillRect(
          width * (0.08 + key * 0.06),
          height - below + below * (0.1 + row * 0.12),
          width * 0.05,
          below * 0.09,
        );
  }
  const shown = createCanvas(scene.raster.width, scene.raster.height);
  const content = shown.getContext('2d');
  const image = content.createImageData(scene.raster.width, scene.raster.height);
  image.data.set(scene.raster.data);
  content.putImageData(image, 0, 0);
  const { x, y } = display;
  context.drawImage(shown, x, y, display.width, display.height, bezel, bezel, display.width, display.height);
  return {
    picture: rasterOf(context, width, height),
    meant: { x: bezel, y: bezel, width: display.width, height: display.height },
  };
}

/** A sheet with lines of writing, or a form with ruled fields and a dark head. */
function paper(random: Random, ruled: boolean): Flat {
  const [width, height] = random() < 0.5 ? [1000, 1414] : [1414, 1000];
  const context = createCanvas(width, height).getContext('2d');
  const white = between(random, 215, 250);
  context.fillStyle = `rgb(${white}, ${white}, ${white * 0.98})`;
  context.fillRect(0, 0, width, height);
  context.fillStyle = '#334';
  if (ruled) {
    context.fillRect(width * 0.08, height * 0.06, width * 0.84, height * 0.08);
    context.strokeStyle = '#556';
    context.lineWidth = 3;
    for (let row = 0; row < 8; row++)
      context.strokeRect(width * 0.08, height * (0.2 + row * 0.09), width * 0.84, height * 0.07);
  } else
    for (let line = 0; line < 22; line++)
      for (let x = width * 0.1; x < width * between(random, 0.6, 0.9); x += between(random, 20, 70))
        context.fillRect(x, height * (0.08 + line * 0.038), between(random, 8, 50), 7);
  return { picture: rasterOf(context, width, height), meant: { x: 0, y: 0, width, height } };
}

function rasterOf(context: SKRSContext2D, width: number, height: number): Raster {
  const { data } = context.getImageData(0, 0, width, height);
  return { width, height, data: new Uint8ClampedArray(data.buffer) };
}
