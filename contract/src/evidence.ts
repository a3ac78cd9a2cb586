import * as z from 'zod';
import { DraftDocument } from './assignments.ts';
import { Preparation } from './preparations.ts';
import { Id } from './shared.ts';

/** Evidence as it is written. `baseVersion` 0 makes it; any other must be the version that was read. */
export const EvidenceWrite = z.object({
  assignmentId: Id,
  proofPointId: Id,
  captureId: Id,
  ...Preparation.shape,
  baseVersion: z.int().min(0),
});
export type EvidenceWrite = z.infer<typeof EvidenceWrite>;

/** What a write to the draft answers with: the draft as it stands now, and the evidence that had to make room. */
export const DraftAnswer = z.object({ draft: DraftDocument, takenOut: z.array(Id) });
export type DraftAnswer = z.infer<typeof DraftAnswer>;
