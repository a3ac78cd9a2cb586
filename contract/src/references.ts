import { Href, Id } from './shared.ts';
import { z } from './zod.ts';

/** A capture of whoever writes the assignment becomes a reference picture of a proof point. */
export const ReferenceWrite = z.object({
  proofPointId: Id,
  captureId: Id,
  caption: z.string().trim().max(300),
  /** students see it on their sheet; else only who judges does */
  shown: z.boolean(),
});
export type ReferenceWrite = z.infer<typeof ReferenceWrite>;

/** A picture of how it should look. It does not change: another caption is another reference. */
export const ReferencePicture = z.object({
  id: Id,
  proofPointId: Id,
  caption: z.string(),
  shown: z.boolean(),
  width: z.int().positive(),
  height: z.int().positive(),
  /** without what tells of place, owner or device */
  href: Href,
  thumbHref: Href,
});
export type ReferencePicture = z.infer<typeof ReferencePicture>;

/** By proof point and in the order they were added; for a student those alone that are shown. */
export const References = z.object({ pictures: z.array(ReferencePicture) });
export type References = z.infer<typeof References>;
