import { formatPoints } from '@nachweis/core';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { useApi } from '../api/useApi.ts';
import { dateAndTime } from '../ui/when.ts';

/** What one handed in in courses that one is not in any more: receipts and what came back stay in reach. */
export function FormerHandIns(): ReactNode {
  const { data = [] } = useApi('listFormerHandIns', {});
  if (data.length === 0) return null;
  return (
    <section aria-labelledby="former-title" className="mt-6">
      <h2 id="former-title" className="text-lg">
        Handed in, in courses you are not in any more
      </h2>
      <ul className="mt-2 border-t border-rule">
        {data.map(({ handIn, title, courseTitle, timeZone, mostUnits }) => (
          <li
            key={handIn.id}
            className="grid gap-x-6 gap-y-1 border-b border-rule px-2 py-2 sm:grid-cols-[1fr_18rem_11rem]"
          >
            <span className="written">
              <Link to={`/hand-ins/${handIn.id}`} className="font-semibold text-verdigris-deep underline">
                {title}
              </Link>{' '}
              <span className="text-sm text-faded">{courseTitle}</span>
            </span>
            <span className="text-sm">
              <span className="font-mono">{handIn.number}</span>, {dateAndTime(handIn.handedInAt, timeZone)}
            </span>
            <span className="sm:text-right">
              {handIn.totalUnits === null ? 'handed in' : 'returned'}
              {handIn.totalUnits !== null && (
                <span className="ml-3 font-mono">
                  {formatPoints(handIn.totalUnits)}/{formatPoints(mostUnits)}
                </span>
              )}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
