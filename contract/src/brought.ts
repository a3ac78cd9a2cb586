import { Id, Instant } from './shared.ts';
import { z } from './zod.ts';

/** Work of a student that came another way, by mail or on a stick, handed in for the student by an instructor. */
export const BringIn = z.object({
  /** of the hand-in; made by who asks, so that asking again after a lost answer enters it once */
  id: Id,
  studentId: Id,
  /** when the work came; it counts, and is not after now */
  cameAt: Instant,
  /** why the student did not hand it in; the student reads it */
  reason: z.string().trim().min(1).max(500),
  /** also where the student has handed in already: it is their next hand-in then */
  again: z.boolean().default(false),
  statement: z.string().max(20_000).default(''),
  /** captures of who asks, in the order of each proof point; they become the student's */
  pictures: z
    .array(z.object({ captureId: Id, proofPointId: Id }))
    .min(1)
    .max(200),
});
export type BringIn = z.infer<typeof BringIn>;

/** Says that it was entered; whose number it has is not told, since the assignment may be judged without names. */
export const BroughtIn = z.object({ id: Id });

/** That a hand-in was made by somebody else than whom it belongs to. */
export const Brought = z.object({ by: z.string(), at: Instant, reason: z.string() });
export type Brought = z.infer<typeof Brought>;
