import { Ink, MarkStyle } from './marks.ts';
import { Id } from './shared.ts';
import { z } from './zod.ts';

/** Ink and style that new marks begin with. Without an ink it is chosen for contrast. */
export const MarkLook = MarkStyle.extend({ ink: Ink.nullable() });
export type MarkLook = z.infer<typeof MarkLook>;

export const MarkSetWrite = z.object({
  name: z.string().trim().min(1, 'mark-set-name').max(60),
  look: MarkLook,
});

/** A look under a name, of one person, on every computer. */
export const MarkSet = MarkSetWrite.extend({ id: Id });
export type MarkSet = z.infer<typeof MarkSet>;

/** The ink that the marks of a course begin with; null: what reads on the picture. */
export const HouseInk = z.object({ ink: Ink.nullable() });
