import { ARRANGEMENTS, MOST_ON_PLATE, SHEETS } from '@nachweis/core';
import * as z from 'zod';

/** A picture that was put on the plate: which one, and what stands below it. */
const OnPlate = z.object({
  /** of a picture in the sheet its evidence, of another one its capture */
  key: z.string(),
  caption: z.string(),
  credit: z.string(),
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

const empty = (heading: string): PlateDraft => ({
  heading,
  hasParticulars: true,
  arrangement: 'rows',
  sheet: 'free',
  isNumbered: true,
  pictures: [],
});

/** @param heading of one that is begun */
export function readPlateDraft(personId: string, assignmentId: string, heading: string): PlateDraft {
  try {
    const kept = PlateDraft.safeParse(JSON.parse(localStorage.getItem(keyOf(personId, assignmentId)) ?? ''));
    return kept.success ? kept.data : empty(heading);
  } catch {
    return empty(heading);
  }
}

export function keepPlateDraft(personId: string, assignmentId: string, draft: PlateDraft): void {
  try {
    localStorage.setItem(keyOf(personId, assignmentId), JSON.stringify(draft));
  } catch {
    // It holds in this page then.
  }
}
