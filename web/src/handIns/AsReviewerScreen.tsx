import { type ReactNode, useMemo, useState } from 'react';
import { Link, Navigate, useParams } from 'react-router';
import { useMe } from '../api/session.ts';
import { JudgingDesk } from '../judging/JudgingDesk.tsx';
import { standOf } from '../judging/standOf.ts';
import { type OwnSheet, useProofSheet } from '../sheet/useProofSheet.ts';
import { whyLocked } from '../sheet/whyLocked.ts';
import { Button } from '../ui/Button.tsx';
import { Failed, Loading } from '../ui/states.tsx';
import { useTitle } from '../ui/useTitle.ts';
import { reviewOfDraft } from './reviewOfDraft.ts';
import { useBasePictures } from './useBasePictures.ts';
import { useLetsSeeWhole } from './useLetsSeeWhole.ts';

/** What is about to be handed in, on the desk of whoever will judge it. */
export default function AsReviewerScreen(): ReactNode {
  const { assignmentId = '' } = useParams();
  const { own, sheet, error, retry } = useProofSheet(assignmentId);
  useTitle(sheet ? `As your instructor sees it, ${sheet.assignment.title}` : '');
  if (!sheet) return error ? <Failed error={error} onRetry={retry} /> : <Loading what="your pictures" />;
  if (!own || whyLocked(sheet)) return <Navigate to={`/assignments/${assignmentId}`} replace />;
  return <OwnDesk own={own} />;
}

function OwnDesk({ own }: { own: OwnSheet }): ReactNode {
  const me = useMe();
  const [tries, setTries] = useState(0);
  const bases = useBasePictures(own.pictures, tries);
  const { assignment } = own.sheet;
  const [showsWhole] = useLetsSeeWhole(own);
  const review = useMemo(
    () => reviewOfDraft(own, me.name, bases.hrefs, showsWhole, new Date()),
    [own, me.name, bases, showsWhole],
  );
  const stand = useMemo(() => standOf(review, undefined), [review]);
  return (
    <JudgingDesk
      review={review}
      stand={stand}
      keys="asReviewer"
      heading={
        <>
          <h1 className="max-w-full min-w-0 truncate text-lg">
            {assignment.title} · {review.student.name}
          </h1>
          <span className="text-sm text-faded">as your instructor sees it</span>
          <Link
            to={`/assignments/${assignment.id}/hand-in`}
            className="ml-auto text-sm text-verdigris-deep underline"
          >
            Back to handing in
          </Link>
        </>
      }
      note={
        <>
          Nothing is sent by looking at it. Marks lie over the picture and can be lifted off (V); what you hid
          is gone from it. What the machine checks stands here once you have handed in.
          {assignment.anonymous && ' Your name and your files’ names are kept back until all are judged.'}
          {bases.error !== null && (
            <span role="alert" className="mt-1 flex items-center gap-2 text-madder">
              A picture could not be made here.
              <Button small onClick={() => setTries(tries + 1)}>
                Try again
              </Button>
            </span>
          )}
        </>
      }
      findings={null}
      onVerdicts={() => {}}
      onLevels={() => {}}
      onStudent={() => {}}
      onNextWaiting={() => {}}
    />
  );
}
