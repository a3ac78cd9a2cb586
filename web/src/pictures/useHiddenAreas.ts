import { type Box, kindOf, type Mark } from '@nachweis/core';
import { useEffect, useMemo, useState } from 'react';
import { type HiddenArea, hiddenAreas } from './hiddenAreas.ts';

/**
 * What is seen where something in a capture is hidden. The capture is decoded for it only where there is something.
 * @param given its pixels, where the page has them; closed by whoever gave them
 */
export function useHiddenAreas(
  url: string | null,
  frame: Box,
  marks: readonly Mark[],
  given: ImageBitmap | null = null,
): HiddenArea[] {
  // Of the marks only the areas matter, and of the frame where it lies.
  const areas = JSON.stringify([frame, marks.filter((mark) => kindOf(mark).burns)]);
  const wanted = given === null && url !== null && marks.some((mark) => kindOf(mark).burns);
  const [own, setOwn] = useState<ImageBitmap | null>(null);
  useEffect(() => {
    if (!wanted || url === null) return;
    let ended = false;
    let made: ImageBitmap | null = null;
    const load = async () => {
      const image = new Image();
      image.src = url;
      await image.decode();
      made = await createImageBitmap(image);
      if (ended) made.close();
      else setOwn(made);
    };
    // Until the pixels are there, and where they cannot be had, the areas are plain.
    load().catch(() => {});
    return () => {
      ended = true;
      made?.close();
      setOwn(null);
    };
  }, [url, wanted]);
  const bitmap = given ?? own;
  return useMemo(() => {
    const [within, burned] = JSON.parse(areas) as [Box, Mark[]];
    return bitmap ? hiddenAreas(bitmap, within, burned) : [];
  }, [bitmap, areas]);
}
