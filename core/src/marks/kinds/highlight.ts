import type { Box } from '../../geometry/box.ts';
import { filled, wholePixels } from '../boxed.ts';
import type { Arranged, MarkKind } from '../mark.ts';

/** Light tints: dark text under them stays dark. */
export const HIGHLIGHT_TINTS = ['#ffe27a', '#b9e6c4', '#f4c3d7'] as const;

/** A tint over an area that lets everything under it be read: it multiplies, as ink of a broad pen does on paper. */
export interface Highlight extends Arranged {
  kind: 'highlight';
  /** "#rrggbb" */
  tint: string;
  box: Box;
}

export const highlight: MarkKind<Highlight> = {
  ...filled,
  burns: false,
  multiplies: true,
  draw(canvas, { box, tint }) {
    canvas.fillStyle = tint;
    canvas.beginPath();
    canvas.rect(box.x, box.y, box.width, box.height);
    canvas.fill();
  },
  words: ({ box }) => ({
    code: 'highlight',
    data: {
      ...wholePixels(box),
    },
  }),
};
