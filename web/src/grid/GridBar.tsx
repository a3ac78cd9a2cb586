import type { Assignment, GridRow } from '@nachweis/contract';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { Button } from '../ui/Button.tsx';
import { type Filter, ORDERS, type Order, progressOf, timeLeft } from './gridRows.ts';

const FILTER_WORDS: Readonly<Record<Filter, string>> = {
  all: 'all',
  mine: 'mine',
  waiting: 'waiting',
  findings: 'with findings',
  late: 'late',
  aside: 'put aside',
  differing: 'markers differ',
  absent: 'nothing handed in',
};
const ORDER_WORDS: Readonly<Record<Order, string>> = {
  name: 'by name',
  time: 'by time',
  findings: 'by findings',
  random: 'in random order',
};
const CHOICE = 'min-h-8 border border-edge bg-card px-1.5';

interface GridBarProps {
  assignment: Assignment;
  all: readonly GridRow[];
  /** when each cell was done in this visit, in milliseconds */
  doneAt: readonly number[];
  /** what can be chosen among */
  filters: readonly Filter[];
  filter: Filter;
  onFilter: (filter: Filter) => void;
  order: Order;
  onOrder: (order: Order) => void;
  words: string;
  onWords: (words: string) => void;
  /** the chosen hand-in was put aside */
  isAside: boolean;
  /** null while nothing is chosen */
  onAside: (() => void) | null;
  onNext: (() => void) | null;
}

/** How far the judging is, what is shown of the class, and in which order. */
export function GridBar(props: GridBarProps): ReactNode {
  const { assignment, all, doneAt, filters, filter, onFilter, order, onOrder, words, onWords } = props;
  const { isAside, onAside, onNext } = props;
  const { done, all: total } = progressOf(all);
  const left = timeLeft(doneAt, total - done);
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule px-4 py-1.5 text-sm">
      <h1 className="text-lg">
        <Link
          to={`/assignments/${assignment.id}/hand-ins`}
          className="written font-normal text-verdigris-deep underline"
        >
          {assignment.title}
        </Link>{' '}
        · grid
      </h1>
      <span role="status">
        {`${done} of ${total} judged${left !== null && total > done ? `, about ${minutes(left)} left` : ''}`}
      </span>
      <span className="ml-auto flex flex-wrap items-center gap-2">
        <select
          aria-label="Which"
          value={filter}
          onChange={({ target }) => onFilter(target.value as Filter)}
          className={CHOICE}
        >
          {filters.map((one) => (
            <option key={one} value={one}>
              {FILTER_WORDS[one]}
            </option>
          ))}
        </select>
        <select
          aria-label="Order"
          value={order}
          onChange={({ target }) => onOrder(target.value as Order)}
          className={CHOICE}
        >
          {ORDERS.map((one) => (
            <option key={one} value={one}>
              {ORDER_WORDS[one]}
            </option>
          ))}
        </select>
        <input
          type="search"
          aria-label="Search for a student"
          placeholder="Student"
          value={words}
          onChange={({ target }) => onWords(target.value)}
          className={`${CHOICE} w-32`}
        />
        <Button small look="quiet" keyName="X" onClick={onAside ?? undefined} disabled={!onAside}>
          {isAside ? 'Take back' : 'Put aside'}
        </Button>
        <Button small keyName="N" onClick={onNext ?? undefined} disabled={!onNext}>
          Next open
        </Button>
      </span>
    </div>
  );
}

const minutes = (seconds: number): string =>
  seconds < 90 ? `${Math.max(seconds, 5)} s` : `${Math.round(seconds / 60)} min`;
