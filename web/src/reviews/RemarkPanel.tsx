import type { Remark, Review } from '@nachweis/contract';
import { type ReactNode, useState } from 'react';
import { numbered } from '../judging/numbered.ts';
import { RemarkThread } from '../judging/RemarkThread.tsx';
import { draftOf, writeOf } from '../judging/remarkDrafts.ts';
import { WHOLE } from '../judging/remarkPlaces.ts';
import type { ReviewActions } from '../judging/useReview.ts';
import { remarkLine } from '../pictures/RemarkTag.tsx';
import { Button } from '../ui/Button.tsx';
import { toast } from '../ui/notices.ts';
import { GiveToOthers } from './GiveToOthers.tsx';
import { RemarkFile } from './RemarkFile.tsx';
import { RemarkForm } from './RemarkForm.tsx';
import { RemarkLine } from './RemarkLine.tsx';
import type { RemarkDrafts } from './useRemarkDrafts.ts';

interface RemarkPanelProps {
  review: Review;
  drafts: RemarkDrafts;
  chosen: string | null;
  onChoose: (remark: Remark) => void;
  actions: ReviewActions;
}

/** All remarks of a hand-in, and those that are being written. */
export function RemarkPanel({ review, drafts, chosen, onChoose, actions }: RemarkPanelProps): ReactNode {
  const [giving, setGiving] = useState<Remark | null>(null);
  const letters = new Map(
    review.assignment.proofPoints.flatMap((point) => point.mustShows.map((m) => [m.id, m.letter] as const)),
  );
  const placed = numbered(review);
  const general = review.judgement.remarks.filter((r) => r.itemId === null);
  const remove = async (remark: Remark) => {
    if (!(await actions.removeRemark(remark.id))) return;
    toast.success('Remark taken away.', {
      action: {
        label: 'Undo',
        // Written anew: the one that was taken away stays gone.
        onClick: () => void actions.putRemark(crypto.randomUUID(), writeOf({ ...draftOf(remark), on: 0 })),
      },
    });
  };
  const lines = [...placed, ...general.map((remark) => ({ remark, number: null }))];
  return (
    <section aria-labelledby="remarks-title" className="border-b border-rule p-3">
      <div className="flex items-center gap-2">
        <h2 id="remarks-title" className="flex-1 text-sm text-faded">
          Remarks
        </h2>
        <Button small look="quiet" onClick={() => drafts.start(WHOLE)}>
          To the whole hand-in
        </Button>
      </div>
      {lines.length === 0 && !drafts.open && drafts.left.length + drafts.saving.length === 0 && (
        <p className="text-sm text-faded">
          Click in the picture, or press <kbd className="font-mono">r</kbd>, to remark on a place.
        </p>
      )}
      <ul>
        {lines.map(({ remark, number }) => (
          <RemarkLine
            key={remark.id}
            remark={remark}
            number={number}
            letter={letters.get(remark.mustShowId ?? '') ?? null}
            chosen={remark.id === chosen}
            onGive={remark.itemId ? () => setGiving(remark) : null}
            onChoose={() => onChoose(remark)}
            onEdit={() => drafts.edit(remark)}
            onRemove={() => void remove(remark)}
          >
            {(remark.thread.length > 0 || remark.id === chosen) && (
              <RemarkThread
                remark={remark}
                timeZone={review.assignment.timeZone}
                onAnswer={(entryId, entry) => actions.answerRemark(remark.id, entryId, entry)}
              />
            )}
          </RemarkLine>
        ))}
      </ul>
      {drafts.saving.map((draft) => (
        <p key={draft.id} role="status" className="truncate border-b border-rule py-1 pl-2 text-sm">
          <span className="text-faded">being saved:</span> {remarkLine(draft)}
        </p>
      ))}
      {drafts.left.length > 0 && (
        <ul aria-label="Remarks that are not saved">
          {drafts.left.map((draft) => (
            <li
              key={draft.id}
              className="flex items-center gap-1 border-b border-rule bg-ochre-wash py-1 pl-2"
            >
              <span className="min-w-0 flex-1 truncate text-sm">
                <span className="text-ochre">not saved:</span> {remarkLine(draft)}
              </span>
              <Button small look="quiet" onClick={() => drafts.goOn(draft.id)}>
                Go on
              </Button>
              <Button small look="quiet" onClick={() => drafts.discard(draft.id)}>
                Discard
              </Button>
            </li>
          ))}
        </ul>
      )}
      {giving && <GiveToOthers remark={giving} review={review} onClose={() => setGiving(null)} />}
      {drafts.open && (
        <RemarkForm
          key={drafts.open.id}
          draft={drafts.open}
          drafts={drafts}
          review={review}
          actions={actions}
        />
      )}
      <RemarkFile review={review} onChanged={actions.refresh} />
    </section>
  );
}
