import type { Assignment, HandInSummary } from '@nachweis/contract';
import { formatPoints } from '@nachweis/core';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { dateAndTime } from '../ui/when.ts';

/** What was handed in already, a line each. */
export function HandInList({
  handIns,
  assignment,
}: {
  handIns: readonly HandInSummary[];
  assignment: Assignment;
}): ReactNode {
  if (handIns.length === 0) return null;
  return (
    <ul className="mx-4 mb-2 border-y border-rule sm:mx-6" aria-label="Your hand-ins">
      {handIns.map((handIn) => (
        <li key={handIn.id}>
          <Link to={`/hand-ins/${handIn.id}`} className="flex flex-wrap gap-x-4 px-2 py-1.5 hover:bg-card">
            <span className="font-mono">{handIn.number}</span>
            <span>
              handed in {dateAndTime(handIn.handedInAt, assignment.timeZone)}
              {handIn.late && <span className="text-ochre">, late</span>}
              {handIn.withdrawnAt && <span className="text-faded">, withdrawn</span>}
            </span>
            <span className="font-semibold text-verdigris-deep">
              {handIn.totalUnits === null
                ? 'see receipt'
                : `returned: ${formatPoints(handIn.totalUnits)} of ${formatPoints(assignment.mostUnits)} points`}
            </span>
          </Link>
        </li>
      ))}
    </ul>
  );
}
