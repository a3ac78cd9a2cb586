import { Id } from './shared.ts';
import { z } from './zod.ts';

/** What a page of those who judge can hear of: one hand-in, all of an assignment, all of a course. */
export const LIVE_KINDS = ['hand-ins', 'assignments', 'courses'] as const;
export type LiveKind = (typeof LIVE_KINDS)[number];

/** Something of it was changed, by the page that called itself so; null where a student did it, or nobody. */
export const LiveChange = z.object({ page: z.string().max(40).nullable() });
export type LiveChange = z.infer<typeof LiveChange>;
/** Of a hand-in: who has it on the screen, the reader included, each once. */
export const LivePresence = z.array(z.object({ id: Id, name: z.string() }));
export type LivePresence = z.infer<typeof LivePresence>;
