import { useRef, useState } from 'react';
import { useMe } from '../api/session.ts';
import { keepNote, readNote } from '../store/notes.ts';
import { withOne } from '../ui/chosenSet.ts';

const keyOf = (personId: string, assignmentId: string) => `nachweis-aside/${personId}/${assignmentId}`;
/** As an earlier version kept it, for whoever came first. */
const olderKeyOf = (assignmentId: string) => `nachweis-aside-${assignmentId}`;

function kept(personId: string, assignmentId: string): ReadonlySet<string> {
  const note = readNote(keyOf(personId, assignmentId)) ?? readNote(olderKeyOf(assignmentId));
  return new Set(Array.isArray(note) ? note.filter((id) => typeof id === 'string') : []);
}

/** Hand-ins that this person has put aside, in this browser. */
export function useAside(assignmentId: string): {
  aside: ReadonlySet<string>;
  /** puts one aside, or takes it back @returns all that are aside then, of another tab too */
  toggle: (handInId: string) => ReadonlySet<string>;
} {
  const me = useMe();
  const [aside, setHere] = useState(() => kept(me.id, assignmentId));
  const isKept = useRef(true);
  return {
    aside,
    toggle(handInId) {
      const isBack = aside.has(handInId);
      // Read again: another tab may have put others aside meanwhile.
      const next = withOne(new Set(isKept.current ? kept(me.id, assignmentId) : aside), handInId, !isBack);
      setHere(next);
      isKept.current = keepNote(keyOf(me.id, assignmentId), [...next]);
      return next;
    },
  };
}
