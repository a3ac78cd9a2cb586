import type { Mark } from '@nachweis/core';
import { useEffect, useState } from 'react';

/** More are let go of, the oldest first. */
const MOST_KEPT = 60;
const images = new Map<string, HTMLImageElement>();

const isThere = (image: HTMLImageElement | undefined): image is HTMLImageElement =>
  image?.complete === true && image.naturalWidth > 0;
const pixelsIn = (marks: readonly Mark[]): string[] =>
  marks.flatMap((mark) => (mark.kind === 'inset' ? [mark.pixels] : []));

/** The image of a picture in a picture, for any canvas of the page; null until it is read. */
export function insetImage(pixels: string): HTMLImageElement | null {
  const image = images.get(pixels);
  return isThere(image) ? image : null;
}

/** Reads the pictures that lie in a picture; one that cannot be read is not there. */
export async function loadInsets(marks: readonly Mark[]): Promise<void> {
  await Promise.all(
    pixelsIn(marks).map(async (pixels) => {
      const image = images.get(pixels) ?? new Image();
      images.delete(pixels);
      images.set(pixels, image);
      for (const [oldest] of images) {
        if (images.size <= MOST_KEPT) break;
        images.delete(oldest);
      }
      if (!image.src) image.src = pixels;
      await image.decode().catch(() => {});
    }),
  );
}

/** Sees to it that they are read. @returns another number as soon as they are, so that they are drawn */
export function useInsetImages(marks: readonly Mark[]): number {
  const [read, setRead] = useState(0);
  const missing = pixelsIn(marks).filter((pixels) => !isThere(images.get(pixels)));
  const wanted = missing.join(' ');
  useEffect(() => {
    if (wanted === '') return;
    let ended = false;
    const asked = wanted.split(' ').map((pixels) => ({ kind: 'inset', pixels }) as Mark);
    void loadInsets(asked).then(() => !ended && setRead((count) => count + 1));
    return () => {
      ended = true;
    };
  }, [wanted]);
  return read;
}
