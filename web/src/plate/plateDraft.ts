import { Framing, Marks, Trims } from '@nachweis/contract';
import { ARRANGEMENTS, MOST_ON_PLATE, SHEETS } from '@nachweis/core';
import * as z from 'zod';
import { keepNote, readNote } from '../store/notes.ts';

/** A picture that was put on the plate: which one, and what stands below it. */
const OnPlate = z.object({
  /** of a picture in the sheet its evidence, of another one its capture */
  key: z.string(),
  caption: z.string(),
  credit: z.string(),
  /** where a hand has put it */
  place: z.object({ x: z.number(), y: z.number(), width: z.number() }).optional(),
  /** of a picture in the sheet: what was made of it, for when it is there no more; what was hidden stays hidden */
  was: z
    .object({
      captureId: z.string(),
      width: z.number(),
      height: z.number(),
      framing: Framing,
      trims: Trims,
      marks: Marks,
    })
    .optional(),
});
export type OnPlate = z.infer<typeof OnPlate>;

const PlateDraft = z.object({
  heading: z.string(),
  hasParticulars: z.boolean(),
  arrangement: z.enum(ARRANGEMENTS),
  sheet: z.enum(SHEETS),
  isNumbered: z.boolean(),
  pictures: z.array(OnPlate).max(MOST_ON_PLATE),
});
/** What was last chosen for a plate of an assignment, so that it can be changed and made anew. */
export type PlateDraft = z.infer<typeof PlateDraft>;

const keyOf = (personId: string, assignmentId: string) => `nachweis-plate-${personId}-${assignmentId}`;

/** One on which nothing is yet. */
export const newPlateDraft = (heading: string): PlateDraft => ({
  heading,
  hasParticulars: true,
  arrangement: 'rows',
  sheet: 'free',
  isNumbered: true,
  pictures: [],
});

/** @param heading of one that is begun */
export function readPlateDraft(personId: string, assignmentId: string, heading: string): PlateDraft {
  const kept = PlateDraft.safeParse(readNote(keyOf(personId, assignmentId)));
  return kept.success ? kept.data : newPlateDraft(heading);
}

/** Calls back when another tab has changed the plate. @returns ends that */
export function onPlateElsewhere(personId: string, assignmentId: string, changed: () => void): () => void {
  const key = keyOf(personId, assignmentId);
  const onStorage = (event: StorageEvent) => event.key === key && changed();
  addEventListener('storage', onStorage);
  return () => removeEventListener('storage', onStorage);
}

/** @returns whether it is kept; in this page it holds in any case */
export const keepPlateDraft = (personId: string, assignmentId: string, draft: PlateDraft): boolean =>
  keepNote(keyOf(personId, assignmentId), draft);
