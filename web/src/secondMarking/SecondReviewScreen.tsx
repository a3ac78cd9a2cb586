import type { Review } from '@nachweis/contract';
import { isPin, type Verdict } from '@nachweis/core';
import { type ReactNode, useEffect, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { useSWRConfig } from 'swr';
import { sentenceOf } from '../api/apiProblem.ts';
import { addressOf, callApi } from '../api/callApi.ts';
import { useMe } from '../api/session.ts';
import { CriteriaPanel } from '../judging/CriteriaPanel.tsx';
import { PictureStage } from '../judging/PictureStage.tsx';
import { Asked } from '../judging/PointParts.tsx';
import { PointTabs } from '../judging/PointTabs.tsx';
import { mayBeJudged } from '../judging/seenPictures.ts';
import type { Stand } from '../judging/standOf.ts';
import { useReviewKeys } from '../judging/useReviewKeys.ts';
import { VerdictPanel } from '../judging/VerdictPanel.tsx';
import { Button, buttonClasses, KeyCap } from '../ui/Button.tsx';
import { toast } from '../ui/notices.ts';
import { StatementText } from '../ui/StatementText.tsx';
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
  const me = useMe();
  const navigate = useNavigate();
  const { mutate: mutateAny } = useSWRConfig();
  const { assignment, items } = review;
  const points = assignment.proofPoints;
  const [place, setPlace] = useState({ point: 0, picture: 0 });
  const [pinsShown, setPinsShown] = useState(true);
  const [toPin, setToPin] = useState(0);
  const [chosenId, setChosenId] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const point = points[place.point];
  const pictures = items.filter((item) => item.proofPointId === point?.id);
  const item = pictures[Math.min(place.picture, pictures.length - 1)] ?? null;
  const mustShows = point?.mustShows ?? [];
  const chosen =
    mustShows.find((one) => one.id === chosenId) ??
    mustShows.find((one) => !stand.verdicts[one.id]) ??
    mustShows[0] ??
    null;
  const questions = points.flatMap((one) => one.mustShows).length + assignment.criteria.length;
  const open = questions - Object.keys(stand.verdicts).length - Object.keys(stand.levels).length;
  const goTo = (id: string | null) => id && navigate(`/hand-ins/${id}/second`);
  const goToPoint = (to: number, picture = 0) => {
    setPlace({ point: Math.min(Math.max(to, 0), points.length - 1), picture });
    setChosenId(null);
    setToPin(0);
  };
  const give = (verdicts: Record<string, Verdict | null>) => {
    if (review.mayJudge && mayBeJudged(me.id, item)) second.setVerdicts(verdicts);
  };
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
      toast.error(sentenceOf(error), { duration: 10_000 });
      setBusy(false);
    }
  };
  useReviewKeys({
    mustShows,
    chosen,
    verdicts: stand.verdicts,
    onChoose: setChosenId,
    onVerdicts: give,
    onPoint: (step) => goToPoint(place.point + step),
    onStudent: (step) => goTo(step > 0 ? review.nextId : review.previousId),
    onPins: () => setPinsShown((shown) => !shown),
    onRemark: () => {},
    onToPin: () => setToPin((count) => count + 1),
    onNextWaiting: () => goTo(review.nextWaitingId),
    onCompare: () => {},
  });
  useFinishKey(() => void finish());
  return (
    <main data-keys="second" className="flex min-h-0 flex-1 flex-col lg:h-[calc(100dvh-3rem)] lg:flex-none">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule px-4 py-1.5">
        <h1 className="max-w-full min-w-0 truncate text-lg">
          Second marking: {assignment.title} · {review.student.name}
        </h1>
        <span className="font-mono text-sm text-faded">{review.number}</span>
        {review.nextWaitingId && (
          <Link
            to={`/hand-ins/${review.nextWaitingId}/second`}
            className={`${buttonClasses('plain', true)} ml-auto`}
          >
            Next open one <KeyCap>n</KeyCap>
          </Link>
        )}
      </div>
      <div className="flex flex-1 flex-col lg:min-h-0 lg:flex-row">
        <section aria-label="Pictures" className="flex min-w-0 flex-col lg:flex-1">
          <PointTabs
            points={points}
            place={place.point}
            pictures={pictures}
            item={item}
            stand={stand}
            onGo={goToPoint}
          />
          {item ? (
            <PictureStage
              key={item.id}
              item={item}
              review={review}
              pinsShown={pinsShown}
              chosenRemark={null}
              chosenLetter={chosen?.letter ?? null}
              toPin={toPin}
              remark={null}
              onPlace={() => {}}
              onChooseRemark={() => {}}
            />
          ) : (
            <p className="grid min-h-64 flex-1 place-items-center bg-grey text-card">
              Nothing was handed in for this proof point.
            </p>
          )}
        </section>
        <aside className="flex w-full shrink-0 flex-col border-rule max-lg:border-t lg:w-96 lg:overflow-auto lg:border-l">
          <p className="border-b border-rule px-3 py-1.5 text-sm text-faded">
            {review.mayJudge
              ? 'You judge this without seeing what the first marker said, and cannot see it before you are done.'
              : 'You are done with this one; it changes no more.'}
          </p>
          {point && <Asked assignment={assignment} point={point} />}
          {point && (
            <VerdictPanel
              point={point}
              findings={item ? (review.findings[item.id] ?? []) : null}
              verdicts={stand.verdicts}
              unsent={stand.unsent}
              given={{}}
              locked={!review.mayJudge}
              pinned={pictures.flatMap((one) => one.marks.filter(isPin).map((pin) => pin.letter))}
              chosen={chosen?.id ?? null}
              onChoose={setChosenId}
              onVerdicts={give}
            />
          )}
          <CriteriaPanel
            criteria={assignment.criteria}
            levels={stand.levels}
            unsent={stand.unsent}
            given={{}}
            locked={!review.mayJudge}
            onLevels={second.setLevels}
          />
          {review.statement && (
            <section className="border-b border-rule p-3">
              <h2 className="text-sm text-faded">Own statement</h2>
              <div className="max-h-40 overflow-auto">
                <StatementText text={review.statement} />
              </div>
            </section>
          )}
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
        </aside>
      </div>
    </main>
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
