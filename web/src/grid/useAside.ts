import { useState } from 'react';

const keyOf = (assignmentId: string) => `nachweis-aside-${assignmentId}`;

/** Hand-ins that this person has put aside, in this browser. */
export function useAside(assignmentId: string): {
  aside: ReadonlySet<string>;
  setAside: (aside: ReadonlySet<string>) => void;
} {
  const [aside, setHere] = useState<ReadonlySet<string>>(() => {
    try {
      const kept: unknown = JSON.parse(localStorage.getItem(keyOf(assignmentId)) ?? '[]');
      return new Set(Array.isArray(kept) ? kept.filter((id) => typeof id === 'string') : []);
    } catch {
      return new Set();
    }
  });
  return {
    aside,
    setAside(next) {
      setHere(next);
      try {
        localStorage.setItem(keyOf(assignmentId), JSON.stringify([...next]));
      } catch {
        // It holds in this page then.
      }
    },
  };
}
