import { toast } from '../ui/notices.ts';

/** Pictures that have been on this screen before a person's eyes, or whose damage has: they judge nothing else. */
const seen = new Set<string>();

const keyOf = (personId: string, itemId: string) => `${personId} ${itemId}`;

export const noteSeen = (personId: string, itemId: string): void => void seen.add(keyOf(personId, itemId));

/** A picture that cannot be shown: that the server has none to give is something to be judged, a lost connection is not. */
export async function noteMissing(personId: string, itemId: string, href: string): Promise<void> {
  const answer = await fetch(href, { method: 'HEAD' }).catch(() => null);
  if (answer && answer.status < 502) noteSeen(personId, itemId);
}

/** Says why a verdict is not taken where its picture has not been seen. @returns whether it may be given */
export function mayBeJudged(
  personId: string,
  item: { id: string; baseHref: string | null } | null | undefined,
): boolean {
  if (!item?.baseHref || seen.has(keyOf(personId, item.id))) return true;
  toast.warning('The picture is not on the screen yet. Look at it, then judge it.');
  return false;
}
