import type { Remark, Review } from '@nachweis/contract';
import type { Point, Verdict } from '@nachweis/core';
import { type ReactNode, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useMe } from '../api/session.ts';
import { chosenOf, JudgingPanels } from '../judging/JudgingPanels.tsx';
import { MarksShown } from '../judging/MarksShown.tsx';
import { PictureFile } from '../judging/PictureStage.tsx';
import { Asked } from '../judging/PointParts.tsx';
import { PointPictures } from '../judging/PointPictures.tsx';
import { PointTabs } from '../judging/PointTabs.tsx';
import { drawn, movedTo, placeOf, WHOLE } from '../judging/remarkPlaces.ts';
import { StatementPart } from '../judging/StatementPart.tsx';
import { mayBeJudged } from '../judging/seenPictures.ts';
import type { Stand } from '../judging/standOf.ts';
import { useLive } from '../judging/useLive.ts';
import { useLooked } from '../judging/useLooked.ts';
import { usePreloaded } from '../judging/usePreloaded.ts';
import type { ReviewActions } from '../judging/useReview.ts';
import { useReviewKeys } from '../judging/useReviewKeys.ts';
import { buttonClasses, KeyCap } from '../ui/Button.tsx';
import { classes } from '../ui/classes.ts';
import { useAfterwards } from '../ui/useAfterwards.ts';
import { useStateOf } from '../ui/useStateOf.ts';
import { dateAndTime } from '../ui/when.ts';
import { AskedAgainPart } from './AskedAgainPart.tsx';
import { ClassStrip } from './ClassStrip.tsx';
import { EarlierAttempt } from './EarlierAttempt.tsx';
import { GradePanel } from './GradePanel.tsx';
import { RemarkPanel } from './RemarkPanel.tsx';
import { Brought, Closed, LookingToo, NextWaiting } from './ReviewParts.tsx';
import { usePlace } from './usePlace.ts';
import { useRemarkDrafts } from './useRemarkDrafts.ts';

/** What is chosen on a page; on the next one nothing is. */
const NOTHING_CHOSEN = { remark: null as string | null, mustShow: null as string | null, toPin: 0 };

export interface ReviewDeskProps {
  review: Review;
  stand: Stand;
  actions: ReviewActions;
  /** one is on the way to another hand-in: nothing is done to this one any more */
  isLeft: boolean;
}

