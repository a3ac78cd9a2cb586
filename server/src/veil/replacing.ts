/** Texts are found by their beginning; shorter ones stand in other words by chance and are left. */
const BEGINNING = 3;
/** An id stands alone, and most of what an answer says is ids. */
const ID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;

/**
 * Replaces many texts by others wherever they stand, the longest that fits first, in one pass over the text: what a class
 * of hundreds is called has thousands of texts.
 */
export function replacing(
  pairs: ReadonlyArray<readonly [text: string, by: string]>,
): (text: string) => string {
  const all = new Map(pairs.filter(([text]) => text.length >= BEGINNING));
  const byBeginning = new Map<number, string[]>();
  for (const text of all.keys()) {
    const key = beginningOf(text, 0);
    byBeginning.set(key, [...(byBeginning.get(key) ?? []), text]);
  }
  for (const candidates of byBeginning.values()) candidates.sort((a, b) => b.length - a.length);
  return (text) => {
    if (ID.test(text)) return all.get(text) ?? text;
    let result = '';
    let from = 0;
    for (let at = 0; at + BEGINNING <= text.length; ) {
      const found = byBeginning.get(beginningOf(text, at))?.find((wanted) => text.startsWith(wanted, at));
      if (found === undefined) {
        at++;
        continue;
      }
      result += text.slice(from, at) + (all.get(found) ?? '');
      at += found.length;
      from = at;
    }
    return from === 0 ? text : result + text.slice(from);
  };
}

/** The first letters as one number; two beginnings may have the same. */
const beginningOf = (text: string, at: number): number =>
  (text.charCodeAt(at) * 31 + text.charCodeAt(at + 1)) * 31 + text.charCodeAt(at + 2);
