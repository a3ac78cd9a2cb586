import { DraftDocument } from './assignments.ts';
import { Encoding, Preparation } from './preparations.ts';
import { Id } from './shared.ts';
import { z } from './zod.ts';

/** Evidence that makes room, where a proof point is full: nothing else is taken out of it. */
const Replaces = z.array(Id).max(100).default([]);

/** Evidence as it is written. `baseVersion` 0 makes it; any other must be the version that was read. */
export const EvidenceWrite = z.object({
  assignmentId: Id,
  proofPointId: Id,
  captureId: Id,
  ...Preparation.shape,
  baseVersion: z.int().min(0),
  replaces: Replaces,
});
export type EvidenceWrite = z.infer<typeof EvidenceWrite>;

export const EvidenceRestore = z.object({ replaces: Replaces });
export type EvidenceRestore = z.infer<typeof EvidenceRestore>;

/** What a write to the draft answers with: the draft as it stands now, and the evidence that had to make room. */
export const DraftAnswer = z.object({ draft: DraftDocument, takenOut: z.array(Id) });
export type DraftAnswer = z.infer<typeof DraftAnswer>;

export const FormatQuery = z.object({
  /** of JPEG and WebP */
  quality: z.coerce.number().int().min(1).max(100).default(90),
  /** bytes that a file may have: the best JPEG that is not larger is tried too */
  under: z.coerce.number().int().min(500).max(25_000_000).optional(),
});

export const WrittenAs = z.object({
  encoding: Encoding,
  bytes: z.int(),
  /** mean structural similarity with the picture itself; 1: no difference */
  likeness: z.number(),
  /** part of its strokes that is left; null where it has hardly any */
  strokes: z.number().nullable(),
  transparency: z.enum(['none', 'kept', 'rough', 'laid']),
  lossless: z.boolean(),
  /** its smallest text as it comes back, as a data URL; null where there is none */
  sample: z.string().nullable(),
});
export type WrittenAs = z.infer<typeof WrittenAs>;

/** A picture written in every way there is, with what each costs and keeps. */
export const FormatDesk = z.object({
  /** the version of the evidence that was tried */
  version: z.int(),
  width: z.int(),
  height: z.int(),
  photograph: z.boolean(),
  /** height of its smallest letters in pixels; null where there is hardly any text */
  letters: z.number().nullable(),
  rows: z.array(WrittenAs),
});
export type FormatDesk = z.infer<typeof FormatDesk>;
