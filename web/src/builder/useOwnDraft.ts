import { useEffect, useState } from 'react';
import { useMe } from '../api/session.ts';
import { heldOf, hold } from '../store/holding.ts';
import { keptForm, keptUnder } from './useBuilderDraft.ts';

/** So many new assignments of one course are kept apart. */
const MOST = 8;
/** A page that is loaded again lets go of its own a moment after the new one begins. */
const GOING_MS = 300;

const lockOf = (draft: string) => `nachweis-${draft}`;

/** Another new assignment of the course that is written and not saved. */
interface OtherDraft {
  draft: string;
  /** null where it has none yet */
  title: string | null;
  /** it is open in another tab */
  isOpen: boolean;
}

export interface OwnDraft {
  /** under which what is written in this tab is kept */
  draft: string;
  others: OtherDraft[];
  /** it was gone on with by a press, and not because one came to the page */
  isChosen: boolean;
}

/**
 * Two tabs may each write a new assignment of a course: each keeps its own. One that was left unsaved, and that no tab
 * has open, is gone on with.
 * @returns null until the browser has answered
 */
export function useOwnDraft(courseId: string): [OwnDraft | null, goOnWith: (draft: string) => void] {
  const me = useMe();
  const [own, setOwn] = useState<OwnDraft | null>(null);
  const [wanted, goOnWith] = useState('');
  useEffect(() => {
    let ended = false;
    let letGo = () => {};
    const names = Array.from({ length: MOST }, (_, i) =>
      keptUnder(me.id, i ? `new-${courseId}-${i + 1}` : `new-${courseId}`),
    );
    const left = names.filter(keptForm);
    const rest = names.filter((name) => !left.includes(name));
    const first = left.includes(wanted) ? [wanted] : [];
    void (async () => {
      for (const draft of new Set([...first, ...left, ...rest])) {
        const held = await hold(lockOf(draft), left.includes(draft) ? GOING_MS : 0);
        if (ended) return held?.();
        if (!held) continue;
        letGo = held;
        const open = await heldOf(left.map(lockOf));
        const others = left
          .filter((other) => other !== draft)
          .map((other) => ({
            draft: other,
            title: keptForm(other)?.form.title.trim() || null,
            isOpen: open.includes(lockOf(other)),
          }));
        return ended || setOwn({ draft, others, isChosen: draft === wanted });
      }
      // More tabs than are kept apart: the last ones share one.
      setOwn({ draft: names.at(-1) ?? '', others: [], isChosen: false });
    })();
    return () => {
      ended = true;
      letGo();
    };
  }, [courseId, wanted, me.id]);
  return [own, goOnWith];
}
