import type { Box } from '../../geometry/box.ts';
import { filled, wholePixels } from '../boxed.ts';
import type { Arranged, MarkKind } from '../mark.ts';

/** What is seen where something is hidden. Mosaic and blur are looks: nothing in them comes from what they hide. */
export const REDACTION_LOOKS = ['solid', 'mosaic', 'blur'] as const;

/** An area that is taken away for good, in everything that leaves its owner. */
export interface Redaction extends Arranged {
  kind: 'redaction';
  look: (typeof REDACTION_LOOKS)[number];
  box: Box;
}

export const redaction: MarkKind<Redaction> = {
  ...filled,
  burns: true,
  // Its pixels are made by `redact`, which sees what lies around it.
  draw() {},
  words: ({ box, look }) => ({
    code: 'redaction',
    data: {
      look,
      ...wholePixels(box),
    },
  }),
};
