import { Id, Instant } from './shared.ts';
import { z } from './zod.ts';

const Words = z.string().trim().min(1, 'reason-missing').max(2000);
export const AskedAgainWrite = z.object({ text: Words });

/** A judgement that was asked for again after it was returned, and what was answered. */
export const AskedAgain = z.object({
  id: Id,
  by: z.string(),
  at: Instant,
  text: z.string(),
  /** null: not yet */
  answer: z.object({ by: z.string(), at: Instant, text: z.string() }).nullable(),
});
export type AskedAgain = z.infer<typeof AskedAgain>;

/** Everything that was asked of a hand-in's judgement, the oldest first. */
export const AskedAgainNow = z.object({ askedAgain: z.array(AskedAgain) });
