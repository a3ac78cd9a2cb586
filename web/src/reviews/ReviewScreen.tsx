import type { Remark, Review } from '@nachweis/contract';
import { isPin } from '@nachweis/core';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { buttonClasses, KeyCap } from '../ui/Button.tsx';
import { Failed, Loading } from '../ui/states.tsx';
import { useTitle } from '../ui/useTitle.ts';
import { dateAndTime } from '../ui/when.ts';
import { GradePanel } from './GradePanel.tsx';
import { PictureStage } from './PictureStage.tsx';
import { RemarkPanel } from './RemarkPanel.tsx';
import { Asked, Closed, Progress, StepLink } from './ReviewParts.tsx';
import type { Stand } from './standOf.ts';
import { usePlace } from './usePlace.ts';
import { useRemarkDrafts } from './useRemarkDrafts.ts';
import { type ReviewActions, useReview } from './useReview.ts';
import { useReviewKeys } from './useReviewKeys.ts';
import { VerdictPanel } from './VerdictPanel.tsx';

/** An instructor's page of one hand-in. */
export default function ReviewScreen(): ReactNode {
  const { handInId = '' } = useParams();
  const { data: review, stand, error, mutate, actions } = useReview(handInId);
  useTitle(review ? `${review.student.name}, ${review.assignment.title}` : '');
  if (!review || !stand)
    return error ? <Failed error={error} onRetry={() => void mutate()} /> : <Loading what="the hand-in" />;
  return <ReviewDesk key={handInId} review={review} stand={stand} actions={actions} />;
}

