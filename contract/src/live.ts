import { Id } from './shared.ts';
import { z } from './zod.ts';

/** What a page of those who judge can hear of: one hand-in, all of an assignment, all of a course. */
export const LIVE_KINDS = ['hand-ins', 'assignments', 'courses'] as const;
export type LiveKind = (typeof LIVE_KINDS)[number];

/** Something of it was changed, by somebody who judges, or by a student, of whom nothing is told. */
export const LiveChange = z.object({ by: Id.nullable() });
export type LiveChange = z.infer<typeof LiveChange>;
/** Of a hand-in: who has it on the screen, the reader included, each once. */
export const LivePresence = z.array(z.object({ id: Id, name: z.string() }));
export type LivePresence = z.infer<typeof LivePresence>;
