import type {
  Encoding as CoreEncoding,
  Preparation as CorePreparation,
  Trim as CoreTrim,
} from '@nachweis/core';
import { Framing } from './framings.ts';
import { MAX_TRIMS } from './limits.ts';
import { Ink, Marks, PlaceAt } from './marks.ts';
import { z } from './zod.ts';

const Column = z.int().min(0).max(1_000_000);

/** One step that is done to a framed picture, in pixels of the picture as the step before left it. */
export const Trim = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('band'), of: z.enum(['columns', 'rows']), from: Column, to: Column }),
  z.object({ kind: z.literal('turn'), quarters: z.union([z.literal(1), z.literal(2), z.literal(3)]) }),
  z.object({ kind: z.literal('mirror'), sides: z.enum(['left-right', 'top-bottom']) }),
  z.object({ kind: z.literal('tilt'), degrees: z.number().min(-45).max(45) }),
  z.object({
    kind: z.literal('clear'),
    colour: Ink,
    tolerance: z.int().min(0).max(255),
    from: PlaceAt.nullable(),
  }),
  z.object({
    kind: z.literal('cut-here'),
    sides: z.array(z.enum(['top', 'right', 'bottom', 'left'])).max(4),
  }),
  z.object({ kind: z.literal('set-off'), by: z.enum(['rule', 'tone']) }),
  z.object({ kind: z.literal('ground'), colour: Ink }),
  z.object({ kind: z.literal('tone'), as: z.enum(['greys', 'inverted']) }),
]) satisfies z.ZodType<CoreTrim>;

export const Trims = z.array(Trim).max(MAX_TRIMS);

/** How a picture is written. */
export const Encoding = z.object({
  format: z.enum(['png', 'jpeg', 'gif', 'webp']),
  palette: z.boolean().optional(),
  quality: z.int().min(1).max(100).optional(),
}) satisfies z.ZodType<CoreEncoding>;
export type Encoding = z.infer<typeof Encoding>;

/** What is made of a capture. Pages and rows from before there were steps and formats lack the last two. */
export const Preparation = z.object({
  framing: Framing,
  trims: Trims.default([]),
  marks: Marks,
  encoding: Encoding.nullable().default(null),
}) satisfies z.ZodType<CorePreparation, unknown>;
export type Preparation = z.infer<typeof Preparation>;
