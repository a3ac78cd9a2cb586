import type { HandInItem, Review } from '@nachweis/contract';
import { isPinOf, type Point } from '@nachweis/core';
import { type ReactNode, useEffect, useRef } from 'react';
import { useMe } from '../api/session.ts';
import { FileLink, NoPicture } from '../pictures/FileLink.tsx';
import { FramedImage } from '../pictures/FramedPicture.tsx';
import { MarkNotes } from '../pictures/MarkNotes.tsx';
import { PinLayer } from '../pictures/PinSign.tsx';
import { RecordLine } from '../pictures/RecordLine.tsx';
import { RemarkEdge, RemarkTag, slipPlace } from '../pictures/RemarkTag.tsx';
import { SOURCE_WORDS } from '../pictures/sourceWords.ts';
import { Stage } from '../stage/Stage.tsx';
import { StageMarks } from '../stage/StageMarks.tsx';
import type { Zoom } from '../stage/useZoom.ts';
import { Button } from '../ui/Button.tsx';
import { useStateOf } from '../ui/useStateOf.ts';
import { fileSize } from '../ui/when.ts';
import { numbered } from './numbered.ts';
import type { DraftRemark } from './remarkDrafts.ts';
import { noteMissing, noteSeen } from './seenPictures.ts';
import { isDecoded } from './usePreloaded.ts';
import { WholeCapture } from './WholeCapture.tsx';

export interface PictureStageProps {
  item: HandInItem;
  review: Review;
  pinsShown: boolean;
  /** absent, as `remark`, where nothing is remarked */
  chosenRemark?: string | null;
  chosenLetter: string | null;
  /** raised whenever the chosen letter's pin is to be gone to */
  toPin: number;
  remark?: DraftRemark | null;
  /** absent where nothing can be said at a place */
  onPlace?: (at: Point) => void;
  /** while a box or a ring is written about, a drag draws it */
  onDraw?: ((from: Point, to: Point) => void) | undefined;
  onChooseRemark?: (id: string) => void;
  /** called once the picture is on the screen, or cannot be */
  onShown?: (() => void) | undefined;
}

/** Stands where there is no picture. */
export function NothingHandedIn(): ReactNode {
  return (
    <p className="grid min-h-64 flex-1 place-items-center bg-grey-deep text-on-grey">
      Nothing was handed in for this proof point.
    </p>
  );
}

/** One handed-in picture, large, with its pins and remarks over it. A click starts a remark at that place. */
export function PictureStage(props: PictureStageProps): ReactNode {
  const {
    item,
    review,
    pinsShown,
    chosenRemark = null,
    chosenLetter,
    toPin,
    remark = null,
    onPlace,
    onDraw,
    onChooseRemark,
    onShown,
  } = props;
  const me = useMe();
  const view = useRef<Pick<Zoom, 'goTo'> | null>(null);
  /** how often a picture was asked for, and whether the last time it could not be fetched */
  const [{ tries, failed }, setAsked] = useStateOf(item.id, () => ({ tries: 0, failed: false }));
  const frame = { x: 0, y: 0, width: item.width, height: item.height };
  const remarks = numbered(review).filter(({ remark: one }) => one.itemId === item.id);
  // biome-ignore lint/correctness/useExhaustiveDependencies: it goes there when it is asked to, not when anything else changes
  useEffect(() => {
    const mark = item.marks.find(isPinOf(chosenLetter ?? ''));
    if (toPin > 0 && mark) view.current?.goTo(mark);
  }, [toPin]);
  return (
    <>
      {!item.baseHref && (
        <div className="min-h-[50dvh] flex-1 bg-grey p-3 lg:min-h-0">
          <NoPicture item={item} />
        </div>
      )}
      {item.baseHref && failed && (
        <div role="alert" className="grid min-h-[50dvh] flex-1 place-items-center bg-grey p-3 lg:min-h-0">
          <p className="bg-card p-4">
            This picture cannot be fetched: its file is missing or damaged, or there is no connection.{' '}
            <Button small onClick={() => setAsked(() => ({ tries: tries + 1, failed: false }))}>
              Try again
            </Button>
          </p>
        </div>
      )}
      {item.baseHref && !failed && (
        <Stage
          // A picture of the same size takes the place of the one before: nothing is measured, and nothing moves.
          key={`${item.proofPointId} ${item.width} ${item.height}`}
          picture={item}
          label={`Picture of ${review.student.name} for ${codeOf(review, item)}`}
          className={onPlace ? 'cursor-copy' : ''}
          view={view}
          // Walking along one proof point shows the same place of every student's picture.
          keepAs={`review ${item.proofPointId}`}
          {...(onPlace && { onPick: onPlace })}
          onDraw={onDraw}
          image={
            <FramedImage
              key={item.id}
              url={tries > 0 ? `${item.baseHref}?again=${tries}` : item.baseHref}
              width={item.width}
              height={item.height}
              atOnce={isDecoded(item.baseHref)}
              alt={`Picture for the proof point: ${item.fileName}`}
              onError={() => {
                setAsked((old) => ({ ...old, failed: true }));
                void noteMissing(me.id, item.id, item.baseHref ?? '');
                onShown?.();
              }}
              onPainted={() => {
                noteSeen(me.id, item.id);
                onShown?.();
              }}
            />
          }
        >
          {(scale) => (
            <>
              {pinsShown && <StageMarks marks={item.marks} size={frame} scale={scale} />}
              {pinsShown && (
                <PinLayer
                  marks={item.marks}
                  frame={frame}
                  shown={{ width: item.width * scale, height: item.height * scale }}
                  chosen={chosenLetter}
                />
              )}
              {remarks.map(({ remark: one, number }) => (
                <RemarkTag
                  key={one.id}
                  remark={one}
                  number={number}
                  frame={frame}
                  chosen={one.id === chosenRemark}
                  onChoose={() => onChooseRemark?.(one.id)}
                />
              ))}
              {remark?.itemId === item.id && (
                <RemarkEdge place={remark} frame={frame} chosen testId="remark-outline" />
              )}
              {remark?.itemId === item.id && (
                <span
                  data-testid="remark-place"
                  className="pointer-events-none absolute size-7 rounded-tr-md rounded-b-md border-2 border-card bg-verdigris"
                  style={slipPlace(remark, frame)}
                />
              )}
            </>
          )}
        </Stage>
      )}
      <MarkNotes marks={item.marks} />
    </>
  );
}

/** The file that was handed in, and where its picture came from. */
export function PictureFile({ item, review }: { item: HandInItem; review: Review }): ReactNode {
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1 border-t border-rule bg-card px-3 py-1 text-sm">
      <FileLink item={item} />
      <span className="text-faded">
        {item.width} × {item.height}, {item.bytes === null ? 'not sealed yet' : fileSize(item.bytes)}, from{' '}
        {SOURCE_WORDS[item.source]}
        <RecordLine jws={item.record} timeZone={review.assignment.timeZone} />
      </span>
      {item.whole && <WholeCapture key={item.id} whole={item.whole} code={codeOf(review, item)} />}
    </div>
  );
}

const codeOf = ({ assignment }: Review, item: HandInItem): string =>
  assignment.proofPoints.find((point) => point.id === item.proofPointId)?.code ?? '';
