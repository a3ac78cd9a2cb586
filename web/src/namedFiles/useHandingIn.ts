import type { Assignment } from '@nachweis/contract';
import { useEffect, useRef, useState } from 'react';
import { ApiProblem, sentenceOf } from '../api/apiProblem.ts';
import { handInFor, type Said } from './handInFor.ts';
import type { HandInOrder } from './handInOrders.ts';

export type Outcome = { kind: 'done' } | { kind: 'failed'; sentence: string };

export interface HandingIn {
  isRunning: boolean;
  /** by student */
  outcomes: ReadonlyMap<string, Outcome>;
  begin: (orders: readonly HandInOrder[], said: Said) => Promise<void>;
  stop: () => void;
}

/** What was not the server's to refuse. */
const UNREADABLE = 'One of the files cannot be read any more. Choose them again.';

/**
 * Hands in for one student after the other. It can be stopped between two pictures; whoever is done stays done, and the
 * rest can be begun again. Leaving the page asks first.
 */
export function useHandingIn(assignment: Assignment): HandingIn {
  const [outcomes, setOutcomes] = useState<ReadonlyMap<string, Outcome>>(new Map());
  const running = useRef<AbortController | null>(null);
  const [isRunning, setRunning] = useState(false);
  useEffect(() => {
    if (!isRunning) return;
    const warn = (event: BeforeUnloadEvent) => event.preventDefault();
    addEventListener('beforeunload', warn);
    return () => removeEventListener('beforeunload', warn);
  }, [isRunning]);
  // Another page of the application stops it too: what is not entered by then is not said to be.
  useEffect(() => () => running.current?.abort(), []);
  const note = (studentId: string, outcome: Outcome) =>
    setOutcomes((before) => new Map(before).set(studentId, outcome));
  const begin = async (orders: readonly HandInOrder[], said: Said) => {
    if (running.current) return;
    const mine = new AbortController();
    running.current = mine;
    setRunning(true);
    for (const order of orders) {
      if (mine.signal.aborted) break;
      try {
        await handInFor(assignment, order, said, mine.signal);
        note(order.studentId, { kind: 'done' });
      } catch (error) {
        if (mine.signal.aborted) break;
        const sentence = error instanceof ApiProblem ? sentenceOf(error) : UNREADABLE;
        note(order.studentId, { kind: 'failed', sentence });
        // Without a server, everybody else would fail the same way.
        if (error instanceof ApiProblem && ['offline', 'signed-out'].includes(error.code)) break;
      }
    }
    running.current = null;
    setRunning(false);
  };
  return { isRunning, outcomes, begin, stop: () => running.current?.abort() };
}
