import type { Assignment, ProofPoint } from '@nachweis/contract';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { ReferencePictures } from '../references/ReferencePictures.tsx';
import { useReferences } from '../references/useReferences.ts';
import { buttonClasses } from '../ui/Button.tsx';
import { VerdictDisc } from '../ui/signs.tsx';
import type { Stand } from './standOf.ts';

/** How each of a proof point's must-shows is judged, as signs to see and as a number to hear. */
export function Progress({
  point: { mustShows },
  stand,
}: {
  point: ProofPoint;
  stand: Pick<Stand, 'verdicts'>;
}): ReactNode {
  const given = mustShows.filter((m) => stand.verdicts[m.id]).length;
  if (mustShows.length === 0) return null;
  return (
    <span className="flex shrink-0 items-center gap-0.5 self-center">
      {mustShows.map((one) => (
        <VerdictDisc key={one.id} verdict={stand.verdicts[one.id] ?? null} size={12} />
      ))}
      <span className="sr-only">
        {given === mustShows.length ? 'all given' : `${given} of ${mustShows.length}`}
      </span>
    </span>
  );
}

interface AskedProps {
  assignment: Assignment;
  point: ProofPoint;
  /** where its picture is compared; absent for who may not, or where there is none */
  compareHref?: string;
}

/** What the student was asked, and how it should look. */
export function Asked({ assignment, point, compareHref }: AskedProps): ReactNode {
  const references = useReferences(assignment.id)(point.id);
  return (
    <details className="border-b border-rule px-3 py-1.5 text-sm">
      <summary className="cursor-pointer text-verdigris-deep">
        What was asked for {point.code}
        {references.length > 0 && `, and how it should look (${references.length})`}
      </summary>
      {references.length > 0 && (
        <div className="my-1.5">
          <ReferencePictures
            pictures={references}
            code={point.code}
            forStaff
            {...(compareHref && {
              actions: (picture) => (
                <Link to={`${compareHref}&with=${picture.id}`} className={buttonClasses()}>
                  Compare with it
                </Link>
              ),
            })}
          />
        </div>
      )}
      {point.instructions && <p className="written mt-1 whitespace-pre-line">{point.instructions}</p>}
      {assignment.brief && (
        <p className="written mt-1 max-h-40 overflow-auto whitespace-pre-line text-faded">
          {assignment.brief}
        </p>
      )}
    </details>
  );
}
