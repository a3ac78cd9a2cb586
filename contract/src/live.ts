import * as z from 'zod';
import { Id } from './shared.ts';

/** Where a page hears of a hand-in while it is judged: server-sent events. */
export const liveHref = (handInId: string): string => `/live/hand-ins/${handInId}`;

/** Something about the hand-in or its assignment was changed. */
export const LiveChange = z.object({ by: Id });
/** Who has it on the screen, the reader included, each once. */
export const LivePresence = z.array(z.object({ id: Id, name: z.string() }));
export type LivePresence = z.infer<typeof LivePresence>;
