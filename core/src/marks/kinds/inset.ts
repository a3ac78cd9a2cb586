import type { Box, Point } from '../../geometry/box.ts';
import { filled, wholePixels } from '../boxed.ts';
import type { Arranged, MarkKind } from '../mark.ts';
import type { MarkStyle } from '../markStyle.ts';

/** Another picture that lies in this one. It carries its own pixels, so that it is seen wherever the marks are. */
export interface Inset extends Arranged, Pick<MarkStyle, 'opacity'> {
  kind: 'inset';
  /** as an address that holds them: "data:image/webp;base64,…" */
  pixels: string;
  box: Box;
}

/** Most pixels of one, so that a small file that unpacks to a large picture harms nobody. */
export const MAX_INSET_PIXELS = 4_000_000;

/** What is seen until its pixels are there, and where they cannot be read. */
const NOTHING = '#d8d3c4';

export const inset: MarkKind<Inset> = {
  ...filled,
  burns: false,
  styles: ['opacity'],
  /** Its sides keep their ratio: it is never distorted. */
  pull(mark, handle, to) {
    const { x, y, width, height } = mark.box;
    const fixed: Point = {
      x: handle.endsWith('w') ? x + width : x,
      y: handle.startsWith('n') ? y + height : y,
    };
    const factor = Math.max(
      Math.abs(to.x - fixed.x) / width,
      Math.abs(to.y - fixed.y) / height,
      1 / Math.min(width, height),
    );
    const [w, h] = [width * factor, height * factor];
    return {
      ...mark,
      box: {
        x: to.x < fixed.x ? fixed.x - w : fixed.x,
        y: to.y < fixed.y ? fixed.y - h : fixed.y,
        width: w,
        height: h,
      },
    };
  },
  /** Its middle stays on its place and it stays upright, as words do. */
  map(mark, { point, scale }) {
    const { x, y, width, height } = mark.box;
    const middle = point({ x: x + width / 2, y: y + height / 2 });
    const [w, h] = [width * scale, height * scale];
    return { ...mark, box: { x: middle.x - w / 2, y: middle.y - h / 2, width: w, height: h } };
  },
  draw(canvas, { pixels, box: { x, y, width, height } }, { imageOf }) {
    const image = imageOf?.(pixels);
    if (image) return canvas.drawImage(image, x, y, width, height);
    canvas.fillStyle = NOTHING;
    canvas.beginPath();
    canvas.rect(x, y, width, height);
    canvas.fill();
  },
  words: ({ box }) => ({ code: 'inset', data: { ...wholePixels(box) } }),
};
