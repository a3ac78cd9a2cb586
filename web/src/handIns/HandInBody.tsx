import { type HandInView, PRACTICE_ASSIGNMENT, type Since } from '@nachweis/contract';
import type { Placed } from '@nachweis/core';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { StatementText, shownPlaces } from '../pictures/StatementText.tsx';
import { dateAndTime } from '../ui/when.ts';
import { sinceLines } from '../words/since.ts';
import { AskAgain } from './AskAgain.tsx';
import { FeedbackCard } from './FeedbackCard.tsx';
import { ReceiptCard } from './ReceiptCard.tsx';
import { ReturnedPoint } from './ReturnedPoint.tsx';
import type { Answering } from './ReturnedRemark.tsx';

interface HandInBodyProps {
  view: HandInView;
  /** null where it is only looked at */
  answering: Answering | null;
  /** what was asked is read again; without it nothing can be asked, where it is only looked at */
  onAsked?: () => void;
  /** what can be done while it is not returned */
  children?: ReactNode;
}

/** What was handed in, the feedback once there is any, and the receipt. */
export function HandInBody({ view, answering, onAsked, children }: HandInBodyProps): ReactNode {
  const { assignment, feedback } = view;
  return (
    <div className="grid grid-cols-1 gap-6 lg:grid-cols-[minmax(0,1fr)_24rem]">
      <section aria-label="What was handed in" className="flex flex-col gap-6">
        {assignment.proofPoints.map((point) => (
          <ReturnedPoint key={point.id} point={point} view={view} answering={answering} />
        ))}
      </section>
      <aside className="flex flex-col gap-5">
        {feedback ? (
          <FeedbackCard view={view} answering={answering} />
        ) : (
          <div className="border-l-4 border-verdigris bg-card px-3 py-2">
            {view.withdrawnAt ? (
              <p>
                You withdrew this {dateAndTime(view.withdrawnAt, assignment.timeZone)}. It does not count;
                what you handed in before stands in its place.
              </p>
            ) : (
              <p>{whatComes(view)}</p>
            )}
            {children}
          </div>
        )}
        {feedback && onAsked && <AskAgain view={view} onAsked={onAsked} />}
        {view.brought && (
          <p className="written">
            Handed in for you by {view.brought.by}, {dateAndTime(view.brought.at, assignment.timeZone)}:{' '}
            <span dir="auto">{view.brought.reason}</span>
          </p>
        )}
        {view.items.some(({ whole }) => whole) && (
          <p className="text-sm">Whoever judges this sees the whole captures too, with the frame in them.</p>
        )}
        <ReceiptCard receipt={view.receipt} />
        {view.since && <SinceBefore since={view.since} assignment={assignment} />}
        {view.statement && (
          <section>
            <h2 className="text-base">Your own statement</h2>
            <StatementText
              text={view.statement}
              places={shownPlaces(assignment.proofPoints, view.items)}
              onGo={(placed) => goToPicture(view, placed)}
            />
          </section>
        )}
      </aside>
    </div>
  );
}

/** How it differs from the attempt before. */
function SinceBefore({ since, assignment }: Pick<HandInView, 'assignment'> & { since: Since }): ReactNode {
  return (
    <section>
      <h2 className="text-base">
        Since attempt {since.attempt},{' '}
        <Link to={`/hand-ins/${since.handInId}`} className="font-mono text-verdigris-deep underline">
          {since.number}
        </Link>
      </h2>
      <ul className="text-sm">
        {sinceLines(since, assignment).map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </section>
  );
}

/** Puts the focus on a picture's article, which brings it into view. */
function goToPicture({ assignment, items }: HandInView, { point, picture }: Placed): void {
  const id = assignment.proofPoints.find((one) => one.code === point)?.id;
  const item = items.filter((one) => one.proofPointId === id)[picture - 1];
  if (item) document.getElementById(`picture-${item.id}`)?.focus();
}

/** What becomes of what was handed in. */
function whatComes({ assignment, isTrial }: HandInView): string {
  if (assignment.id === PRACTICE_ASSIGNMENT)
    return 'This was practice: nobody grades it. Below is your receipt; anybody can check it. Change something on the sheet and hand in again whenever you like.';
  if (isTrial)
    return 'You tried your own assignment: nobody grades this. A student reads here that it will be looked at, and later verdicts, remarks and points.';
  return 'Your instructor will look at this. Verdicts, remarks and points appear here once they are released.';
}
