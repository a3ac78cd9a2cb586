import type { Mark } from '@nachweis/core';
import { useRef, useState } from 'react';
import { changed, type History, redone, undone } from '../prepare/history.ts';

/** Steps that can be taken back; older ones are forgotten. */
const MOST_STEPS = 100;
const keyOf = (evidenceId: string) => `nachweis-bench-${evidenceId}`;

/** The changes of a picture's marks, which can be taken back and made again, after a reload too. */
export interface MarkHistory {
  /** @param mergeWith joins it to the change before, where that has the same name */
  change: (marks: Mark[], mergeWith?: string) => void;
  undo: () => void;
  redo: () => void;
  canUndo: boolean;
  canRedo: boolean;
}

/**
 * @param marks as they are now; whatever changes them elsewhere starts a history of its own
 * @param onChange keeps them
 */
export function useMarkHistory(
  evidenceId: string,
  marks: Mark[],
  onChange: (marks: Mark[]) => void,
): MarkHistory {
  const [history, setHistory] = useState<History<Mark[]>>(() => kept(evidenceId, marks));
  const latest = useRef(history);
  const go = (next: History<Mark[]>) => {
    const bounded = { ...next, past: next.past.slice(-MOST_STEPS) };
    latest.current = bounded;
    setHistory(bounded);
    try {
      sessionStorage.setItem(keyOf(evidenceId), JSON.stringify(bounded));
    } catch {
      // The marks themselves are kept elsewhere; only the way back ends with the page.
    }
    onChange(next.now);
  };
  const now = () => latest.current;
  return {
    change: (next, mergeWith = '') => go(changed(now(), next, mergeWith)),
    undo: () => now().past.length > 0 && go(undone(now())),
    redo: () => now().future.length > 0 && go(redone(now())),
    canUndo: history.past.length > 0,
    canRedo: history.future.length > 0,
  };
}

/** What an earlier visit left, where it ends with the marks that are there. */
function kept(evidenceId: string, marks: Mark[]): History<Mark[]> {
  const fresh = { past: [], now: marks, future: [], merging: '' };
  try {
    const history = JSON.parse(sessionStorage.getItem(keyOf(evidenceId)) ?? 'null') as History<Mark[]> | null;
    return history && JSON.stringify(history.now) === JSON.stringify(marks)
      ? { ...history, merging: '' }
      : fresh;
  } catch {
    return fresh;
  }
}
