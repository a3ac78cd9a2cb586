import { useEffect, useState } from 'react';
import { useMe } from '../api/session.ts';
import { toast } from '../ui/notices.ts';

/** A remark that is being written: on a picture's place, or to the whole hand-in. */
export interface DraftRemark {
  id: string;
  itemId: string | null;
  x: number | null;
  y: number | null;
  text: string;
  /** version of the remark it changes; 0 for a new one */
  on?: number;
}

export type RemarkPlace = Pick<DraftRemark, 'itemId' | 'x' | 'y'>;

const keyOf = (personId: string, handInId: string) => `nachweis-remark/${personId}/${handInId}`;

/**
 * The remark that is being written on a hand-in. It is kept in the browser until it is saved or left, so that going to
 * another student or reloading loses nothing; starting another one takes the words along to the new place.
 */
export function useDraftRemark(handInId: string) {
  const key = keyOf(useMe().id, handInId);
  const [draft, setDraft] = useState<DraftRemark | null>(() => readKept(key));
  useEffect(() => {
    if (draft && draft.text.trim() !== '') localStorage.setItem(key, JSON.stringify(draft));
    else localStorage.removeItem(key);
  }, [key, draft]);

  const start = (place: RemarkPlace) =>
    setDraft((old) =>
      old && old.text.trim() !== '' ? { ...old, ...place } : { id: crypto.randomUUID(), text: '', ...place },
    );
  const edit = (remark: DraftRemark) => {
    if (draft && draft.id !== remark.id && draft.text.trim() !== '') {
      toast.info('Save or leave the remark you are writing first.');
      return;
    }
    setDraft(remark);
  };
  return { draft, setDraft, start, edit };
}

function readKept(key: string): DraftRemark | null {
  try {
    return JSON.parse(localStorage.getItem(key) ?? 'null') as DraftRemark | null;
  } catch {
    return null;
  }
}
