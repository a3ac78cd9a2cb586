import type { HandInItem, HandInView, Remark } from '@nachweis/contract';
import { type ReactNode, useState } from 'react';
import { NoPicture } from '../pictures/FileLink.tsx';
import { MarkNotes } from '../pictures/MarkNotes.tsx';
import { Mount } from '../pictures/Mount.tsx';
import { PreparedPicture } from '../pictures/PreparedPicture.tsx';
import { RemarkTag } from '../pictures/RemarkTag.tsx';
import { UNPREPARED } from '../store/pictureDocument.ts';
import { type Answering, ReturnedRemark } from './ReturnedRemark.tsx';

/** About how large a picture is shown here. */
const SHOWN = { width: 640, height: 416 };

const remarksOn = (view: HandInView, itemId: string): Remark[] =>
  view.feedback?.remarks.filter((r) => r.itemId === itemId) ?? [];

/** Remarks are numbered through all pictures, so that a number means one remark. */
export function remarksBefore(view: HandInView, index: number): number {
  return view.items.slice(0, index).reduce((sum, item) => sum + remarksOn(view, item.id).length, 0);
}

export function ReturnedPicture({
  item,
  view,
  firstNumber,
  verdicts,
  answering,
}: {
  item: HandInItem;
  view: HandInView;
  firstNumber: number;
  /** stands below it, beside its remarks */
  verdicts: ReactNode;
  answering: Answering | null;
}): ReactNode {
  const [chosen, setChosen] = useState<string | null>(null);
  const point = view.assignment.proofPoints.find((p) => p.id === item.proofPointId);
  const remarks = remarksOn(view, item.id);
  const frame = { x: 0, y: 0, width: item.width, height: item.height };
  return (
    <article id={`picture-${item.id}`} tabIndex={-1}>
      <Mount
        code={point?.code ?? ''}
        name={item.fileName}
        status={<span className="block text-sm text-faded">{`${item.width} × ${item.height}`}</span>}
        actions={
          item.fileHref && (
            <a
              href={item.fileHref}
              target="_blank"
              rel="noreferrer"
              className="text-sm text-verdigris-deep underline"
            >
              Open
            </a>
          )
        }
      >
        <div className="h-[min(26rem,60dvh)] w-full">
          {!item.baseHref && <NoPicture item={item} />}
          {item.baseHref && (
            <PreparedPicture
              picture={{ ...item, ...UNPREPARED, url: item.baseHref, marks: item.marks }}
              shown={SHOWN}
              alt={`${point?.code}: ${item.fileName}`}
            >
              {remarks.map((remark, index) => (
                <RemarkTag
                  key={remark.id}
                  remark={remark}
                  number={firstNumber + index + 1}
                  frame={frame}
                  chosen={remark.id === chosen}
                  onChoose={() => setChosen(remark.id)}
                />
              ))}
            </PreparedPicture>
          )}
        </div>
      </Mount>
      <MarkNotes marks={item.marks} />
      <div className="mt-2 grid gap-x-6 gap-y-2 sm:grid-cols-2">
        {verdicts}
        {remarks.length > 0 && (
          <ol>
            {remarks.map((remark, index) => (
              <ReturnedRemark
                key={remark.id}
                remark={remark}
                number={firstNumber + index + 1}
                letter={point?.mustShows.find((m) => m.id === remark.mustShowId)?.letter ?? null}
                chosen={remark.id === chosen}
                onChoose={() => setChosen(remark.id)}
                timeZone={view.assignment.timeZone}
                answering={answering}
              />
            ))}
          </ol>
        )}
      </div>
    </article>
  );
}
