import type { Review } from '@nachweis/contract';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { buttonClasses, KeyCap } from '../ui/Button.tsx';
import { classes } from '../ui/classes.ts';
import { dateAndTime } from '../ui/when.ts';

/** Says why a hand-in is not judged any more, with a way to the one that is. */
export function Closed({ review }: { review: Review }): ReactNode {
  if (review.mayJudge) return null;
  return (
    <p role="status" className="border-b border-ochre-mark bg-ochre-wash px-4 py-1.5 text-ochre">
      {review.withdrawnAt
        ? 'The student has withdrawn this hand-in; it is not judged any more.'
        : review.replacedById
          ? 'The student has handed in again; only the newer one counts, and this one is closed. '
          : 'This is released already; only an instructor can change it now.'}
      {review.replacedById && (
        <Link to={`/hand-ins/${review.replacedById}/review`} className="font-semibold underline">
          Go to the newer one
        </Link>
      )}
    </p>
  );
}

/** Who else has this hand-in before them. */
export function LookingToo({ names }: { names: readonly string[] }): ReactNode {
  return (
    <span aria-live="polite" className="text-sm text-ochre">
      {names.length > 0 && `${names.join(' and ')} ${names.length === 1 ? 'looks' : 'look'} at this too`}
    </span>
  );
}

/** Who entered a hand-in that its student did not hand in here, when and why. */
export function Brought({ review: { brought, assignment } }: { review: Review }): ReactNode {
  if (!brought) return null;
  return (
    <p className="written px-3 py-2 text-sm">
      Handed in by {brought.by} {dateAndTime(brought.at, assignment.timeZone)}:{' '}
      <span dir="auto">{brought.reason}</span>
    </p>
  );
}

/** The way to the next one that waits. @param atEnd whether nothing stands before it that pushes it to the end of its row */
export function NextWaiting({ review, atEnd }: { review: Review; atEnd: boolean }): ReactNode {
  return (
    <nav aria-label="Hand-ins" className={classes('flex gap-1', atEnd && 'ml-auto')}>
      {review.nextWaitingId ? (
        <Link to={`/hand-ins/${review.nextWaitingId}/review`} className={buttonClasses('plain', true)}>
          Next waiting <KeyCap>N</KeyCap>
        </Link>
      ) : (
        <span className="self-center text-sm text-faded">No other one waits.</span>
      )}
    </nav>
  );
}
