import type { Raster } from '@nachweis/core';

/** Reads a picture in a worker. @param picture its bytes, or an address on this server */
export async function rasterOf(picture: Blob | string): Promise<Raster> {
  const blob = typeof picture === 'string' ? await (await fetch(picture)).blob() : picture;
  const bitmap = await createImageBitmap(blob);
  const { width, height } = bitmap;
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('No canvas to read the picture with.');
  context.drawImage(bitmap, 0, 0);
  bitmap.close();
  return { width, height, data: context.getImageData(0, 0, width, height).data };
}
