import { toast } from '../ui/notices.ts';
import { several } from '../words/counted.ts';

/** Pictures that have been on this screen before a person's eyes, or whose damage has: they judge nothing else. */
const seen = new Set<string>();

/** Of the notice that says so: it goes once it is not true any more. */
const UNSEEN = 'unseen';

const keyOf = (personId: string, itemId: string) => `${personId} ${itemId}`;

export const noteSeen = (personId: string, itemId: string): void => void seen.add(keyOf(personId, itemId));

/** A picture that cannot be shown: that the server has none to give is something to be judged, a lost connection is not. */
export async function noteMissing(personId: string, itemId: string, href: string): Promise<void> {
  const answer = await fetch(href, { method: 'HEAD' }).catch(() => null);
  if (answer && answer.status < 502) noteSeen(personId, itemId);
}

/**
 * Says why a verdict is not taken where a picture of its proof point has not been seen.
 * @param items all the pictures of that proof point @returns whether it may be given
 */
export function mayBeJudged(
  personId: string,
  items: ReadonlyArray<{ id: string; baseHref: string | null }>,
): boolean {
  const unseen = items.filter(({ id, baseHref }) => baseHref && !seen.has(keyOf(personId, id)));
  if (unseen.length === 0) {
    toast.dismiss(UNSEEN);
    return true;
  }
  toast.warning(
    items.length === 1
      ? 'The picture is not on the screen yet. Look at it, then judge it.'
      : `${unseen.length} of ${several(items.length, 'picture')} here ${unseen.length === 1 ? 'was' : 'were'} not on the screen yet. Look at all, then judge.`,
    // It speaks of what one has before one, and goes with that.
    { id: UNSEEN, duration: 6_000 },
  );
  return false;
}