/** Stays from hand-in to hand-in: what all of them have in common is not made anew at each step of walking on. */
export function ReviewDesk({ review, stand, actions, isLeft }: ReviewDeskProps): ReactNode {
  const me = useMe();
  const navigate = useNavigate();
  const { assignment, items } = review;
  const points = assignment.proofPoints;
  const { pointIndex, itemIndex, go } = usePlace(review.handInId, points);
  const [pinsShown, setPinsShown] = useState(true);
  const [chosen, setChosen] = useStateOf(review.handInId, () => NOTHING_CHOSEN);
  const choose = (change: Partial<typeof NOTHING_CHOSEN>) => setChosen((old) => ({ ...old, ...change }));
  const drafts = useRemarkDrafts(review.handInId, review.judgement.remarks);
  const point = points[pointIndex];
  const pointItems = items.filter((item) => item.proofPointId === point?.id);
  const index = Math.min(itemIndex, Math.max(pointItems.length - 1, 0));
  const item = pointItems[index] ?? null;
  const mustShow = chosenOf(point?.mustShows ?? [], chosen.mustShow, stand.verdicts);
  const goToPoint = (index: number, picture = 0) => {
    go(Math.min(Math.max(index, 0), points.length - 1), picture);
    choose({ mustShow: null, toPin: 0 });
  };
  /** @param code of the proof point one goes on with; without it one begins with the first */
  const goTo = (id: string | null, code = '') =>
    id && navigate(`/hand-ins/${id}/review${code && `?point=${code}`}`);
  const give = (verdicts: Record<string, Verdict | null>) =>
    review.mayJudge && mayBeJudged(me.id, pointItems) && actions.setVerdicts(verdicts);
  const others = useLive('hand-ins', review.handInId, actions.refresh);
  const onShown = usePreloaded(review.handInId, Boolean(item?.baseHref), {
    handInIds: [review.nextId, review.previousId, review.nextWaitingId],
    // The other proof points of this one come next, or before.
    hrefs: items.map((one) => one.baseHref),
  });
  const { looked, onStep, toPinOf } = useLooked(pointItems, index, (to) => {
    go(pointIndex, to);
    choose({ toPin: 0 });
  });
  /** What is said at a place is seen there: its picture alone is on the page. */
  const oneLarge = () => looked.onPicture(index);
  const startRemark = (at: Point) => {
    if (!item) return drafts.start(WHOLE);
    oneLarge();
    const place = { ...WHOLE, itemId: item.id, ...at };
    drafts.start(place, chosen.mustShow, (open) => movedTo({ ...placeOf(open), itemId: item.id }, at, item));
  };
  const { open } = drafts;
  const draws = open && item && open.itemId === item.id && open.shape !== 'point';
  const onDraw =
    draws && (open.on === 0 || open.moving)
      ? (from: Point, to: Point) => drafts.change({ ...open, ...drawn(open, from, to, item) })
      : undefined;
  /** A remark is seen where it is. */
  const chooseRemark = ({ id, itemId }: Pick<Remark, 'id' | 'itemId'>) => {
    choose({ remark: id });
    oneLarge();
    const there = items.find((one) => one.id === itemId);
    if (!there || there === item) return;
    const siblings = items.filter((one) => one.proofPointId === there.proofPointId);
    go(
      points.findIndex((p) => p.id === there.proofPointId),
      siblings.indexOf(there),
    );
    choose({ remark: id, mustShow: null, toPin: 0 });
  };

  const comparePath = `/hand-ins/${review.handInId}/compare/${point?.id}${item ? `?picture=${item.id}` : ''}`;

  useReviewKeys(
    isLeft
      ? null
      : {
          mustShows: point?.mustShows ?? [],
          chosen: mustShow,
          verdicts: stand.verdicts,
          onChoose: (id) => choose({ mustShow: id }),
          onVerdicts: give,
          onPoint: (step) => goToPoint(pointIndex + step),
          onStudent: (step) => goTo(step > 0 ? review.nextId : review.previousId, point?.code),
          onPins: () => setPinsShown((shown) => !shown),
          onRemark: () =>
            startRemark({ x: Math.floor((item?.width ?? 0) / 2), y: Math.floor((item?.height ?? 0) / 2) }),
          onStep,
          onTogether: looked.onTogether,
          onToPin: () => {
            toPinOf(mustShow?.letter);
            choose({ toPin: chosen.toPin + 1 });
          },
          onNextWaiting: () => goTo(review.nextWaitingId),
          onCompare: () => item && navigate(comparePath),
        },
  );

  // The picture is what one goes on for: what stands around it comes right after it.
  const strip = useAfterwards(
    review.handInId,
    point && <ClassStrip assignment={assignment} point={point} review={review} />,
  );
  const panels = useAfterwards(
    review.handInId,
    <aside
      // Everybody’s begins at its top, with nothing of the one before.
      key={review.handInId}
      className="flex w-full shrink-0 flex-col border-rule max-lg:border-t lg:w-96 lg:overflow-auto lg:border-l"
    >
      {point && <Asked assignment={assignment} point={point} {...(item && { compareHref: comparePath })} />}
      <AskedAgainPart review={review} onAnswered={actions.refresh} />
      <JudgingPanels
        review={review}
        stand={stand}
        point={point}
        pictures={pointItems}
        item={item}
        chosen={mustShow}
        onChoose={(id) => choose({ mustShow: id })}
        onVerdicts={give}
        onLevels={actions.setLevels}
      />
      <RemarkPanel
        review={review}
        drafts={drafts}
        chosen={chosen.remark}
        onChoose={chooseRemark}
        actions={actions}
      />
      <EarlierAttempt review={review} />
      <Brought review={review} />
      <StatementPart
        review={review}
        onGo={(index, picture, mustShowId) => {
          oneLarge();
          goToPoint(index, picture);
          choose({ mustShow: mustShowId, toPin: mustShowId ? chosen.toPin + 1 : 0 });
        }}
      />
      <GradePanel review={review} stand={stand} actions={actions} />
    </aside>,
    drafts.open !== null,
  );

  return (
    <main
      data-keys="review"
      aria-busy={isLeft}
      className="flex min-h-0 flex-1 flex-col lg:h-[calc(100dvh-3rem)] lg:flex-none"
    >
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
        <LookingToo names={others} />
        {item && (
          <Link to={comparePath} className={classes(buttonClasses('quiet', true), 'ml-auto')}>
            Compare <KeyCap>W</KeyCap>
          </Link>
        )}
        <NextWaiting review={review} atEnd={!item} />
      </div>
      {strip}
      <Closed review={review} />
      <div inert={isLeft} className="flex flex-1 flex-col lg:min-h-0 lg:flex-row">
        <section aria-label="Pictures" className="flex min-w-0 flex-col lg:flex-1">
          <PointTabs
            points={points}
            place={pointIndex}
            pictures={pointItems}
            item={item}
            looked={looked}
            stand={stand}
            onGo={goToPoint}
          >
            <MarksShown shown={pinsShown} onShown={setPinsShown} />
          </PointTabs>
          <PointPictures
            pictures={pointItems}
            item={item}
            isTogether={looked.isTogether}
            onPicture={looked.onPicture}
            review={review}
            pinsShown={pinsShown}
            chosenRemark={chosen.remark}
            chosenLetter={mustShow?.letter ?? null}
            toPin={chosen.toPin}
            remark={drafts.open ?? drafts.saving.at(-1) ?? null}
            onPlace={startRemark}
            onDraw={onDraw}
            onChooseRemark={(id) => choose({ remark: id })}
            onShown={onShown}
          />
          {item && !looked.isTogether && <PictureFile item={item} review={review} />}
        </section>
        {panels}
      </div>
    </main>
  );
}
