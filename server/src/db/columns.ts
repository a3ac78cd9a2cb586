import {
  AssignmentDocument,
  Done,
  MarkLook,
  Marks,
  Preparation,
  PresetSettings,
  Terms,
  TermsGrant,
  Told,
} from '@nachweis/contract';
import type { TermsGrant as Grant, PictureFacts } from '@nachweis/core';
import * as z from 'zod';
import { jsonColumn } from './jsonColumn.ts';

/** The documents that lie in columns, each with the version of its shape. */

export const documentColumn = jsonColumn<AssignmentDocument | null>({
  version: 1,
  schema: AssignmentDocument,
  fallback: () => null,
});

export const evidenceColumn = jsonColumn<Preparation>({
  version: 1,
  schema: Preparation,
  fallback: () => ({ framing: { kind: 'whole' }, trims: [], marks: [], encoding: null }),
});

export const marksColumn = jsonColumn({ version: 1, schema: Marks, fallback: () => [] });

/** Columns of a class list, by name. */
export const fieldsColumn = jsonColumn<Record<string, string>>({
  version: 1,
  schema: z.record(z.string(), z.string()),
  fallback: () => ({}),
});

export const notesColumn = jsonColumn<Array<Told | string>>({
  version: 1,
  schema: z.array(z.union([Told, z.string()])),
  fallback: () => [],
});

export const doneColumn = jsonColumn<Done[]>({ version: 1, schema: z.array(Done), fallback: () => [] });

export const tagsColumn = jsonColumn<string[]>({
  version: 1,
  schema: z.array(z.string()),
  fallback: () => [],
});

export const presetColumn = jsonColumn<PresetSettings | null>({
  version: 1,
  schema: PresetSettings,
  fallback: () => null,
});

export const lookColumn = jsonColumn<MarkLook | null>({
  version: 1,
  schema: MarkLook,
  fallback: () => null,
});

export const termsColumn = jsonColumn<Terms | null>({ version: 1, schema: Terms, fallback: () => null });

export const grantColumn = jsonColumn<Grant>({ version: 1, schema: TermsGrant, fallback: () => ({}) });

/** What a machine read in a picture. */
export const wordsColumn = jsonColumn<{ text: string }>({
  version: 1,
  schema: z.object({ text: z.string() }),
  fallback: () => ({ text: '' }),
});

const BoxOfPixels = z.object({ x: z.number(), y: z.number(), width: z.number(), height: z.number() });
/** The facts of one check; null stands for a picture whose pixels cannot be read. */
export const factsColumn = jsonColumn<PictureFacts | null>({
  version: 1,
  schema: z
    .object({
      width: z.number(),
      height: z.number(),
      flat: z.object({
        colour: z.object({ r: z.number(), g: z.number(), b: z.number() }),
        share: z.number(),
      }),
      black: BoxOfPixels.nullable(),
      // Facts of before version 4 lack the first two, of before version 3 the others; until they are renewed nothing is found by them.
      displays: z.number().default(1),
      drawn: z.number().default(Number.MAX_SAFE_INTEGER),
      ink: z.number().default(Number.MAX_SAFE_INTEGER),
      edges: z.number().nullable().default(null),
      fine: z.number().nullable().default(null),
      // Of before version 8 there is none.
      camera: z.boolean().default(false),
      sharpness: z.number(),
      // Of before version 6 there is none.
      pixels: z.string().optional(),
    })
    .nullable(),
  fallback: () => null,
});
