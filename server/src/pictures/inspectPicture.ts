import { createHash } from 'node:crypto';
import { type PictureFacts, pictureFacts, type Raster } from '@nachweis/core';
import type { Sharp } from 'sharp';
import type { BlobStore } from '../blobs/blobStore.ts';
import { DecodeError, decode, decodeRaster, fromRaster } from './decode.ts';

/** Longest side of a thumbnail: twice what a mount shows, for dense displays. */
const THUMBNAIL = 640;

/** Decodes a picture once, for its thumbnail and its facts. @throws DecodeError, BlobMissing */
export async function inspectPicture(blobs: BlobStore, sha256: string): Promise<PictureFacts> {
  const raster = await decodeRaster(await blobs.bytes(sha256));
  await thumbnailOfRaster(blobs, sha256, raster);
  return factsOf(raster);
}

/** The facts of a picture with a hash of its pixels, by which it is known again in another file. */
export function factsOf(raster: Raster): PictureFacts {
  const { width, height, data } = raster;
  const pixels = createHash('sha256').update(`${width} ${height} `).update(data).digest('base64url');
  return { ...pictureFacts(raster), pixels };
}

export const thumbnailOfRaster = (blobs: BlobStore, sha256: string, raster: Raster): Promise<void> =>
  write(blobs, sha256, fromRaster(raster));

/** @throws DecodeError */
export async function makeThumbnail(blobs: BlobStore, sha256: string, bytes: Uint8Array): Promise<void> {
  await write(blobs, sha256, decode(bytes));
}

async function write(blobs: BlobStore, sha256: string, picture: Sharp): Promise<void> {
  const thumbnail = await picture
    .resize(THUMBNAIL, THUMBNAIL, { fit: 'inside', withoutEnlargement: true })
    .webp({ quality: 82 })
    .toBuffer()
    .catch((error: Error) => {
      throw new DecodeError(error.message);
    });
  await blobs.putDerived(sha256, 'thumbnail', thumbnail);
}
