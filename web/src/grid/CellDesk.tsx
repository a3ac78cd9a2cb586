import type { Review } from '@nachweis/contract';
import type { Verdict } from '@nachweis/core';
import { type ReactNode, useEffect, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useMe } from '../api/session.ts';
import { chosenOf, JudgingPanels } from '../judging/JudgingPanels.tsx';
import { MarksShown } from '../judging/MarksShown.tsx';
import { NothingHandedIn, PictureFile, PictureStage } from '../judging/PictureStage.tsx';
import { mayBeJudged } from '../judging/seenPictures.ts';
import { usePreloaded } from '../judging/usePreloaded.ts';
import { useReview } from '../judging/useReview.ts';
import { useReviewKeys } from '../judging/useReviewKeys.ts';
import { buttonClasses } from '../ui/Button.tsx';
import { Failed } from '../ui/states.tsx';

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

/** The chosen cell, large: its picture, and the verdicts on what must be seen in it. */
export function CellDesk(props: CellDeskProps): ReactNode {
  const { handInId, proofPointId, onDone, onWalk, onNextOpen, nextIds } = props;
  const { data: review, stand, error, mutate, actions } = useReview(handInId);
  const me = useMe();
  const navigate = useNavigate();
  const [pinsShown, setPinsShown] = useState(true);
  const [chosenId, setChosenId] = useState<string | null>(null);
  const [toPin, setToPin] = useState(0);
  const point = review?.assignment.proofPoints.find((one) => one.id === proofPointId);
  const items = review?.items.filter((one) => one.proofPointId === proofPointId) ?? [];
  const [item = null] = items;
  const verdicts = stand?.verdicts ?? {};
  const mustShows = point?.mustShows ?? [];
  const chosen = chosenOf(mustShows, chosenId, verdicts);
  // biome-ignore lint/correctness/useExhaustiveDependencies: each cell begins with its first open must-show
  useEffect(() => {
    setChosenId(null);
    setToPin(0);
  }, [handInId, proofPointId]);
  const give = (given: Record<string, Verdict | null>) => {
    if (!review?.mayJudge) return;
    if (!mayBeJudged(me.id, item)) return;
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
    onChoose: setChosenId,
    onVerdicts: give,
    onPoint: (step) => onWalk(step, 0),
    onStudent: (step) => onWalk(0, step),
    onPins: () => setPinsShown((shown) => !shown),
    onRemark: () => {},
    onToPin: () => setToPin((count) => count + 1),
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
        <MarksShown shown={pinsShown} onShown={setPinsShown} />
        <Link to={pageOf(review, point?.code)} className={buttonClasses('quiet', true)}>
          Remark, points, all of it
        </Link>
      </div>
      <div className="flex min-h-64 flex-1 flex-col lg:min-h-0">
        {item ? (
          <PictureStage
            item={item}
            review={review}
            pinsShown={pinsShown}
            chosenRemark={null}
            chosenLetter={chosen?.letter ?? null}
            toPin={toPin}
            remark={null}
            onChooseRemark={() => {}}
            onShown={onShown}
          />
        ) : (
          <NothingHandedIn />
        )}
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
          onChoose={setChosenId}
          onVerdicts={give}
          onLevels={actions.setLevels}
        />
        {item && <PictureFile item={item} review={review} />}
      </div>
    </>
  );
}

const pageOf = ({ handInId }: Review, code = '') => `/hand-ins/${handInId}/review?point=${code}`;
