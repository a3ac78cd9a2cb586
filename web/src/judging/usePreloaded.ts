import type { Review } from '@nachweis/contract';
import { useCallback, useEffect } from 'react';
import { useSWRConfig } from 'swr';
import { addressOf, callApi } from '../api/callApi.ts';

/**
 * Fetches the hand-ins beside this one, and their pictures, so that going on costs no waiting: what was fetched is
 * shown in the same moment, and asked for again then.
 */
export function usePreloaded(...handInIds: Array<string | undefined>): void {
  const preload = usePreload();
  const wanted = handInIds.filter((id) => id !== undefined).join(' ');
  useEffect(() => {
    for (const handInId of wanted.split(' ').filter(Boolean)) preload(handInId);
  }, [wanted, preload]);
}

/** Fetches one hand-in and its pictures: a pointer that goes down on the way to it is a tenth of a second ahead of its click. */
export function usePreload(): (handInId: string) => void {
  const { cache, mutate } = useSWRConfig();
  return useCallback(
    (handInId) => {
      const args = { params: { handInId } };
      const address = addressOf('review', args);
      const known = cache.get(address)?.data as Review | undefined;
      void Promise.resolve(known ?? callApi('review', args))
        .then((review) => {
          decodeAhead(review.items);
          // It may have been opened meanwhile, and hold something newer.
          if (cache.get(address)?.data === undefined) void mutate(address, review, { revalidate: false });
        })
        // It is asked for again when one is there.
        .catch(() => undefined);
    },
    [cache, mutate],
  );
}

/** Pictures that are held: a browser lets go of one that nothing has, with its pixels, and would fetch it again. */
const held = new Map<string, HTMLImageElement>();
/** So many: those of the hand-ins before and after, and what one comes from. */
const MOST_HELD = 16;

const decoded = new WeakSet<HTMLImageElement>();

/** Whether a picture is there with its pixels, so that it can be drawn with the page and need not come after it. */
export function isDecoded(href: string): boolean {
  const image = held.get(href);
  return image !== undefined && decoded.has(image);
}

/** Fetches and decodes pictures that are looked at next, and holds them until others are. */
export function decodeAhead(items: ReadonlyArray<{ baseHref: string | null }>): void {
  for (const { baseHref } of items) {
    if (!baseHref) continue;
    const image = held.get(baseHref) ?? new Image();
    // The last that was asked for is let go last.
    held.delete(baseHref);
    held.set(baseHref, image);
    if (!image.src) image.src = baseHref;
    void image.decode().then(
      () => decoded.add(image),
      () => held.delete(baseHref),
    );
    const [oldest] = held.keys();
    if (held.size > MOST_HELD && oldest !== undefined) held.delete(oldest);
  }
}
