import type { Assignment } from '@nachweis/contract';
import { useSyncExternalStore } from 'react';
import { useSWRConfig } from 'swr';
import { ApiProblem, sentenceOf } from '../api/apiProblem.ts';
import { addressOf } from '../api/callApi.ts';
import type { Found } from './foundFiles.ts';
import { handInFor, type Said } from './handInFor.ts';
import type { HandInOrder } from './handInOrders.ts';

export type Outcome = { kind: 'done' } | { kind: 'failed'; sentence: string };

/** One run of handing in for students, by student what came of it. */
export interface Run {
  isRunning: boolean;
  total: number;
  outcomes: ReadonlyMap<string, Outcome>;
}

export interface HandingIn extends Run {
  begin: (orders: readonly HandInOrder[], said: Said) => Promise<void>;
  stop: () => void;
}

/** What was not the server's to refuse. */
const UNREADABLE = 'One of the files cannot be read any more. Choose them again.';
/** Everybody else would fail the same way. */
const ENDS_IT: readonly string[] = ['offline', 'signed-out', 'other-person', 'outdated-page'];

/** The list of a large class is not read again for each of it. */
const LIST_EVERY = 10;

const NONE: Run = { isRunning: false, total: 0, outcomes: new Map() };
/** by assignment; outside the page, so that walking to another one in Nachweis neither stops a run nor hides it */
const runs = new Map<string, Run>();
/** What was handed in; more that comes for somebody who is done is still to be. */
const handedIn = new WeakSet<Found>();
const stops = new Map<string, AbortController>();
const listeners = new Set<() => void>();

const runOf = (assignmentId: string): Run => runs.get(assignmentId) ?? NONE;
const warn = (event: BeforeUnloadEvent) => event.preventDefault();

function change(assignmentId: string, next: Partial<Run>): void {
  runs.set(assignmentId, { ...runOf(assignmentId), ...next });
  // Closing the tab would stop it, so that is asked first.
  if ([...runs.values()].some(({ isRunning }) => isRunning)) addEventListener('beforeunload', warn);
  else removeEventListener('beforeunload', warn);
  for (const listener of listeners) listener();
}

/** Hands in for one student after the other; whoever is done stays done, and the rest can be begun again. */
async function begin(
  assignment: Assignment,
  orders: readonly HandInOrder[],
  said: Said,
  readListAgain: () => void,
): Promise<void> {
  const { id } = assignment;
  if (runOf(id).isRunning) return;
  const mine = new AbortController();
  stops.set(id, mine);
  change(id, { isRunning: true, total: orders.length, outcomes: new Map() });
  const note = (studentId: string, outcome: Outcome) =>
    change(id, { outcomes: new Map(runOf(id).outcomes).set(studentId, outcome) });
  for (const order of orders) {
    if (mine.signal.aborted) break;
    try {
      await handInFor(assignment, order, said, mine.signal);
      for (const { file } of order.pictures) handedIn.add(file);
      note(order.studentId, { kind: 'done' });
      if (runOf(id).outcomes.size % LIST_EVERY === 0) readListAgain();
    } catch (error) {
      if (mine.signal.aborted) break;
      const sentence = error instanceof ApiProblem ? sentenceOf(error) : UNREADABLE;
      note(order.studentId, { kind: 'failed', sentence });
      if (error instanceof ApiProblem && ENDS_IT.includes(error.code)) break;
    }
  }
  change(id, { isRunning: false });
  readListAgain();
}

/** Whether all of an order was handed in from this page. */
export const isDone = ({ pictures }: HandInOrder): boolean =>
  pictures.every(({ file }) => handedIn.has(file));

/** The run of an assignment. It can be stopped between two pictures. */
export function useHandingIn(assignment: Assignment): HandingIn {
  const run = useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => runOf(assignment.id),
  );
  const { mutate } = useSWRConfig();
  // The list of hand-ins may be what is looked at meanwhile.
  const readListAgain = () =>
    void mutate(addressOf('reviewList', { params: { assignmentId: assignment.id } }));
  return {
    ...run,
    begin: (orders, said) => begin(assignment, orders, said, readListAgain),
    stop: () => stops.get(assignment.id)?.abort(),
  };
}
