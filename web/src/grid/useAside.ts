import { useRef, useState } from 'react';
import { keepNote, readNote } from '../store/notes.ts';
import { withOne } from '../ui/chosenSet.ts';

const keyOf = (assignmentId: string) => `nachweis-aside-${assignmentId}`;

function kept(assignmentId: string): ReadonlySet<string> {
  const note = readNote(keyOf(assignmentId));
  return new Set(Array.isArray(note) ? note.filter((id) => typeof id === 'string') : []);
}

/** Hand-ins that this person has put aside, in this browser. */
export function useAside(assignmentId: string): {
  aside: ReadonlySet<string>;
  /** puts one aside, or takes it back @returns all that are aside then, of another tab too */
  toggle: (handInId: string) => ReadonlySet<string>;
} {
  const [aside, setHere] = useState(() => kept(assignmentId));
  const isKept = useRef(true);
  return {
    aside,
    toggle(handInId) {
      const isBack = aside.has(handInId);
      // Read again: another tab may have put others aside meanwhile.
      const next = withOne(new Set(isKept.current ? kept(assignmentId) : aside), handInId, !isBack);
      setHere(next);
      isKept.current = keepNote(keyOf(assignmentId), [...next]);
      return next;
    },
  };
}
