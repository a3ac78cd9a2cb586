import { Id } from './shared.ts';
import { z } from './zod.ts';

/** Who judges whom of an assignment, first. */
export const Sharing = z.object({
  /** who can judge */
  staff: z.array(z.object({ id: Id, name: z.string() })),
  /** columns of the class list */
  columns: z.array(z.string()),
  students: z.array(
    z.object({
      id: Id,
      listed: z.string(),
      fields: z.record(z.string(), z.string()),
      /** null: nobody in particular */
      markerId: Id.nullable(),
    }),
  ),
});
export type Sharing = z.infer<typeof Sharing>;

export const SharingWrite = z.object({
  /** made by the browser */
  id: Id,
  shares: z.array(z.object({ studentId: Id, markerId: Id.nullable() })).max(10_000),
});
export type SharingWrite = z.infer<typeof SharingWrite>;
