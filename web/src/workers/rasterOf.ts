import type { Raster } from '@nachweis/core';

/** Reads a picture in a worker. @param picture its bytes, an address on this server, or its pixels, which are let go of */
export async function rasterOf(picture: Blob | string | ImageBitmap): Promise<Raster> {
  const blob = typeof picture === 'string' ? await (await fetch(picture)).blob() : picture;
  const bitmap = blob instanceof ImageBitmap ? blob : await createImageBitmap(blob);
  const { width, height } = bitmap;
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('No canvas to read the picture with.');
  context.drawImage(bitmap, 0, 0);
  bitmap.close();
  return { width, height, data: context.getImageData(0, 0, width, height).data };
}
