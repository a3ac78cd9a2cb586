import type { Review } from '@nachweis/contract';
import type { Verdict } from '@nachweis/core';
import { type ReactNode, useState } from 'react';
import { useMe } from '../api/session.ts';
import { chosenOf, JudgingPanels } from './JudgingPanels.tsx';
import { MarksShown } from './MarksShown.tsx';
import { PictureFile } from './PictureStage.tsx';
import { Asked } from './PointParts.tsx';
import { PointPictures } from './PointPictures.tsx';
import { PointTabs } from './PointTabs.tsx';
import { StatementPart } from './StatementPart.tsx';
import { mayBeJudged } from './seenPictures.ts';
import type { Stand } from './standOf.ts';
import { useLooked } from './useLooked.ts';
import { useReviewKeys } from './useReviewKeys.ts';

interface JudgingDeskProps {
  review: Review;
  stand: Stand;
  /** names the keys of the page */
  keys: string;
  /** the row over the desk */
  heading: ReactNode;
  /** the line over what was asked */
  note: ReactNode;
  /** null where the checks have not been run, for nothing is handed in yet */
  findings: Review['findings'] | null;
  onVerdicts: (verdicts: Record<string, Verdict | null>) => void;
  onLevels: (levels: Record<string, number | null>) => void;
  onStudent: (step: 1 | -1) => void;
  onNextWaiting: () => void;
  /** stands at the end of the column */
  children?: ReactNode;
}

/** A hand-in on the desk of who judges it, without remarks and points: proof points, the large picture, verdicts. */
export function JudgingDesk(props: JudgingDeskProps): ReactNode {
  const { review, stand, keys, heading, note, findings, onVerdicts, onLevels, onStudent, onNextWaiting } =
    props;
  const me = useMe();
  const { assignment, items } = review;
  const points = assignment.proofPoints;
  const [place, setPlace] = useState({ point: 0, picture: 0 });
  const [pinsShown, setPinsShown] = useState(true);
  const [toPin, setToPin] = useState(0);
  const [chosenId, setChosenId] = useState<string | null>(null);
  const point = points[place.point];
  const pictures = items.filter((item) => item.proofPointId === point?.id);
  const index = Math.min(place.picture, Math.max(pictures.length - 1, 0));
  const item = pictures[index] ?? null;
  const mustShows = point?.mustShows ?? [];
  const chosen = chosenOf(mustShows, chosenId, stand.verdicts);
  const goToPoint = (to: number, picture = 0) => {
    setPlace({ point: Math.min(Math.max(to, 0), points.length - 1), picture });
    setChosenId(null);
    setToPin(0);
  };
  const give = (verdicts: Record<string, Verdict | null>) => {
    if (review.mayJudge && mayBeJudged(me.id, pictures)) onVerdicts(verdicts);
  };
  const { looked, onStep, toPinOf } = useLooked(pictures, index, (picture) => {
    setPlace({ ...place, picture });
    setToPin(0);
  });
  useReviewKeys({
    onStep,
    onTogether: looked.onTogether,
    mustShows,
    chosen,
    verdicts: stand.verdicts,
    onChoose: setChosenId,
    onVerdicts: give,
    onPoint: (step) => goToPoint(place.point + step),
    onStudent,
    onPins: () => setPinsShown((shown) => !shown),
    onRemark: () => {},
    onToPin: () => {
      toPinOf(chosen?.letter);
      setToPin(toPin + 1);
    },
    onNextWaiting,
    onCompare: () => {},
  });
  return (
    <main data-keys={keys} className="flex min-h-0 flex-1 flex-col lg:h-[calc(100dvh-3rem)] lg:flex-none">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule px-4 py-1.5">
        {heading}
      </div>
      <div className="flex flex-1 flex-col lg:min-h-0 lg:flex-row">
        <section aria-label="Pictures" className="flex min-w-0 flex-col lg:flex-1">
          <PointTabs
            points={points}
            place={place.point}
            pictures={pictures}
            item={item}
            looked={looked}
            stand={stand}
            onGo={goToPoint}
          >
            <MarksShown shown={pinsShown} onShown={setPinsShown} />
          </PointTabs>
          <PointPictures
            key={point?.id}
            pictures={pictures}
            item={item}
            isTogether={looked.isTogether}
            onPicture={looked.onPicture}
            review={review}
            pinsShown={pinsShown}
            chosenLetter={chosen?.letter ?? null}
            toPin={toPin}
          />
          {item && !looked.isTogether && <PictureFile item={item} review={review} />}
        </section>
        <aside className="flex w-full shrink-0 flex-col border-rule max-lg:border-t lg:w-96 lg:overflow-auto lg:border-l">
          <p className="border-b border-rule px-3 py-1.5 text-sm text-faded">{note}</p>
          {point && <Asked assignment={assignment} point={point} />}
          <JudgingPanels
            review={review}
            stand={stand}
            point={point}
            pictures={pictures}
            item={item}
            chosen={chosen}
            byWhomUntold
            findings={findings}
            onChoose={setChosenId}
            onVerdicts={give}
            onLevels={onLevels}
          />
          <StatementPart
            review={review}
            onGo={(index, picture, mustShowId) => {
              looked.onPicture(place.picture);
              goToPoint(index, picture);
              setChosenId(mustShowId);
              setToPin(mustShowId ? toPin + 1 : 0);
            }}
          />
          {props.children}
        </aside>
      </div>
    </main>
  );
}
