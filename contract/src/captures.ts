import type { Box, Framing as CoreFraming, Pin as CorePin } from '@nachweis/core';
import * as z from 'zod';
import { Href, Id, Instant, Sha256 } from './shared.ts';

export const SOURCES = [
  'screen-share',
  'practice-desk',
  'clipboard',
  'file',
  'camera',
  'document',
  'recording',
] as const;
export const Source = z.enum(SOURCES);
export type Source = z.infer<typeof Source>;

/** What the source reported it was showing. */
export const SURFACES = ['all-displays', 'display', 'window', 'tab', 'photo', 'unknown'] as const;
export const Surface = z.enum(SURFACES);
export type Surface = z.infer<typeof Surface>;

export const PictureFormatName = z.enum(['png', 'jpeg', 'gif', 'webp', 'avif']);

/** A capture: a picture exactly as it came in. */
export const Capture = z.object({
  id: Id,
  source: Source,
  surface: Surface,
  originalName: z.string(),
  format: PictureFormatName,
  /** picture pixels, orientation applied */
  width: z.int().positive(),
  height: z.int().positive(),
  bytes: z.int().positive(),
  sha256: Sha256,
  receivedAt: Instant,
  /** the picture as it came in; only its owner can fetch it */
  href: Href,
  /** what had to be said when it was taken in */
  notes: z.array(z.string()),
});
export type Capture = z.infer<typeof Capture>;

/** What comes beside the bytes of a new capture. */
export const CaptureQuery = z.object({
  source: Source,
  surface: Surface.default('unknown'),
  name: z.string().max(1000).default(''),
});

const Coordinate = z.int().min(-1_000_000).max(1_000_000);

/** A box of whole picture pixels. */
export const PixelBox = z.object({
  x: Coordinate,
  y: Coordinate,
  width: z.int().min(1).max(1_000_000),
  height: z.int().min(1).max(1_000_000),
}) satisfies z.ZodType<Box>;

export const Framing = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('whole') }),
  z.object({ kind: z.literal('region'), box: PixelBox }),
]) satisfies z.ZodType<CoreFraming>;

export const Letter = z.string().regex(/^[a-z]$/);
export const Pin = z.object({
  kind: z.literal('pin'),
  letter: Letter,
  x: Coordinate,
  y: Coordinate,
}) satisfies z.ZodType<CorePin>;
export const Marks = z.array(Pin).max(200);
