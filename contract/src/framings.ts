import type { Box, Framing as CoreFraming } from '@nachweis/core';
import { z } from './zod.ts';

export const Coordinate = z.int().min(-1_000_000).max(1_000_000);

/** A box of whole picture pixels. */
export const PixelBox = z.object({
  x: Coordinate,
  y: Coordinate,
  width: z.int().min(1).max(1_000_000),
  height: z.int().min(1).max(1_000_000),
}) satisfies z.ZodType<Box>;

/** Width in pixels that the framed part is scaled to, and how. */
const scaled = {
  width: z.int().min(1).max(20_000).optional(),
  scaling: z.enum(['sharp', 'smooth']).optional(),
};
const boxed = <K extends string>(kind: K) => z.object({ kind: z.literal(kind), box: PixelBox, ...scaled });

export const Framing = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('whole'), ...scaled }),
  boxed('region'),
  boxed('display'),
  boxed('window'),
  z.object({
    kind: z.literal('outline'),
    /** corners, in pixels of the capture; between pixels too */
    points: z
      .array(z.object({ x: z.number(), y: z.number() }))
      .min(3)
      .max(500),
    ...scaled,
  }),
]) satisfies z.ZodType<CoreFraming>;
