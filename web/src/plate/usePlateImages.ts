import { useEffect, useRef, useState } from 'react';
import type { PlateSource } from './usePlateSources.ts';

/** A picture's pixels; `missing` where they cannot be had now. */
export type PlateImage = ImageBitmap | 'missing';

/** Fetches what is on the plate, each once; what is taken off is let go with the dialog. */
export function usePlateImages(wanted: readonly PlateSource[]): ReadonlyMap<string, PlateImage> {
  const [images, setImages] = useState<ReadonlyMap<string, PlateImage>>(new Map());
  const asked = useRef(new Set<string>());
  const live = useRef(new Set<ImageBitmap>());
  const isGone = useRef(false);
  useEffect(() => {
    isGone.current = false;
    const all = live.current;
    return () => {
      isGone.current = true;
      for (const one of all) one.close();
      all.clear();
    };
  }, []);
  useEffect(() => {
    for (const { key, load } of wanted) {
      if (asked.current.has(key)) continue;
      asked.current.add(key);
      load().then(
        (bitmap) => {
          if (isGone.current) return bitmap.close();
          live.current.add(bitmap);
          setImages((before) => new Map(before).set(key, bitmap));
        },
        () => setImages((before) => new Map(before).set(key, 'missing')),
      );
    }
  }, [wanted]);
  return images;
}
