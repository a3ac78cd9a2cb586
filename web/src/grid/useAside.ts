import { useState } from 'react';
import { keepNote, readNote } from '../store/notes.ts';

const keyOf = (assignmentId: string) => `nachweis-aside-${assignmentId}`;

/** Hand-ins that this person has put aside, in this browser. */
export function useAside(assignmentId: string): {
  aside: ReadonlySet<string>;
  setAside: (aside: ReadonlySet<string>) => void;
} {
  const [aside, setHere] = useState<ReadonlySet<string>>(() => {
    const kept = readNote(keyOf(assignmentId));
    return new Set(Array.isArray(kept) ? kept.filter((id) => typeof id === 'string') : []);
  });
  return {
    aside,
    setAside(next) {
      setHere(next);
      keepNote(keyOf(assignmentId), [...next]);
    },
  };
}
