import type { Assignment, ProofPoint, Review } from '@nachweis/contract';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { buttonClasses } from '../ui/Button.tsx';
import type { Stand } from './standOf.ts';

/** How many of a proof point's must-shows have their verdict. */
export function Progress({ point: { mustShows }, stand }: { point: ProofPoint; stand: Stand }): ReactNode {
  const given = mustShows.filter((m) => stand.verdicts[m.id]).length;
  if (mustShows.length === 0) return null;
  return (
    <span className="shrink-0 text-sm font-normal whitespace-nowrap text-faded">
      {given === mustShows.length ? 'all given' : `${given} of ${mustShows.length}`}
    </span>
  );
}

/** What the student was asked. */
export function Asked({ assignment, point }: { assignment: Assignment; point: ProofPoint }): ReactNode {
  return (
    <details className="border-b border-rule px-3 py-1.5 text-sm">
      <summary className="cursor-pointer text-verdigris-deep">What was asked for {point.code}</summary>
      {point.instructions && <p className="written mt-1 whitespace-pre-line">{point.instructions}</p>}
      {assignment.brief && (
        <p className="written mt-1 max-h-40 overflow-auto whitespace-pre-line text-faded">
          {assignment.brief}
        </p>
      )}
    </details>
  );
}

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

export function StepLink({
  id,
  label,
  children,
}: {
  id: string | null;
  label: string;
  children: ReactNode;
}): ReactNode {
  const look = buttonClasses('plain', true);
  return id ? (
    <Link to={`/hand-ins/${id}/review`} aria-label={label} title={label} className={look}>
      {children}
    </Link>
  ) : (
    <span aria-hidden className={`${look} opacity-40`}>
      {children}
    </span>
  );
}
