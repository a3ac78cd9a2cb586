import { Marks } from './marks.ts';
import { z } from './zod.ts';

/** Marks of one picture as a file. Places are in pixels of a picture of the size that is named. */
export const MarkFile = z.object({
  type: z.literal('nachweis-marks'),
  version: z.literal(1),
  picture: z.object({ width: z.int().positive(), height: z.int().positive() }),
  marks: Marks,
});
export type MarkFile = z.infer<typeof MarkFile>;
