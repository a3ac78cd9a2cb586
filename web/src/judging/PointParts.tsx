import type { Assignment, ProofPoint } from '@nachweis/contract';
import { type ReactNode, useState } from 'react';
import { Link } from 'react-router';
import { useApi } from '../api/useApi.ts';
import { ReferencePictures } from '../references/ReferencePictures.tsx';
import { useReferences } from '../references/useReferences.ts';
import { BriefText } from '../ui/BriefText.tsx';
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
  const [open, setOpen] = useState(false);
  return (
    <details
      className="border-b border-rule px-3 py-1.5 text-sm"
      onToggle={({ currentTarget }) => setOpen(currentTarget.open)}
    >
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
      {open && assignment.brief && <AskedBrief assignment={assignment} />}
    </details>
  );
}

/** The brief as the student read it, with the files that it names. */
function AskedBrief({ assignment }: Pick<AskedProps, 'assignment'>): ReactNode {
  const { data } = useApi('workFiles', { params: { assignmentId: assignment.id } });
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls, by keys too
    <section aria-label="The brief" tabIndex={0} className="mt-1 max-h-60 overflow-auto text-faded">
      <BriefText text={assignment.brief} files={data?.files ?? []} />
    </section>
  );
}
