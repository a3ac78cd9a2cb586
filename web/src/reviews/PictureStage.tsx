import type { HandInItem, Review } from '@nachweis/contract';
import { boxHolds } from '@nachweis/core';
import { type PointerEvent, type ReactNode, useRef } from 'react';
import { FileLink, NoPicture } from '../pictures/FileLink.tsx';
import { FramedPicture, pixelUnder, placeInFrame } from '../pictures/FramedPicture.tsx';
import { PinSign } from '../pictures/PinSign.tsx';
import { RecordLine } from '../pictures/RecordLine.tsx';
import { RemarkTag } from '../pictures/RemarkTag.tsx';
import { SOURCE_WORDS } from '../pictures/sourceWords.ts';
import { fileSize } from '../ui/when.ts';
import { numbered } from './numbered.ts';
import type { DraftRemark } from './useDraftRemark.ts';

interface PictureStageProps {
  item: HandInItem;
  review: Review;
  pinsShown: boolean;
  chosenRemark: string | null;
  chosenLetter: string | null;
  remark: DraftRemark | null;
  onRemark: (remark: DraftRemark) => void;
  onPlace: (at: { x: number; y: number }) => void;
  onChooseRemark: (id: string) => void;
}

/** One handed-in picture, large, with its pins and remarks over it. A click starts a remark at that place. */
export function PictureStage({
  item,
  review,
  pinsShown,
  chosenRemark,
  chosenLetter,
  remark,
  onRemark,
  onPlace,
  onChooseRemark,
}: PictureStageProps): ReactNode {
  const surface = useRef<HTMLDivElement>(null);
  const frame = { x: 0, y: 0, width: item.width, height: item.height };
  const remarks = numbered(review).filter(({ remark }) => remark.itemId === item.id);
  const onPointerDown = (event: PointerEvent<HTMLDivElement>) => {
    if (event.button !== 0 || !surface.current) return;
    const at = pixelUnder(event, surface.current, frame);
    if (!boxHolds(frame, at)) return;
    // A remark that is open moves to where was clicked; its text stays.
    if (remark?.itemId === item.id) onRemark({ ...remark, ...at });
    else onPlace(at);
  };
  return (
    <>
      <div className="min-h-0 flex-1 bg-grey p-3">
        {!item.baseHref && <NoPicture item={item} />}
        {item.baseHref && (
          <FramedPicture
            url={item.baseHref}
            width={item.width}
            height={item.height}
            alt={`Picture for the proof point: ${item.fileName}`}
            enlarge={2}
            surfaceRef={surface}
            className="cursor-copy"
            onPointerDown={onPointerDown}
          >
            {pinsShown &&
              item.marks.map((mark) => (
                <span
                  key={mark.letter}
                  data-pin={mark.letter}
                  className="pointer-events-none absolute"
                  style={placeInFrame(mark, frame)}
                >
                  <PinSign
                    letter={mark.letter}
                    chosen={mark.letter === chosenLetter}
                    below={mark.y < item.height * 0.08}
                  />
                </span>
              ))}
            {remarks.map(({ remark: one, number }) => (
              <RemarkTag
                key={one.id}
                remark={one}
                number={number}
                frame={frame}
                chosen={one.id === chosenRemark}
                onChoose={() => onChooseRemark(one.id)}
              />
            ))}
            {remark?.itemId === item.id && (
              <span
                data-testid="remark-place"
                className="pointer-events-none absolute size-7 rounded-tr-md rounded-b-md border-2 border-card bg-verdigris"
                style={placeInFrame({ x: remark.x ?? 0, y: remark.y ?? 0 }, frame)}
              />
            )}
          </FramedPicture>
        )}
      </div>
      <p className="flex flex-wrap gap-x-4 border-t border-rule bg-card px-3 py-1 text-sm">
        <FileLink item={item} />
        <span className="text-faded">
          {item.width} × {item.height}, {item.bytes === null ? 'not sealed yet' : fileSize(item.bytes)}, from{' '}
          {SOURCE_WORDS[item.source]}
          <RecordLine jws={item.record} />
        </span>
      </p>
    </>
  );
}
