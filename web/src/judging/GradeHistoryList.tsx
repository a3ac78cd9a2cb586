import { formatPoints } from '@nachweis/core';
import type { ReactNode } from 'react';
import { useApi } from '../api/useApi.ts';
import { Failed, Loading } from '../ui/states.tsx';
import { dateAndTime } from '../ui/when.ts';
import { historyWords } from '../words/history.ts';

/** How the points of a hand-in came to be what they are: who, when, from what to what, why. */
export function GradeHistoryList({ handInId, timeZone }: { handInId: string; timeZone: string }): ReactNode {
  const { data, error, mutate } = useApi('gradeHistory', { params: { handInId } });
  if (!data)
    return error ? (
      <Failed inPage error={error} onRetry={() => void mutate()} />
    ) : (
      <Loading what="how the points came about" />
    );
  if (data.entries.length === 0) return <p className="text-faded">Nothing was said yet.</p>;
  return (
    <ol
      aria-label="How the points came about"
      // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls, by keys too
      tabIndex={0}
      className="max-h-72 overflow-auto border-y border-rule text-sm"
    >
      {[...data.entries].reverse().map((entry, index) => (
        <li
          // biome-ignore lint/suspicious/noArrayIndexKey: nothing is ever put before what is there, seen from the end
          key={data.entries.length - index}
          className="flex items-baseline gap-3 border-b border-rule py-1 last:border-b-0"
        >
          <span className="min-w-0 flex-1">
            <span className="block">{historyWords(entry, timeZone)}</span>
            {entry.reason && (
              <span className="written block" dir="auto">
                “{entry.reason}”
              </span>
            )}
            <span className="text-faded">
              {entry.by}, {dateAndTime(entry.at, timeZone)}
            </span>
          </span>
          {entry.before !== entry.after && (
            <span className="font-mono whitespace-nowrap">
              {formatPoints(entry.before)} → <strong>{formatPoints(entry.after)}</strong>
            </span>
          )}
        </li>
      ))}
    </ol>
  );
}
