import type { Size } from '@nachweis/core';

/** Pixels of a canvas that shows a picture at a size on the page: never more than the picture has. */
export const canvasSize = (picture: Size, shown: Size): Size => ({
  width: Math.max(1, Math.min(picture.width, Math.round(shown.width * devicePixelRatio))),
  height: Math.max(1, Math.min(picture.height, Math.round(shown.height * devicePixelRatio))),
});

/** Draws a picture over the whole of a canvas. */
export function drawPicture(
  canvas: HTMLCanvasElement | null,
  bitmap: ImageBitmap,
  quality: ImageSmoothingQuality,
): void {
  const context = canvas?.getContext('2d');
  // Closed meanwhile: the view is on its way out.
  if (!canvas || !context || bitmap.width === 0) return;
  context.imageSmoothingQuality = quality;
  context.clearRect(0, 0, canvas.width, canvas.height);
  context.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
}
