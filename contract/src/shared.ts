import type { Level as CoreLevel, Told as CoreTold } from '@nachweis/core';
import { MAX_TEXT } from './limits.ts';
import { z } from './zod.ts';

export const Id = z.uuid();
/** UTC instant, ISO 8601 with a Z */
export const Instant = z.iso.datetime();
export const Sha256 = z.string().regex(/^[0-9a-f]{64}$/);
/** a path on this server */
export const Href = z.string().startsWith('/');
/** units of a hundredth of a point */
export const Units = z.int();

export const LongText = z.string().max(MAX_TEXT, 'text-too-long');

export const Level = z.enum(['fine', 'to-check', 'problem']) satisfies z.ZodType<CoreLevel>;

const BoxOfNumbers = z.object({ x: z.number(), y: z.number(), width: z.number(), height: z.number() });

/** What a check or a rule has to say: a code, and what its sentence is made of where it is shown. */
export const Told = z.object({
  code: z.string(),
  level: Level,
  place: z.object({
    point: z.string().optional(),
    file: z.string().optional(),
    box: BoxOfNumbers.optional(),
  }),
  data: z.record(z.string(), z.unknown()),
}) satisfies z.ZodType<CoreTold>;
export type Told = z.infer<typeof Told>;

/** Why something was decided: kept, and read by whom it concerns. */
export const Reason = z.string().trim().min(1, 'reason-missing').max(2000);
