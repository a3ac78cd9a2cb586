import { PICTURE_FORMATS, type PictureFormat } from './formats.ts';

/** The formats that pictures are written in. */
export const WRITTEN_FORMATS = ['png', 'jpeg', 'gif', 'webp'] as const satisfies readonly PictureFormat[];
export type WrittenFormat = (typeof WRITTEN_FORMATS)[number];

/** How a picture is written. */
export interface Encoding {
  format: WrittenFormat;
  /** of PNG: at most 256 colours */
  palette?: boolean | undefined;
  /** of JPEG, and of WebP where it is not lossless: 1 to 100 */
  quality?: number | undefined;
}

/** Good enough that no step is seen at actual pixels; common practice, no source. */
export const USUAL_QUALITY = 90;

/** Every format that a proof point takes where it asks for none. */
export const ANY_FORMAT: readonly PictureFormat[] = PICTURE_FORMATS;

/** How a picture is written where nobody chose. @param accepted what its proof point takes, the preferred one first */
export function usualEncoding(accepted: readonly PictureFormat[]): Encoding {
  const format = accepted.includes('png')
    ? 'png'
    : (accepted.find((one): one is WrittenFormat => WRITTEN_FORMATS.some((f) => f === one)) ?? 'png');
  return format === 'jpeg' ? { format, quality: USUAL_QUALITY } : { format };
}
