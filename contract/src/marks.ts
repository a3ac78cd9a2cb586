import {
  type Mark as CoreMark,
  type Pin as CorePin,
  type MarkStyle as CoreStyle,
  MARK_FONTS,
  STYLE_RANGES,
} from '@nachweis/core';
import { Coordinate } from './framings.ts';
import { MAX_INSET_LETTERS, MAX_MARKS, MOST_INSET_LETTERS } from './limits.ts';
import { Id } from './shared.ts';
import { z } from './zod.ts';

export const Letter = z.string().regex(/^[a-z]$/);
export const Pin = z.object({
  kind: z.literal('pin'),
  letter: Letter,
  x: Coordinate,
  y: Coordinate,
  says: z.string().max(300).optional(),
}) satisfies z.ZodType<CorePin>;

const Place = z.number().min(-1_000_000).max(1_000_000);
export const PlaceAt = z.object({ x: Place, y: Place });
const Length = z.number().min(0).max(1_000_000);
const AreaBox = z.object({ x: Place, y: Place, width: Length, height: Length });
export const Ink = z.string().regex(/^#[0-9a-f]{6}$/);
const arranged = { id: Id, group: Id.optional(), locked: z.boolean().optional() };
const within = ([least, most]: readonly [number, number]) => z.number().min(least).max(most).optional();
/** How a mark looks beside its ink. */
export const MarkStyle = z.object({
  weight: within(STYLE_RANGES.weight),
  letters: within(STYLE_RANGES.letters),
  font: z.enum(MARK_FONTS).optional(),
  opacity: within(STYLE_RANGES.opacity),
}) satisfies z.ZodType<CoreStyle>;
const drawn = { ...arranged, ink: Ink, ...MarkStyle.shape };
const segment = <K extends string>(kind: K) =>
  z.object({ kind: z.literal(kind), ...drawn, from: PlaceAt, to: PlaceAt });

/** What is drawn on evidence. Places are in pixels of the capture. */
export const Mark = z.discriminatedUnion('kind', [
  Pin,
  segment('arrow'),
  segment('line'),
  z.object({
    kind: z.literal('ring'),
    ...drawn,
    shape: z.enum(['box', 'ellipse']),
    box: AreaBox,
    turned: z.number().gt(-90).lt(90).optional(),
  }),
  z.object({
    kind: z.literal('number'),
    ...drawn,
    number: z.int().min(1).max(999),
    x: Place,
    y: Place,
    says: z.string().max(300),
  }),
  z.object({ kind: z.literal('legend'), ...drawn, x: Place, y: Place }),
  z.object({ kind: z.literal('text'), ...drawn, x: Place, y: Place, text: z.string().min(1).max(5000) }),
  z.object({
    kind: z.literal('callout'),
    ...drawn,
    x: Place,
    y: Place,
    text: z.string().min(1).max(5000),
    to: PlaceAt,
  }),
  z.object({
    kind: z.literal('stroke'),
    ...drawn,
    points: z
      .array(PlaceAt.extend({ p: z.number().min(0).max(1) }))
      .min(2)
      .max(800),
  }),
  z.object({ kind: z.literal('loop'), ...drawn, points: z.array(PlaceAt).min(3).max(200) }),
  z.object({ kind: z.literal('highlight'), ...arranged, tint: Ink, box: AreaBox }),
  z.object({
    kind: z.literal('measure'),
    ...drawn,
    of: z.enum(['length', 'angle', 'area']),
    points: z.array(PlaceAt).min(2).max(50),
    unit: z.string().trim().min(1).max(12),
    perPixel: z.number().positive().max(1e9),
    guide: z.boolean().optional(),
  }),
  z.object({ kind: z.literal('colour'), ...drawn, x: Place, y: Place, colour: Ink }),
  z.object({
    kind: z.literal('inset'),
    ...arranged,
    opacity: MarkStyle.shape.opacity,
    pixels: z
      .string()
      .max(MAX_INSET_LETTERS)
      .regex(/^data:image\/(png|webp|jpeg);base64,[A-Za-z0-9+/]+={0,2}$/),
    box: AreaBox,
  }),
  z.object({
    kind: z.literal('redaction'),
    ...arranged,
    look: z.enum(['solid', 'mosaic', 'blur']),
    box: AreaBox,
  }),
]) satisfies z.ZodType<CoreMark>;
export const Marks = z
  .array(Mark)
  .max(MAX_MARKS)
  .refine(
    (marks) =>
      marks.reduce((sum, mark) => sum + (mark.kind === 'inset' ? mark.pixels.length : 0), 0) <=
      MOST_INSET_LETTERS,
    'insets-too-large',
  );
