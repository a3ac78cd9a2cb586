import { rename } from 'node:fs/promises';
import { flatShare } from '@nachweis/core';
import { decode } from './decode.ts';
import type { PictureFacts } from './pictureWork.ts';

/** Longest side of a thumbnail: twice what a mount shows, for dense displays. */
const THUMBNAIL = 640;
/** Statistics are taken on at most this side; a flat picture is flat at any size. */
const SAMPLE = 512;

export async function inspectFile(path: string, thumbnailPath: string): Promise<PictureFacts> {
  const { width, height, hasAlpha } = await decode(path).metadata();
  const temporary = `${thumbnailPath}.${process.pid}-${Math.random().toString(36).slice(2)}`;
  await decode(path)
    .resize(THUMBNAIL, THUMBNAIL, { fit: 'inside', withoutEnlargement: true })
    .webp({ quality: 82 })
    .toFile(temporary);
  await rename(temporary, thumbnailPath);
  const { data, info } = await decode(path)
    .resize(SAMPLE, SAMPLE, { fit: 'inside', withoutEnlargement: true, kernel: 'nearest' })
    .toColourspace('srgb')
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const flat = flatShare({ width: info.width, height: info.height, data: new Uint8ClampedArray(data) });
  return { width, height, hasAlpha, flat };
}
