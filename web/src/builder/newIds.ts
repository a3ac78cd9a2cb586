import { keepNote, readNote } from '../store/notes.ts';

/** Ids of what is not on the server yet, by what they are of. */
type Ids = Record<string, string>;

const keyOf = (draft: string) => `nachweis-ids-${draft}`;

/**
 * Ids for a new assignment and for what comes along with it. They stay over a reload and a crash, until all is there.
 * @param restored what was written at an earlier visit is back
 */
export function newIds(draft: string, restored: boolean) {
  const key = keyOf(draft);
  let ids: Ids = (restored && readNote<Ids>(key)) || {};
  let isKept = Object.keys(ids).length > 0;
  return {
    of(what: string): string {
      // Another tab went on from the same and has ended it: what is here is another assignment from then on.
      if (isKept && readNote(key) === null) ids = {};
      ids[what] ??= crypto.randomUUID();
      // Without room they are in this page only.
      isKept = keepNote(key, ids);
      return ids[what];
    },
    forget: () => void keepNote(key, null),
  };
}
