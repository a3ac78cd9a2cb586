import type { Review } from '@nachweis/contract';
import type { ReactNode } from 'react';
import { Link } from 'react-router';

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
