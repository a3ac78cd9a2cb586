import type { HandInSummary, ProofSheet } from '@nachweis/contract';
import { formatPoints } from '@nachweis/core';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { dateAndTime } from '../ui/when.ts';
import { COUNTS_WORDS } from '../words/attempts.ts';
import { pointsWords } from '../words/counted.ts';

/** What was handed in already, a line each. */
export function HandInList({ sheet }: { sheet: ProofSheet }): ReactNode {
  const { handIns, assignment } = sheet;
  if (handIns.length === 0) return null;
  return (
    <>
      <HandedIn sheet={sheet} />
      <ul className="mx-4 mb-2 border-y border-rule sm:mx-6" aria-label="Your hand-ins">
        {handIns.map((handIn) => (
          <li key={handIn.id}>
            <Link to={`/hand-ins/${handIn.id}`} className="flex flex-wrap gap-x-4 px-2 py-1.5 hover:bg-card">
              <span className="font-mono">{handIn.number}</span>
              <span>
                handed in {dateAndTime(handIn.handedInAt, assignment.timeZone)}
                {handIn.by && ` by ${handIn.by}`}
                {handIn.late && <span className="text-ochre">, late</span>}
                {handIn.withdrawnAt && <span className="text-faded">, withdrawn</span>}
              </span>
              <span className="font-semibold text-verdigris-deep">
                {handIn.totalUnits === null
                  ? 'see receipt'
                  : `returned: ${formatPoints(handIn.totalUnits)} of ${pointsWords(assignment.mostUnits)}`}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </>
  );
}

/** That it is handed in, and what a further change means. */
function HandedIn({
  sheet: { handIns, assignment, terms, attemptsLeft, window, group },
}: {
  sheet: ProofSheet;
}): ReactNode {
  const counting = handIns.filter((handIn) => handIn.withdrawnAt === null);
  const last = counting.reduce<HandInSummary | null>(
    (newest, one) => (newest && newest.attempt > one.attempt ? newest : one),
    null,
  );
  if (!last) return null;
  const again = attemptsLeft > 0 && (window === 'open' || window === 'late');
  return (
    <p className="mx-4 mb-2 border-l-4 border-verdigris bg-card px-3 py-2 sm:mx-6" data-testid="handed-in">
      <strong>
        Handed in <span className="font-mono">{last.number}</span>
      </strong>
      , {dateAndTime(last.handedInAt, assignment.timeZone)}
      {last.by && ` by ${last.by}, for ${group?.mates.includes(last.by) ? 'all of you' : 'you'}`}.{' '}
      {again &&
        `What you change now changes nothing in it. To hand in the change, hand in again: ${attemptsLeft} of ${terms.attempts} hand-ins ${attemptsLeft === 1 ? 'is' : 'are'} left, and ${COUNTS_WORDS[assignment.counts]}.`}
    </p>
  );
}
