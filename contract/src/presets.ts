import { PixelBox } from './framings.ts';
import { PRESET_FILE_KIND, PRESET_FRAMINGS } from './names.ts';
import { Id, Instant } from './shared.ts';
import { z } from './zod.ts';

export const PRESET_SOURCES = ['screen-share', 'practice-desk', 'camera'] as const;

export const COPY_TO = ['nowhere', 'folder', 'clipboard'] as const;
export type CopyTo = (typeof COPY_TO)[number];

/** A way of taking a picture, to be used again. */
export const PresetSettings = z.object({
  source: z.enum(PRESET_SOURCES),
  /** what is asked of the source */
  surface: z.enum(['any', 'display', 'window', 'tab']),
  framing: z.enum(PRESET_FRAMINGS),
  /** place of a region in the picture; null: drawn anew each time */
  box: PixelBox.nullable(),
  /** seconds before it is taken */
  delay: z.int().min(0).max(10),
  pointer: z.boolean(),
  /** width in pixels it is scaled to; null: as it is */
  width: z.int().min(16).max(20_000).nullable(),
  /** where pictures go: on to the next proof point, or all to the same */
  target: z.enum(['next', 'same', 'plate', 'new-plate']),
  /** where a copy of each picture goes as well */
  copyTo: z.enum(COPY_TO).default('nowhere'),
});
export type PresetSettings = z.infer<typeof PresetSettings>;

/** A letter or digit that, with Alt and Shift, uses the preset; none where empty. */
export const PresetKey = z.string().regex(/^[a-z0-9]?$/, 'preset-key');

export const PresetWrite = z.object({
  name: z.string().trim().min(1, 'preset-name').max(60),
  key: PresetKey,
  settings: PresetSettings,
});
export type PresetWrite = z.infer<typeof PresetWrite>;

export const Preset = PresetWrite.extend({ id: Id, changedAt: Instant });
export type Preset = z.infer<typeof Preset>;

/** Presets as they are exported and imported. */
export const PresetFile = z.object({
  kind: z.literal(PRESET_FILE_KIND),
  version: z.literal(1),
  presets: z.array(PresetWrite).min(1).max(100),
});
export type PresetFile = z.infer<typeof PresetFile>;

/** Reads an exported file. @returns the presets, or the first field that is wrong; none for what is no JSON at all */
export function readPresetFile(
  text: string,
): { ok: true; presets: PresetWrite[] } | { ok: false; field: string | null; message: string } {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return { ok: false, field: null, message: 'no-json' };
  }
  const parsed = PresetFile.safeParse(value);
  if (parsed.success) return { ok: true, presets: parsed.data.presets };
  const [issue] = parsed.error.issues;
  return { ok: false, field: issue?.path.join('.') ?? '', message: issue?.message ?? '' };
}
