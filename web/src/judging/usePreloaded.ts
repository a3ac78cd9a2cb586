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

/** Fetches and decodes pictures that are looked at next. */
export function decodeAhead(items: ReadonlyArray<{ baseHref: string | null }>): void {
  for (const { baseHref } of items) {
    if (!baseHref) continue;
    const image = new Image();
    image.src = baseHref;
    void image.decode().catch(() => undefined);
  }
}
