import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import {
  type Area,
  type Desk,
  type DeskCanvas,
  drawDesk,
  type ProgramId,
  type Take,
  takeArea,
} from '@nachweis/desk';
import { type Canvas, createCanvas, GlobalFonts } from '@napi-rs/canvas';

const require = createRequire(import.meta.url);
for (const [name, family] of [
  ['next', 'Atkinson Hyperlegible Next Variable'],
  ['mono', 'Atkinson Hyperlegible Mono Variable'],
]) {
  const folder = dirname(require.resolve(`@fontsource-variable/atkinson-hyperlegible-${name}/package.json`));
  for (const subset of ['latin', 'latin-ext']) {
    GlobalFonts.registerFromPath(
      join(folder, `files/atkinson-hyperlegible-${name}-${subset}-wght-normal.woff2`),
      family as string,
    );
  }
}

export interface DeskPicture {
  png: Buffer;
  canvas: Canvas;
  area: Area;
  /** where a named thing of a program lies in the picture */
  place(program: ProgramId, anchor: string): { x: number; y: number };
}

/** Takes a picture of a practice desk in Node, as the browser does it. */
export function takeDeskPicture(desk: Desk, take: Take): DeskPicture {
  const area = takeArea(desk, take);
  if (!area) throw new Error(`The desk has nothing like ${JSON.stringify(take)}.`);
  const canvas = createCanvas(area.width, area.height);
  const context = canvas.getContext('2d');
  context.translate(-area.x, -area.y);
  const anchors = drawDesk(context as unknown as DeskCanvas, desk, { pointer: false });
  return {
    png: canvas.toBuffer('image/png'),
    canvas,
    area,
    place(program, anchor) {
      const at = anchors[program][anchor];
      if (!at) throw new Error(`${program} has no place called ${anchor}.`);
      return { x: Math.round(at.x - area.x), y: Math.round(at.y - area.y) };
    },
  };
}

/** A picture in which nothing is to be seen, as a failed grab gives it. */
export function blackPicture(width: number, height: number): Buffer {
  const canvas = createCanvas(width, height);
  canvas.getContext('2d').fillRect(0, 0, width, height);
  return canvas.toBuffer('image/png');
}
