import type { Remark, Review } from '@nachweis/contract';
import { Pencil, Trash2 } from 'lucide-react';
import { type FormEvent, type KeyboardEvent, type ReactNode, useEffect, useRef, useState } from 'react';
import { arrowStep } from '../ui/arrowStep.ts';
import { Button } from '../ui/Button.tsx';
import { toast } from '../ui/notices.ts';
import { numbered } from './numbered.ts';
import type { DraftRemark } from './remarkDrafts.ts';
import type { RemarkDrafts } from './useRemarkDrafts.ts';
import type { ReviewActions } from './useReview.ts';

interface RemarkPanelProps {
  review: Review;
  drafts: RemarkDrafts;
  chosen: string | null;
  onChoose: (remark: Remark) => void;
  actions: ReviewActions;
}

const MOST = 10_000;

/** All remarks of a hand-in, and those that are being written. */
export function RemarkPanel({ review, drafts, chosen, onChoose, actions }: RemarkPanelProps): ReactNode {
  const placed = numbered(review);
  const general = review.judgement.remarks.filter((r) => r.itemId === null);
  const remove = async (remark: Remark) => {
    const { id, itemId, x, y, text } = remark;
    if (!(await actions.removeRemark(id))) return;
    toast.success('Remark taken away.', {
      action: {
        label: 'Undo',
        // Written anew: the one that was taken away stays gone.
        onClick: () => void actions.putRemark(crypto.randomUUID(), { itemId, x, y, text, on: 0 }),
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
        <Button small look="quiet" onClick={() => drafts.start({ itemId: null, x: null, y: null })}>
          To the whole hand-in
        </Button>
      </div>
      {lines.length === 0 && !drafts.open && drafts.left.length === 0 && (
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
            chosen={remark.id === chosen}
            onChoose={() => onChoose(remark)}
            onEdit={() => drafts.edit(remark)}
            onRemove={() => void remove(remark)}
          />
        ))}
      </ul>
      {drafts.left.length > 0 && (
        <ul aria-label="Remarks that are not saved">
          {drafts.left.map((draft) => (
            <li
              key={draft.id}
              className="flex items-center gap-1 border-b border-rule bg-ochre-wash py-1 pl-2"
            >
              <span className="min-w-0 flex-1 truncate text-sm">
                <span className="text-ochre">not saved:</span> {draft.text}
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
      {drafts.open && (
        <RemarkForm
          key={drafts.open.id}
          draft={drafts.open}
          drafts={drafts}
          review={review}
          actions={actions}
        />
      )}
    </section>
  );
}

interface RemarkLineProps {
  remark: Remark;
  number: number | null;
  chosen: boolean;
  onChoose: () => void;
  onEdit: () => void;
  onRemove: () => void;
}

function RemarkLine({ remark, number, chosen, onChoose, onEdit, onRemove }: RemarkLineProps): ReactNode {
  return (
    <li className={`flex items-start gap-1 border-b border-rule py-1 ${chosen ? 'bg-verdigris-wash' : ''}`}>
      <button type="button" onClick={onChoose} className="flex min-w-0 flex-1 gap-2 text-left">
        <span className="font-mono font-bold">{number ?? '–'}</span>
        <span className="min-w-0">
          <span className="written block max-h-40 overflow-auto" dir="auto">
            {remark.text}
          </span>
          <span className="text-sm text-faded">{remark.author}</span>
        </span>
      </button>
      {remark.own && (
        <>
          <Button small look="quiet" aria-label="Change this remark" onClick={onEdit}>
            <Pencil size={15} aria-hidden />
          </Button>
          <Button small look="quiet" aria-label="Take this remark away" onClick={onRemove}>
            <Trash2 size={15} aria-hidden />
          </Button>
        </>
      )}
    </li>
  );
}

function RemarkForm({
  draft,
  drafts,
  review,
  actions,
}: {
  draft: DraftRemark;
  drafts: RemarkDrafts;
  review: Review;
  actions: ReviewActions;
}): ReactNode {
  const [busy, setBusy] = useState(false);
  const field = useRef<HTMLTextAreaElement>(null);
  // A click that moves it took the focus along.
  // biome-ignore lint/correctness/useExhaustiveDependencies: after every move
  useEffect(() => field.current?.focus(), [draft.itemId, draft.x, draft.y, draft.moving]);
  const save = async (event?: FormEvent) => {
    event?.preventDefault();
    const { id, itemId, x, y, text, on } = draft;
    if (text.trim() === '') return;
    setBusy(true);
    if (await actions.putRemark(id, { itemId, x, y, text, on })) drafts.discard(id);
    setBusy(false);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === 'Escape') {
      event.stopPropagation();
      drafts.close();
      return;
    }
    if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) {
      void save();
      return;
    }
    const arrow = arrowStep(event);
    const item = review.items.find((one) => one.id === draft.itemId);
    if (!arrow || !item || !event.altKey) return;
    event.preventDefault();
    const clamp = (v: number, most: number) => Math.min(Math.max(v, 0), most - 1);
    drafts.change({
      ...draft,
      x: clamp((draft.x ?? 0) + arrow.dx, item.width),
      y: clamp((draft.y ?? 0) + arrow.dy, item.height),
    });
  };
  const where = draft.itemId ? `Remark at ${draft.x}, ${draft.y}` : 'Remark to the whole hand-in';
  return (
    <form onSubmit={save} className="mt-2 flex flex-col gap-1.5 border border-verdigris bg-card p-2">
      <label className="flex flex-col gap-1 text-sm font-semibold">
        {where}
        <textarea
          ref={field}
          dir="auto"
          rows={3}
          maxLength={MOST}
          value={draft.text}
          data-typing
          onChange={(event) => drafts.change({ ...draft, text: event.target.value })}
          onKeyDown={onKeyDown}
          className="border border-edge bg-paper p-1.5 font-normal"
        />
      </label>
      {draft.itemId && (
        <p className="text-xs text-faded">
          {draft.on === 0 || draft.moving
            ? 'Click in the picture'
            : 'Press “Move”, then click in the picture,'}{' '}
          or press Alt and arrows (with Shift by ten) to move it.
        </p>
      )}
      <div className="flex justify-end gap-2">
        {draft.on > 0 && draft.itemId && (
          <Button
            small
            look="quiet"
            aria-pressed={draft.moving ?? false}
            onClick={() => drafts.change({ ...draft, moving: !draft.moving })}
          >
            Move
          </Button>
        )}
        <Button small look="quiet" onClick={() => drafts.discard(draft.id)}>
          Discard
        </Button>
        <Button small look="quiet" onClick={drafts.close} keyName="Esc">
          Later
        </Button>
        <Button
          small
          look="main"
          type="submit"
          disabled={busy || draft.text.trim() === ''}
          keyName="Ctrl Enter"
        >
          Save
        </Button>
      </div>
    </form>
  );
}
