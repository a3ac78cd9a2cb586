import { Id, Instant } from './shared.ts';
import { z } from './zod.ts';

/** A picture is to come from another device of the same student, into a proof point. */
export const HandoverOrder = z.object({ id: Id, proofPointId: Id });
export type HandoverOrder = z.infer<typeof HandoverOrder>;

/** How the other device gets there; told once, to who asked for it. */
export const HandoverMade = z.object({ token: z.string(), expiresAt: Instant });
export type HandoverMade = z.infer<typeof HandoverMade>;

/** What has become of it. */
export const Handover = z.object({
  state: z.enum(['waiting', 'arrived', 'expired']),
  /** the capture of the picture, once it is there */
  captureId: Id.nullable(),
  /** the evidence it became; null where its proof point was full, or nothing can be added any more */
  evidenceId: Id.nullable(),
});
export type Handover = z.infer<typeof Handover>;

/** What the other device is told. */
export const HandoverView = z.object({
  assignmentTitle: z.string(),
  /** "P1" */
  code: z.string(),
  pointTitle: z.string(),
  isUsed: z.boolean(),
  expiresAt: Instant,
});
export type HandoverView = z.infer<typeof HandoverView>;
