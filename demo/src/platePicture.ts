import { drawPlate, layOutPlate, type Plate, type PlateCanvas } from '@nachweis/core';
import { createCanvas } from '@napi-rs/canvas';
import type { DeskPicture } from './deskPictures.ts';

const FONTS = { text: '"Atkinson Hyperlegible Next Variable"', heads: 'monospace', fixed: 'monospace' };

/** Several pictures of the desk on one sheet, with where a place of one of them lies on it. */
export interface DemoPlate {
  png: Buffer;
  /** a place in the picture of that number, as a place on the sheet */
  place(index: number, at: { x: number; y: number }): { x: number; y: number };
}

/** Composes a plate in Node, as the browser does it. @param captions one for each picture */
export function takePlate(
  pictures: readonly DeskPicture[],
  captions: readonly string[],
  heads: Pick<Plate, 'heading' | 'particulars'>,
): DemoPlate {
  const measuring = createCanvas(1, 1).getContext('2d');
  const layout = layOutPlate(
    {
      ...heads,
      arrangement: 'pairs',
      sheet: 'free',
      isNumbered: true,
      pictures: pictures.map(({ area: { width, height } }, index) => ({
        width,
        height,
        caption: captions[index] ?? '',
        credit: '',
      })),
    },
    (words, size) => {
      measuring.font = `600 ${size}px ${FONTS.text}`;
      return measuring.measureText(words).width;
    },
  );
  const canvas = createCanvas(layout.size.width, layout.size.height);
  const images = pictures.map(({ canvas: image }) => image);
  drawPlate(
    canvas.getContext('2d') as unknown as PlateCanvas<(typeof images)[number]>,
    layout,
    images,
    FONTS,
  );
  return {
    png: canvas.toBuffer('image/png'),
    place(index, { x, y }) {
      const [box, picture] = [layout.boxes[index], pictures[index]];
      if (!box || !picture) throw new Error(`The plate has no picture ${index}.`);
      const scale = box.width / picture.area.width;
      return { x: Math.round(box.x + x * scale), y: Math.round(box.y + y * scale) };
    },
  };
}
