import type { PictureFormat } from './formats.ts';
import { gifWithoutParticulars } from './gifWithoutParticulars.ts';
import { jpegWithoutParticulars } from './jpegWithoutParticulars.ts';
import { pngWithoutParticulars } from './pngWithoutParticulars.ts';
import { webpWithoutParticulars } from './webpWithoutParticulars.ts';

/**
 * A picture with the same coded pixels, without what tells of its place, its owner or its device: Exif but for the
 * orientation, XMP, comments, texts, times, embedded previews, profiles of one device, and whatever follows its end.
 *
 * @param bytes of a picture that was admitted
 * @returns null where that cannot be had without coding it anew: more than one picture over time, an orientation that
 *   its format has no other place for, a device's own colours, or AVIF
 */
export function withoutParticulars(bytes: Uint8Array, format: PictureFormat): Uint8Array | null {
  switch (format) {
    case 'png':
      return pngWithoutParticulars(bytes);
    case 'jpeg':
      return jpegWithoutParticulars(bytes);
    case 'gif':
      return gifWithoutParticulars(bytes);
    case 'webp':
      return webpWithoutParticulars(bytes);
    case 'avif':
      return null;
  }
}
