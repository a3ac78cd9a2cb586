import { useState } from 'react';

/** Ids of what is about to be made. */
export interface Ids {
  /** the same for a second try of the same thing, whose first answer may have been lost on the way */
  of: (what: string) => string;
  /** it is made: what comes next is something else */
  made: () => void;
}

/** Ids for what a part of a page makes, so that what is tried again is not there twice. */
export function useIds(): Ids {
  const [ids] = useState(newIds);
  return ids;
}

export function newIds(): Ids {
  const ids = new Map<string, string>();
  return {
    of(what) {
      const id = ids.get(what) ?? crypto.randomUUID();
      ids.set(what, id);
      return id;
    },
    made: () => ids.clear(),
  };
}
