import { Id, Units } from './shared.ts';
import { z } from './zod.ts';

/** Points of many hand-ins, as a table brought them. */
export const FiguresWrite = z.object({
  /** made by the browser, so that sending it again changes nothing */
  id: Id,
  reason: z.string().trim().min(1, 'reason-missing').max(2000),
  figures: z
    .array(
      z.object({
        handInId: Id,
        /** all its points when the table was looked at */
        was: Units,
        units: Units.min(0),
      }),
    )
    .min(1)
    .max(10_000),
});
export type FiguresWrite = z.infer<typeof FiguresWrite>;

export const FiguresWritten = z.object({ changed: z.int().min(0) });
export type FiguresWritten = z.infer<typeof FiguresWritten>;
