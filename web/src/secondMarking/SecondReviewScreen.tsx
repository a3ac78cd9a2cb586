import type { Review } from '@nachweis/contract';
import { type ReactNode, useEffect, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { useSWRConfig } from 'swr';
import { sentenceOf } from '../api/apiProblem.ts';
import { addressOf, callApi } from '../api/callApi.ts';
import { JudgingDesk } from '../judging/JudgingDesk.tsx';
import type { Stand } from '../judging/standOf.ts';
import { Button, buttonClasses, KeyCap } from '../ui/Button.tsx';
import { toast } from '../ui/notices.ts';
import { Failed, Loading } from '../ui/states.tsx';
import { useTitle } from '../ui/useTitle.ts';
import { useSecondReview } from './useSecondReview.ts';

/** One hand-in for its second marker, who sees nothing of the first judgement. */
export default function SecondReviewScreen(): ReactNode {
  const { handInId = '' } = useParams();
  // Must-shows are the same in every hand-in: what waits to be sent of one must never be taken for another's.
  return <SecondReview key={handInId} handInId={handInId} />;
}

function SecondReview({ handInId }: { handInId: string }): ReactNode {
  const second = useSecondReview(handInId);
  const { data: review, stand, error, mutate } = second;
  useTitle(review ? `Second marking: ${review.assignment.title}` : '');
  if (!review || !stand)
    return error ? <Failed error={error} onRetry={() => void mutate()} /> : <Loading what="the hand-in" />;
  return <SecondDesk review={review} stand={stand} second={second} />;
}

interface SecondDeskProps {
  review: Review;
  stand: Stand;
  second: ReturnType<typeof useSecondReview>;
}

function SecondDesk({ review, stand, second }: SecondDeskProps): ReactNode {
  const navigate = useNavigate();
  const { mutate: mutateAny } = useSWRConfig();
  const { assignment } = review;
  const [busy, setBusy] = useState(false);
  const questions =
    assignment.proofPoints.flatMap((one) => one.mustShows).length + assignment.criteria.length;
  const open = questions - Object.keys(stand.verdicts).length - Object.keys(stand.levels).length;
  const goTo = (id: string | null) => id && navigate(`/hand-ins/${id}/second`);
  const finish = async () => {
    if (busy || open > 0 || !review.mayJudge) return;
    setBusy(true);
    if (!(await second.sent())) {
      toast.warning('Not all that you gave is sent yet; it is kept in this browser. Try again in a moment.');
      return setBusy(false);
    }
    try {
      await callApi('finishSecondMarking', { params: { handInId: review.handInId } });
      void mutateAny(addressOf('ownSecondMarkings', {}));
      toast.success(review.nextWaitingId ? 'Done. This is the next one.' : 'Done, and it was the last one.');
      if (review.nextWaitingId) goTo(review.nextWaitingId);
      else await second.mutate();
    } catch (error) {
      toast.error(sentenceOf(error));
      setBusy(false);
    }
  };
  useFinishKey(() => void finish());
  return (
    <JudgingDesk
      review={review}
      stand={stand}
      keys="second"
      heading={
        <>
          <h1 className="max-w-full min-w-0 truncate text-lg">
            Second marking: {assignment.title} · {review.student.name}
          </h1>
          <span className="font-mono text-sm text-faded">{review.number}</span>
          {review.nextWaitingId && (
            <Link
              to={`/hand-ins/${review.nextWaitingId}/second`}
              className={`${buttonClasses('plain', true)} ml-auto`}
            >
              Next open one <KeyCap>N</KeyCap>
            </Link>
          )}
        </>
      }
      note={
        review.mayJudge
          ? 'You judge this without seeing what the first marker said, and cannot see it before you are done.'
          : review.withdrawnAt
            ? 'Its student has withdrawn it: it is not judged any more.'
            : 'You are done with this one; it changes no more.'
      }
      findings={review.findings}
      onVerdicts={second.setVerdicts}
      onLevels={second.setLevels}
      onStudent={(step) => goTo(step > 0 ? review.nextId : review.previousId)}
      onNextWaiting={() => goTo(review.nextWaitingId)}
    >
      {review.mayJudge && (
        <div className="mt-auto flex items-center gap-3 bg-card p-3">
          <p role="status" className="flex-1 text-sm text-faded">
            {open > 0 ? `${open} still to judge` : 'All is judged.'}
          </p>
          <Button look="main" keyName="Enter" disabled={open > 0 || busy} onClick={() => void finish()}>
            {review.nextWaitingId ? 'Done, go on' : 'Done'}
          </Button>
        </div>
      )}
    </JudgingDesk>
  );
}

/** Enter ends it, unless it is meant for what has the focus. */
function useFinishKey(finish: () => void): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== 'Enter' || event.repeat || event.ctrlKey || event.altKey || event.metaKey) return;
      if ((event.target as Element | null)?.closest('a, button, input, select, summary, textarea')) return;
      finish();
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  });
}
