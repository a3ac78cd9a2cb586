import sharp from 'sharp';
import type { BlobStore } from '../blobs/blobStore.ts';

/** A picture as a document takes it. */
export interface PictureBytes {
  bytes: Buffer;
  type: 'png' | 'jpg';
  width: number;
  height: number;
}

/** Wider ones have more pixels than a page prints at 200 for an inch. */
const MOST_PIXELS = 1600;

/**
 * A handed-in file as a PNG or JPEG of at most 1600 pixels a side, off the event loop. Transparency comes to lie on white.
 * @returns null where its bytes cannot be read
 */
export async function pictureBytes(
  blobs: BlobStore,
  sha256: string | null,
  type: PictureBytes['type'],
): Promise<PictureBytes | null> {
  if (sha256 === null) return null;
  try {
    const picture = sharp(await blobs.bytes(sha256))
      .resize({ width: MOST_PIXELS, height: MOST_PIXELS, fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#ffffff' });
    const written =
      type === 'png' ? picture.png() : picture.jpeg({ quality: 90, chromaSubsampling: '4:4:4' });
    const { data, info } = await written.toBuffer({ resolveWithObject: true });
    return { bytes: data, type, width: info.width, height: info.height };
  } catch {
    return null;
  }
}

/** Said in the place of a picture that cannot be read. */
export const UNREADABLE = 'This picture cannot be read.';
