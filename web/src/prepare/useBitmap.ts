import { useEffect, useState } from 'react';

/**
 * A picture's pixels, decoded off the main thread; null until they are there.
 * @param given decoded already, and closed by whoever gave it
 */
export function useBitmap(
  url: string,
  given: ImageBitmap | null,
): { bitmap: ImageBitmap | null; failed: boolean } {
  const [usable] = useState(() => (given && given.width > 0 ? given : null));
  const [fetched, setFetched] = useState<ImageBitmap | null>(null);
  const [failed, setFailed] = useState(false);
  useEffect(() => {
    if (usable) return;
    // What was said of another address is not said of this one.
    setFailed(false);
    let ended = false;
    let own: ImageBitmap | null = null;
    const load = async () => {
      const image = new Image();
      image.src = url;
      await image.decode();
      own = await createImageBitmap(image);
      if (ended) own.close();
      else setFetched(own);
    };
    load().catch(() => !ended && setFailed(true));
    return () => {
      ended = true;
      own?.close();
    };
  }, [url, usable]);
  return { bitmap: usable ?? fetched, failed };
}
