import { useEffect } from 'react';
import { preload } from 'swr';
import { addressOf, callApi } from '../api/callApi.ts';

/** Fetches the hand-ins beside this one, and their pictures, so that going on costs no waiting. */
export function usePreloaded(...handInIds: Array<string | undefined>): void {
  const wanted = handInIds.filter((id) => id !== undefined).join(' ');
  useEffect(() => {
    for (const handInId of wanted.split(' ').filter(Boolean)) {
      const args = { params: { handInId } };
      void Promise.resolve(preload(addressOf('review', args), () => callApi('review', args)))
        .then((review) => decodeAhead(review.items))
        // It is asked for again when one is there.
        .catch(() => undefined);
    }
  }, [wanted]);
}

/** Pictures that are held: a browser lets go of one that nothing has, with its pixels, and would fetch it again. */
const held = new Map<string, HTMLImageElement>();
/** So many: those of the hand-ins before and after, and what one comes from. */
const MOST_HELD = 16;

/** Fetches and decodes pictures that are looked at next, and holds them until others are. */
export function decodeAhead(items: ReadonlyArray<{ baseHref: string | null }>): void {
  for (const { baseHref } of items) {
    if (!baseHref) continue;
    const image = held.get(baseHref) ?? new Image();
    // The last that was asked for is let go last.
    held.delete(baseHref);
    held.set(baseHref, image);
    if (!image.src) image.src = baseHref;
    void image.decode().catch(() => held.delete(baseHref));
    const [oldest] = held.keys();
    if (held.size > MOST_HELD && oldest !== undefined) held.delete(oldest);
  }
}
