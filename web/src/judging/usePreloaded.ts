import type { Review } from '@nachweis/contract';
import { useCallback, useEffect, useRef } from 'react';
import { useSWRConfig } from 'swr';
import { noteAhead, readAhead } from '../api/ahead.ts';
import { addressOf, callApi } from '../api/callApi.ts';

/**
 * Fetches the hand-ins beside this one, and their pictures, so that going on costs no waiting: what was fetched is
 * shown in the same moment, and asked for again then. The picture that one looks at comes first: fetched and decoded
 * beside it, the others would hold it up.
 * @param of the hand-in that is on the page @param waits whether there is a picture to wait for
 * @returns to be called when the picture is on the screen, or cannot be
 */
export function usePreloaded(of: string, waits: boolean, next: Next): () => void {
  const preload = usePreload();
  const fetchNext = ({ handInIds, hrefs = [] }: Next) => {
    decodeAhead(hrefs);
    for (const id of new Set(handInIds)) if (id) preload(id);
  };
  const latest = useRef({ next, fetchNext });
  latest.current = { next, fetchNext };
  const onShown = useCallback(() => latest.current.fetchNext(latest.current.next), []);
  // biome-ignore lint/correctness/useExhaustiveDependencies: once for each hand-in
  useEffect(() => {
    if (!waits) onShown();
  }, [of, waits, onShown]);
  return onShown;
}

interface Next {
  handInIds: ReadonlyArray<string | null | undefined>;
  /** pictures that are known already */
  hrefs?: ReadonlyArray<string | null>;
}

/**
 * Fetches one hand-in and its pictures: a pointer that goes down on the way to it is a tenth of a second ahead of its
 * click. Of the picture that will be seen first the address may be known before its hand-in is.
 */
export function usePreload(): (handInId: string, hrefs?: readonly string[]) => void {
  const { cache, mutate } = useSWRConfig();
  return useCallback(
    (handInId, hrefs = []) => {
      decodeAhead(hrefs);
      const args = { params: { handInId } };
      const address = addressOf('review', args);
      const known = cache.get(address)?.data as Review | undefined;
      const underWay = known ?? readAhead<Review>(cache, address);
      void Promise.resolve(underWay ?? noteAhead(cache, address, callApi('review', args)))
        .then((review) => {
          decodeAhead(review.items.map((item) => item.baseHref));
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
function decodeAhead(hrefs: ReadonlyArray<string | null>): void {
  for (const href of hrefs) {
    if (!href) continue;
    const image = held.get(href) ?? new Image();
    // The last that was asked for is let go last.
    held.delete(href);
    held.set(href, image);
    if (!image.src) image.src = href;
    void image.decode().then(
      () => decoded.add(image),
      () => held.delete(href),
    );
    const [oldest] = held.keys();
    if (held.size > MOST_HELD && oldest !== undefined) held.delete(oldest);
  }
}
