import { Href, Id } from './shared.ts';
import { z } from './zod.ts';

/** A file of an assignment: to work with, to look at in the brief, or an example. */
export const WorkFile = z.object({
  id: Id,
  /** by which the brief refers to it, as `files/<name>`; no other file of the assignment has it */
  name: z.string(),
  bytes: z.int().min(0),
  /** it can be shown in the brief */
  isPicture: z.boolean(),
  href: Href,
});
export type WorkFile = z.infer<typeof WorkFile>;

/** In the order of their names. */
export const WorkFiles = z.object({ files: z.array(WorkFile) });
export type WorkFiles = z.infer<typeof WorkFiles>;
