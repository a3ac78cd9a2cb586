import { useEffect, useState } from 'react';

/** What is given to be shown: pixels on their way, or nothing. */
export type GivenBitmap = Promise<ImageBitmap | null> | null;

/**
 * The pixels to show, decoded off the main thread; null until they are there.
 * @param given decoded already or being so; what was handed over to a canvas before (its width is 0 then) is fetched again
 */
export function useBitmap(url: string, given: GivenBitmap): { bitmap: ImageBitmap | null; failed: boolean } {
  const [bitmap, setBitmap] = useState<ImageBitmap | null>(null);
  const [failed, setFailed] = useState(false);
  useEffect(() => {
    let ended = false;
    let own: ImageBitmap | null = null;
    const load = async () => {
      const ready = await given;
      if (ready && ready.width > 0) return ended || setBitmap(ready);
      own = await fetchBitmap(url);
      if (ended) own.close();
      else setBitmap(own);
    };
    load().catch(() => !ended && setFailed(true));
    return () => {
      ended = true;
      own?.close();
    };
  }, [url, given]);
  return { bitmap, failed };
}

async function fetchBitmap(url: string): Promise<ImageBitmap> {
  const image = new Image();
  image.src = url;
  await image.decode();
  return createImageBitmap(image);
}

/** After the picture was painted; what is only needed beside the pointer can wait. */
const AFTER_PAINT_MS = 150;

/** Every pixel of the picture, for the loupe; null until they are there. */
export function useAllPixels(url: string): ImageBitmap | null {
  const [pixels, setPixels] = useState<ImageBitmap | null>(null);
  useEffect(() => {
    let ended = false;
    let own: ImageBitmap | null = null;
    const timer = setTimeout(async () => {
      own = await fetchBitmap(url).catch(() => null);
      if (ended) own?.close();
      else setPixels(own);
    }, AFTER_PAINT_MS);
    return () => {
      ended = true;
      clearTimeout(timer);
      own?.close();
    };
  }, [url]);
  return pixels;
}