function ReviewDesk({
  review,
  stand,
  actions,
}: {
  review: Review;
  stand: Stand;
  actions: ReviewActions;
}): ReactNode {
  const navigate = useNavigate();
  const { assignment, items } = review;
  const points = assignment.proofPoints;
  const { pointIndex, itemIndex, go } = usePlace(points);
  const [pinsShown, setPinsShown] = useState(true);
  const [chosenRemark, setChosenRemark] = useState<string | null>(null);
  const [toPin, setToPin] = useState(0);
  const drafts = useRemarkDrafts(review.handInId);
  const point = points[pointIndex];
  const pointItems = items.filter((item) => item.proofPointId === point?.id);
  const item = pointItems[Math.min(itemIndex, pointItems.length - 1)] ?? null;
  const firstOpen = point?.mustShows.find((m) => !stand.verdicts[m.id]) ?? point?.mustShows[0];
  const [chosenMustShow, setChosenMustShow] = useState<string | null>(null);
  const mustShow = point?.mustShows.find((m) => m.id === chosenMustShow) ?? firstOpen ?? null;

  const goToPoint = (index: number, picture = 0) => {
    go(Math.min(Math.max(index, 0), points.length - 1), picture);
    setChosenMustShow(null);
    setToPin(0);
  };
  const goTo = (id: string | null) => id && navigate(`/hand-ins/${id}/review`);
  const startRemark = (at: { x: number; y: number } | null) =>
    drafts.start({ itemId: at && item ? item.id : null, x: at?.x ?? null, y: at?.y ?? null });
  /** A remark is seen where it is. */
  const chooseRemark = ({ id, itemId }: Pick<Remark, 'id' | 'itemId'>) => {
    setChosenRemark(id);
    const there = items.find((one) => one.id === itemId);
    if (!there || there === item) return;
    const siblings = items.filter((one) => one.proofPointId === there.proofPointId);
    goToPoint(
      points.findIndex((p) => p.id === there.proofPointId),
      siblings.indexOf(there),
    );
  };

  useReviewKeys({
    mustShows: point?.mustShows ?? [],
    chosen: mustShow,
    verdicts: stand.verdicts,
    onChoose: setChosenMustShow,
    onVerdicts: (verdicts) => review.mayJudge && actions.setVerdicts(verdicts),
    onPoint: (step) => goToPoint(pointIndex + step),
    onStudent: (step) => goTo(step > 0 ? review.nextId : review.previousId),
    onPins: () => setPinsShown((shown) => !shown),
    onRemark: () =>
      startRemark(item ? { x: Math.floor(item.width / 2), y: Math.floor(item.height / 2) } : null),
    onToPin: () => setToPin((count) => count + 1),
    onNextWaiting: () => goTo(review.nextWaitingId),
  });

  return (
    <main data-keys="review" className="flex min-h-0 flex-1 flex-col lg:h-[calc(100dvh-3rem)] lg:flex-none">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule px-4 py-1.5">
        <h1 className="flex max-w-full min-w-0 flex-wrap gap-x-1.5 text-lg">
          <Link
            to={`/assignments/${assignment.id}/hand-ins`}
            className="max-w-[min(100%,28rem)] truncate font-normal text-verdigris-deep underline"
          >
            {assignment.title}
          </Link>
          <span className="max-w-[min(100%,28rem)] truncate">· {review.student.name}</span>
        </h1>
        <span className="text-sm text-faded">
          <span className="font-mono">{review.number}</span>,{' '}
          {dateAndTime(review.handedInAt, assignment.timeZone)}
          {review.late && <strong className="text-ochre">, late</strong>}
          {review.attempt > 1 && `, attempt ${review.attempt}`}
        </span>
        <nav aria-label="Hand-ins" className="ml-auto flex gap-1">
          <StepLink id={review.previousId} label="Previous student (Page Up)">
            <ChevronLeft size={18} aria-hidden />
          </StepLink>
          <StepLink id={review.nextId} label="Next student (Page Down)">
            <ChevronRight size={18} aria-hidden />
          </StepLink>
          {review.nextWaitingId ? (
            <Link to={`/hand-ins/${review.nextWaitingId}/review`} className={buttonClasses('plain', true)}>
              Next waiting <KeyCap>n</KeyCap>
            </Link>
          ) : (
            <span className="self-center text-sm text-faded">No other one waits.</span>
          )}
        </nav>
      </div>
      <Closed review={review} />
      <div className="flex flex-1 flex-col lg:min-h-0 lg:flex-row">
        <section aria-label="Pictures" className="flex min-w-0 flex-col lg:flex-1">
          <nav aria-label="Proof points" className="flex flex-wrap items-center border-b border-rule bg-card">
            {assignment.proofPoints.map((p, index) => (
              <button
                key={p.id}
                type="button"
                aria-current={index === pointIndex ? 'true' : undefined}
                onClick={() => goToPoint(index)}
                className="flex max-w-72 items-baseline gap-1.5 border-b-3 border-transparent px-3 py-1.5 hover:bg-verdigris-wash aria-[current]:border-verdigris aria-[current]:font-bold"
              >
                <span className="shrink-0 font-mono">{p.code}</span>
                <span className="truncate">{p.title}</span>
                <Progress point={p} stand={stand} />
              </button>
            ))}
            {pointItems.length > 1 &&
              pointItems.map((one, index) => (
                <button
                  key={one.id}
                  type="button"
                  aria-pressed={one === item}
                  onClick={() => goToPoint(pointIndex, index)}
                  className="px-2 font-mono aria-pressed:font-bold"
                >
                  {index + 1}
                </button>
              ))}
            <label className="mr-3 ml-auto flex items-center gap-1.5 text-sm">
              <input
                type="checkbox"
                checked={pinsShown}
                onChange={(event) => setPinsShown(event.target.checked)}
                className="size-4 accent-verdigris"
              />
              Marks <kbd className="font-mono text-xs">v</kbd>
            </label>
          </nav>
          {item ? (
            <PictureStage
              key={item.id}
              item={item}
              review={review}
              pinsShown={pinsShown}
              chosenRemark={chosenRemark}
              chosenLetter={mustShow?.letter ?? null}
              toPin={toPin}
              remark={drafts.open}
              onPlace={startRemark}
              onChooseRemark={setChosenRemark}
            />
          ) : (
            <p className="grid min-h-64 flex-1 place-items-center bg-grey text-card">
              Nothing was handed in for this proof point.
            </p>
          )}
        </section>
        <aside className="flex w-full shrink-0 flex-col border-rule max-lg:border-t lg:w-96 lg:overflow-auto lg:border-l">
          {point && <Asked assignment={assignment} point={point} />}
          {point && (
            <VerdictPanel
              point={point}
              findings={item ? (review.findings[item.id] ?? []) : null}
              verdicts={stand.verdicts}
              unsent={stand.unsent}
              given={review.judgement.verdicts}
              locked={!review.mayJudge}
              pinned={pointItems.flatMap((one) => one.marks.filter(isPin).map((pin) => pin.letter))}
              chosen={mustShow?.id ?? null}
              onChoose={setChosenMustShow}
              onVerdicts={actions.setVerdicts}
            />
          )}
          <RemarkPanel
            review={review}
            drafts={drafts}
            chosen={chosenRemark}
            onChoose={chooseRemark}
            actions={actions}
          />
          {review.statement && (
            <section className="border-b border-rule p-3">
              <h2 className="text-sm text-faded">Own statement</h2>
              <p className="written max-h-40 overflow-auto" dir="auto">
                {review.statement}
              </p>
            </section>
          )}
          <GradePanel review={review} stand={stand} actions={actions} />
        </aside>
      </div>
    </main>
  );
}
