import type { Preparation } from '@nachweis/contract';
import { useRef, useState } from 'react';
import { changed, type History, redone, undone } from '../prepare/history.ts';

/** Steps that can be taken back; older ones are forgotten. */
const MOST_STEPS = 100;
const keyOf = (evidenceId: string) => `nachweis-bench-${evidenceId}`;

/** What is done on the bench. */
export type Work = Pick<Preparation, 'trims' | 'marks'>;

/** The changes of a picture's steps and marks, which can be taken back and made again, after a reload too. */
export interface WorkHistory {
  /** @param mergeWith joins it to the change before, where that has the same name */
  change: (changes: Partial<Work>, mergeWith?: string) => void;
  undo: () => void;
  redo: () => void;
  canUndo: boolean;
  canRedo: boolean;
}

/**
 * @param work as it is now; whatever changes it elsewhere starts a history of its own
 * @param onChange keeps it
 */
export function useWorkHistory(evidenceId: string, work: Work, onChange: (work: Work) => void): WorkHistory {
  const [history, setHistory] = useState<History<Work>>(() => kept(evidenceId, work));
  const latest = useRef(history);
  const go = (next: History<Work>) => {
    const bounded = keep(evidenceId, next);
    latest.current = bounded;
    setHistory(bounded);
    onChange(next.now);
  };
  const now = () => latest.current;
  return {
    change: (changes, mergeWith = '') => go(changed(now(), { ...now().now, ...changes }, mergeWith)),
    undo: () => now().past.length > 0 && go(undone(now())),
    redo: () => now().future.length > 0 && go(redone(now())),
    canUndo: history.past.length > 0,
    canRedo: history.future.length > 0,
  };
}

/** Notes a change that is made to a picture whose bench is not open, so that it can be taken back there. */
export function noteChange(evidenceId: string, before: Work, after: Work): void {
  keep(evidenceId, changed(kept(evidenceId, before), after, ''));
}

function keep(evidenceId: string, next: History<Work>): History<Work> {
  const bounded = { ...next, past: next.past.slice(-MOST_STEPS) };
  try {
    sessionStorage.setItem(keyOf(evidenceId), packed(bounded));
  } catch {
    // The work itself is kept elsewhere; only the way back ends with the page.
  }
  return bounded;
}

/** What an earlier visit left, where it ends with the work that is there. */
function kept(evidenceId: string, { trims, marks }: Work): History<Work> {
  const now = { trims, marks };
  const fresh = { past: [], now, future: [], merging: '' };
  try {
    const history = unpacked(sessionStorage.getItem(keyOf(evidenceId)) ?? 'null');
    return history && JSON.stringify(history.now) === JSON.stringify(now)
      ? { ...history, merging: '' }
      : fresh;
  } catch {
    return fresh;
  }
}

/** Stands before the place of a picture's pixels in the list of all. */
const PLACE = '\ue000';

/** A history as text, in which the pixels that many of its steps carry stand once. */
function packed(history: History<Work>): string {
  const all: string[] = [];
  const steps = JSON.stringify(history, (key, value) => {
    if (key !== 'pixels') return value;
    const place = all.indexOf(value);
    return `${PLACE}${place >= 0 ? place : all.push(value) - 1}`;
  });
  return JSON.stringify({ all, steps });
}

function unpacked(text: string): History<Work> | null {
  const { all, steps } = (JSON.parse(text) ?? {}) as { all?: string[]; steps?: string };
  if (!steps) return null;
  return JSON.parse(steps, (key, value) =>
    key === 'pixels' && typeof value === 'string' && value.startsWith(PLACE)
      ? (all?.[Number(value.slice(1))] ?? '')
      : value,
  );
}
