import type { AssignmentCard } from '@nachweis/contract';
import type { WindowState } from '@nachweis/core';
import type { ReactNode } from 'react';
import { dateAndTime, inWords, zoneName } from './when.ts';

interface DueTimeProps {
  times: { opensAt: string; dueAt: string; lateUntil: string | null };
  timeZone: string;
  window: WindowState;
  now: number;
  /** handed in already: how long it can still be done late is no news */
  settled?: boolean;
}

/** When the assignment of a card is due; once it is handed in, only that. */
export function CardDue({ card, now }: { card: AssignmentCard; now: number }): ReactNode {
  const settled = card.as === 'student' && (card.state === 'handed-in' || card.state === 'returned');
  return <DueTime times={card} timeZone={card.timeZone} window={card.window} now={now} settled={settled} />;
}

/** When an assignment is due, in words and as a date in the course's time zone. */
export function DueTime({ times, timeZone, window, now, settled = false }: DueTimeProps): ReactNode {
  const late = window === 'late' && !settled;
  const at = window === 'not-open' ? times.opensAt : times.dueAt;
  return (
    <span className="text-sm">
      <span className={`block font-semibold ${late ? 'text-ochre' : ''}`}>
        {window === 'not-open'
          ? `opens ${inWords(at, now)}`
          : `${window === 'open' ? 'due' : 'was due'} ${inWords(at, now)}`}
        {late && times.lateUntil && `, taken late until ${dateAndTime(times.lateUntil, timeZone)}`}
        {window === 'closed' && ', closed now'}
      </span>
      <time dateTime={at} className="text-faded" title={timeZone}>
        {dateAndTime(at, timeZone)}, {zoneName(timeZone)}
      </time>
    </span>
  );
}
