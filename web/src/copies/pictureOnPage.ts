import type { Plate, Size } from '@nachweis/core';
import { layOut, plateAsPng } from '../plate/makePlate.ts';
import { plateAsPdf } from '../plate/plateAsPdf.ts';

/**
 * A picture on a page of A4 as PDF, in its own pixels, with who made it, for what and when in the margin as text.
 * @param png of the picture
 */
export async function pictureAsPdf(png: Blob, margin: string, title: string): Promise<Blob> {
  const image = await createImageBitmap(png);
  const layout = layOut(onePicture(image, margin));
  image.close();
  // The words are drawn; the picture is laid over them as it is.
  const page = await plateAsPng(layout, []);
  const over = layout.boxes.map((box) => ({ png, box }));
  return plateAsPdf(page, layout, title, over);
}

const onePicture = ({ width, height }: Size, particulars: string): Plate => ({
  ...{ heading: '', particulars, arrangement: 'rows', isNumbered: false },
  sheet: width > height ? 'lying' : 'upright',
  pictures: [{ width, height, caption: '', credit: '' }],
});

/** Prints a picture alone, with the same words above it. */
export async function printPicture(png: Blob, margin: string): Promise<void> {
  const page = document.createElement('div');
  page.className = 'printed-picture';
  const words = page.appendChild(document.createElement('p'));
  words.textContent = margin;
  const image = page.appendChild(document.createElement('img'));
  image.alt = '';
  image.src = URL.createObjectURL(png);
  await image.decode();
  document.body.append(page);
  // Not every browser holds the page until its dialog is closed.
  const over = () => {
    page.remove();
    URL.revokeObjectURL(image.src);
  };
  addEventListener('afterprint', over, { once: true });
  print();
}
