import { USUAL_RESOLUTION, withResolution } from '@nachweis/core';

/** What says how large a picture is comes before its pixels. */
const HEAD_BYTES = 256;

/**
 * A PNG with its physical resolution written into it.
 * @param scale pixels of the picture for each reference pixel, of which 96 are an inch
 */
export async function atScale(png: Blob, scale: number): Promise<Blob> {
  const head = new Uint8Array(await png.slice(0, HEAD_BYTES).arrayBuffer());
  const said = withResolution(head, 'png', USUAL_RESOLUTION * scale);
  return new Blob([said as Uint8Array<ArrayBuffer>, png.slice(HEAD_BYTES)], { type: png.type });
}
