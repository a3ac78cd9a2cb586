import {
  drawPlate,
  layOutPlate,
  PLATE_RESOLUTION,
  type Plate,
  type PlateCanvas,
  type PlateLayout,
  USUAL_RESOLUTION,
} from '@nachweis/core';
import { measureText, PAGE_FONTS } from '../pictures/markFonts.ts';
import { atScale } from '../pictures/resolution.ts';

/** Lays a plate out with the shipped letters. */
export const layOut = (plate: Plate): PlateLayout => layOutPlate(plate, measureText);

type Context = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D;

/** Draws a plate on a canvas of its size. @param images in the order of its pictures */
export function drawOn(context: Context, layout: PlateLayout, images: readonly ImageBitmap[]): void {
  context.imageSmoothingQuality = 'high';
  drawPlate(context as unknown as PlateCanvas<ImageBitmap>, layout, images, PAGE_FONTS);
}

/** @returns a PNG */
export async function plateAsPng(layout: PlateLayout, images: readonly ImageBitmap[]): Promise<Blob> {
  await document.fonts.load(`600 20px ${PAGE_FONTS.text}`);
  const context = new OffscreenCanvas(layout.size.width, layout.size.height).getContext('2d');
  if (!context) throw new Error('No canvas to make the plate with.');
  drawOn(context, layout, images);
  const png = await context.canvas.convertToBlob({ type: 'image/png' });
  return atScale(png, PLATE_RESOLUTION / USUAL_RESOLUTION);
}
