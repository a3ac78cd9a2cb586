import type { Review } from '@nachweis/contract';
import type { Verdict } from '@nachweis/core';
import { type ReactNode, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useMe } from '../api/session.ts';
import { chosenOf, JudgingPanels } from '../judging/JudgingPanels.tsx';
import { MarksShown } from '../judging/MarksShown.tsx';
import { PictureChoice } from '../judging/PictureChoice.tsx';
import { PictureFile } from '../judging/PictureStage.tsx';
import { PointPictures } from '../judging/PointPictures.tsx';
import { mayBeJudged } from '../judging/seenPictures.ts';
import { useLooked } from '../judging/useLooked.ts';
import { usePreloaded } from '../judging/usePreloaded.ts';
import { useReview } from '../judging/useReview.ts';
import { useReviewKeys } from '../judging/useReviewKeys.ts';
import { buttonClasses } from '../ui/Button.tsx';
import { Failed } from '../ui/states.tsx';
import { useStateOf } from '../ui/useStateOf.ts';

interface CellDeskProps {
  handInId: string;
  proofPointId: string;
  /** called when all must-shows of the cell have a verdict by this hand */
  onDone: () => void;
  onWalk: (columns: number, rows: number) => void;
  onNextOpen: () => void;
  /** hand-ins that one may go on to */
  nextIds: ReadonlyArray<string | undefined>;
}

/** Of a cell that one has just come to. */
const BEGIN = { picture: 0, chosenId: null as string | null, toPin: 0 };

/** The chosen cell, large: its picture, and the verdicts on what must be seen in it. */
export function CellDesk(props: CellDeskProps): ReactNode {
  const { handInId, proofPointId, onDone, onWalk, onNextOpen, nextIds } = props;
  const { data: review, stand, error, mutate, actions } = useReview(handInId);
  const me = useMe();
  const navigate = useNavigate();
  const [pinsShown, setPinsShown] = useState(true);
  // Each cell begins with its first picture and its first open must-show.
  const [{ picture, chosenId, toPin }, setHere] = useStateOf(`${handInId} ${proofPointId}`, () => BEGIN);
  const point = review?.assignment.proofPoints.find((one) => one.id === proofPointId);
  const items = review?.items.filter((one) => one.proofPointId === proofPointId) ?? [];
  const index = Math.min(picture, Math.max(items.length - 1, 0));
  const item = items[index] ?? null;
  const verdicts = stand?.verdicts ?? {};
  const mustShows = point?.mustShows ?? [];
  const chosen = chosenOf(mustShows, chosenId, verdicts);
  const choose = (id: string) => setHere((old) => ({ ...old, chosenId: id }));
  const { looked, onStep, toPinOf } = useLooked(items, index, (to) =>
    setHere((old) => ({ ...old, picture: to, toPin: 0 })),
  );
  const give = (given: Record<string, Verdict | null>) => {
    if (!review?.mayJudge) return;
    if (!mayBeJudged(me.id, items)) return;
    const before = mustShows.every((one) => verdicts[one.id]);
    actions.setVerdicts(given);
    const after = { ...verdicts, ...given };
    if (!before && mustShows.every((one) => after[one.id])) onDone();
  };
  const onShown = usePreloaded(handInId, !review || Boolean(item?.baseHref), { handInIds: nextIds });
  useReviewKeys({
    mustShows,
    chosen,
    verdicts,
    onChoose: choose,
    onStep,
    onTogether: looked.onTogether,
    onVerdicts: give,
    onPoint: (step) => onWalk(step, 0),
    onStudent: (step) => onWalk(0, step),
    onPins: () => setPinsShown((shown) => !shown),
    onRemark: () => {},
    onToPin: () => {
      toPinOf(chosen?.letter);
      setHere((old) => ({ ...old, toPin: toPin + 1 }));
    },
    onNextWaiting: onNextOpen,
    onCompare: () => item && navigate(`/hand-ins/${handInId}/compare/${proofPointId}?picture=${item.id}`),
  });
  if (!review || !stand)
    return error ? (
      <Failed inPage error={error} onRetry={() => void mutate()} />
    ) : (
      <p role="status" className="p-4 text-faded">
        Fetching the hand-in …
      </p>
    );
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-3 border-b border-rule bg-card px-3 py-1">
        <h2 className="written min-w-44 flex-1 truncate text-base">
          <span className="font-mono">{point?.code}</span> · {review.student.name}
        </h2>
        <PictureChoice pictures={items} item={item} {...looked} />
        <MarksShown shown={pinsShown} onShown={setPinsShown} />
        <Link to={pageOf(review, point?.code)} className={buttonClasses('quiet', true)}>
          Remark, points, all of it
        </Link>
      </div>
      <div className="flex min-h-64 flex-1 flex-col lg:min-h-0">
        <PointPictures
          pictures={items}
          item={item}
          isTogether={looked.isTogether}
          onPicture={looked.onPicture}
          review={review}
          pinsShown={pinsShown}
          chosenLetter={chosen?.letter ?? null}
          toPin={toPin}
          onShown={onShown}
        />
      </div>
      {/* What is known of the file comes last: the room is the picture's. */}
      <div className="max-h-[45%] overflow-auto border-t border-rule">
        <JudgingPanels
          review={review}
          stand={stand}
          point={point}
          pictures={items}
          item={item}
          chosen={chosen}
          onChoose={choose}
          onVerdicts={give}
          onLevels={actions.setLevels}
        />
        {item && !looked.isTogether && <PictureFile item={item} review={review} />}
      </div>
    </>
  );
}

const pageOf = ({ handInId }: Review, code = '') => `/hand-ins/${handInId}/review?point=${code}`;
