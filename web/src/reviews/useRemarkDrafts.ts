import type { Remark } from '@nachweis/contract';
import { useEffect, useState } from 'react';
import { useMe } from '../api/session.ts';
import { amongTabs, knownOf } from '../judging/draftsAmongTabs.ts';
import {
  arrived,
  closed,
  type DraftRemark,
  type Drafts,
  draftOf,
  NO_DRAFTS,
  opened,
  readKept,
  reread,
  sent,
  sentBack,
  start,
} from '../judging/remarkDrafts.ts';
import type { RemarkPlace } from '../judging/remarkPlaces.ts';
import { keepNote, readNote } from '../store/notes.ts';
import { useStateOf } from '../ui/useStateOf.ts';

const keyOf = (personId: string, handInId: string) => `nachweis-remark/${personId}/${handInId}`;

/** The remarks that are being written on a hand-in, and what can be done with them. */
export interface RemarkDrafts {
  open: DraftRemark | null;
  /** those that were left before they were saved */
  left: readonly DraftRemark[];
  /** those that are on their way to the server */
  saving: readonly DraftRemark[];
  /** Closes it and sends it. @param send whether it was taken */
  save: (draft: DraftRemark, send: () => Promise<boolean>) => Promise<void>;
  /**
   * a place was chosen, or the whole hand-in
   * @param mustShowId what a new one is about
   * @param move where the open one goes, in the shape it has
   */
  start: (place: RemarkPlace, mustShowId?: string | null, move?: (draft: RemarkPlace) => RemarkPlace) => void;
  edit: (remark: Remark) => void;
  goOn: (id: string) => void;
  change: (draft: DraftRemark) => void;
  /** leaves the open one; with words it stays as a draft */
  close: () => void;
  discard: (id: string) => void;
}

/** Keeps them in the browser until they are saved or discarded, so that going elsewhere or reloading loses nothing. */
export function useRemarkDrafts(handInId: string, remarks: readonly Remark[]): RemarkDrafts {
  const key = keyOf(useMe().id, handInId);
  const [drafts, setDrafts] = useStateOf<Drafts>(key, () => readKept(readNote(key)));
  const [known] = useStateOf(key, () => knownOf(drafts));
  useEffect(() => {
    for (const { id } of drafts.all) known.had.add(id);
    const kept = amongTabs(drafts, known, readKept(readNote(key)));
    keepNote(key, kept.all.length > 0 ? kept : null);
  }, [key, drafts, known]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: only when they were read again, or something was sent back
  useEffect(() => setDrafts((old) => reread(old, remarks)), [remarks, drafts]);
  const [underWay, setUnderWay] = useState<readonly string[]>([]);
  const open = drafts.all.find((draft) => draft.id === drafts.openId) ?? null;
  const others = drafts.all.filter((draft) => draft !== open);
  return {
    open,
    left: others.filter(({ id }) => !underWay.includes(id)),
    saving: others.filter(({ id }) => underWay.includes(id)),
    async save(draft, send) {
      setUnderWay((old) => [...old, draft.id]);
      setDrafts((old) => sent(old, draft.id));
      const isTaken = await send();
      setUnderWay((old) => old.filter((id) => id !== draft.id));
      setDrafts((old) => (isTaken ? arrived(old, draft) : sentBack(old, draft)));
      // Whoever has gone on to another hand-in has this one's in the browser only.
      if (isTaken) forget(key, draft.id);
    },
    start: (place, mustShowId = null, move = () => place) =>
      setDrafts((old) => start(old, place, { newId: crypto.randomUUID(), mustShowId, move })),
    edit: (remark) => setDrafts((old) => opened(old, draftOf(remark))),
    goOn: (id) => setDrafts((old) => ({ ...closed(old), openId: id })),
    change: (draft) =>
      setDrafts((old) => ({ ...old, all: old.all.map((one) => (one.id === draft.id ? draft : one)) })),
    close: () => setDrafts(closed),
    discard: (id) =>
      setDrafts((old) => {
        const all = old.all.filter((draft) => draft.id !== id);
        return all.length === 0 ? NO_DRAFTS : { all, openId: old.openId === id ? null : old.openId };
      }),
  };
}

function forget(key: string, id: string): void {
  const { all, openId } = readKept(readNote(key));
  const left = all.filter((draft) => draft.id !== id);
  if (left.length < all.length) keepNote(key, left.length > 0 ? { all: left, openId } : null);
}
