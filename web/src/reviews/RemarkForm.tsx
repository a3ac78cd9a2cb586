import {
  REMARK_SHAPES,
  REMARK_SIGNS,
  type RemarkShape,
  type RemarkSign,
  type Review,
} from '@nachweis/contract';
import {
  type ClipboardEvent,
  type FormEvent,
  type KeyboardEvent,
  type ReactNode,
  useEffect,
  useRef,
} from 'react';
import { type DraftRemark, saysSomething, writeOf } from '../judging/remarkDrafts.ts';
import { asShape, movedBy, sized } from '../judging/remarkPlaces.ts';
import type { ReviewActions } from '../judging/useReview.ts';
import { RemarkSignShape, SIGN_WORDS } from '../pictures/RemarkSignShape.tsx';
import { arrowStep } from '../ui/arrowStep.ts';
import { Button } from '../ui/Button.tsx';
import { Choices } from '../ui/Choices.tsx';
import { NumberField } from '../ui/NumberField.tsx';
import { RemarkPicturePart } from './RemarkPicturePart.tsx';
import { withValues } from './remarkFields.ts';
import { StockList } from './StockList.tsx';
import type { RemarkDrafts } from './useRemarkDrafts.ts';
import { useRemarkPicture } from './useRemarkPicture.ts';

const MOST = 10_000;
const SHAPES: Readonly<Record<RemarkShape, string>> = { point: 'Place', box: 'Box', ring: 'Ring' };

interface RemarkFormProps {
  draft: DraftRemark;
  drafts: RemarkDrafts;
  review: Review;
  actions: ReviewActions;
}

/** A remark that is being written. */
export function RemarkForm({ draft, drafts, review, actions }: RemarkFormProps): ReactNode {
  const field = useRef<HTMLTextAreaElement>(null);
  // A press in the picture that moves it took the focus along; whoever chooses by keys here stays where they are.
  // biome-ignore lint/correctness/useExhaustiveDependencies: after every move
  useEffect(() => {
    const { current } = field;
    if (!current?.form?.contains(document.activeElement)) current?.focus();
  }, [draft.itemId, draft.x, draft.y, draft.width, draft.height, draft.moving]);
  const item = review.items.find((one) => one.id === draft.itemId);
  const point = review.assignment.proofPoints.find((one) => one.id === item?.proofPointId);
  const adding = useRemarkPicture(review.assignment.id, (picture) => drafts.change({ ...draft, picture }));
  const onPaste = (event: ClipboardEvent) => {
    const files = [...event.clipboardData.files];
    if (files.length === 0) return;
    event.preventDefault();
    // It is no evidence of the one who writes: nothing else of the page takes it.
    event.stopPropagation();
    void adding.take(files, 'clipboard');
  };
  const save = (event?: FormEvent) => {
    event?.preventDefault();
    if (adding.busy || !saysSomething(draft)) return;
    const text = withValues(draft.text, review);
    void drafts.save(draft, () => actions.putRemark(draft.id, writeOf({ ...draft, text })));
  };
  const onKeyDown = (event: KeyboardEvent) => {
    // Letters and digits are of what is being written, also where a choice of it has the focus.
    if (event.key.length === 1 && !event.ctrlKey && !event.metaKey) event.stopPropagation();
    if (event.key === 'Escape') {
      event.stopPropagation();
      drafts.close();
      return;
    }
    if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) {
      save();
      return;
    }
    const arrow = arrowStep(event);
    if (!arrow || !item || !event.altKey) return;
    event.preventDefault();
    drafts.change({ ...draft, ...movedBy(draft, arrow, item) });
  };
  const pick = (text: string) => {
    drafts.change({ ...draft, text });
    field.current?.focus();
  };
  const where = draft.itemId ? `Remark at ${draft.x}, ${draft.y}` : 'Remark to the whole hand-in';
  return (
    <form
      onSubmit={save}
      onKeyDown={onKeyDown}
      onPaste={onPaste}
      // After a choice by pointer one goes on writing; one made by keys makes a click without a pointer.
      onClickCapture={(event) => {
        const radio = (event.target as Element).closest('[role=radio]');
        if (radio && event.detail > 0) field.current?.focus();
      }}
      className="mt-2 flex flex-col gap-1.5 border border-verdigris bg-card p-2"
    >
      <label className="flex flex-col gap-1 text-sm font-semibold">
        {where}
        <textarea
          ref={field}
          dir="auto"
          rows={2}
          maxLength={MOST}
          value={draft.text}
          data-typing
          onChange={(event) => drafts.change({ ...draft, text: event.target.value })}
          className="border border-edge bg-paper p-1.5 font-normal"
        />
      </label>
      <div className="flex flex-wrap justify-end gap-1">
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
          disabled={adding.busy || !saysSomething(draft)}
          keyName="Ctrl Enter"
        >
          Save
        </Button>
      </div>
      <RemarkPicturePart
        picture={draft.picture}
        busy={adding.busy}
        problem={adding.problem}
        onFiles={(files) => void adding.take(files, 'file')}
        onRemove={() => drafts.change({ ...draft, picture: null })}
      />
      <StockList draft={draft} review={review} point={point} onPick={pick} />
      <Choices
        label="Sign"
        value={draft.sign ?? 'none'}
        options={[
          { value: 'none', content: 'no sign' },
          ...REMARK_SIGNS.map((sign) => ({
            value: sign,
            content: (
              <>
                <RemarkSignShape sign={sign} plain={draft.sign === sign} /> {SIGN_WORDS[sign]}
              </>
            ),
          })),
        ]}
        onChoose={(sign) => drafts.change({ ...draft, sign: sign === 'none' ? null : (sign as RemarkSign) })}
      />
      {item && (
        <Choices
          label="Shape"
          value={draft.shape}
          options={REMARK_SHAPES.map((shape) => ({ value: shape, content: SHAPES[shape] }))}
          onChoose={(shape) => drafts.change({ ...draft, ...asShape(draft, shape, item) })}
        />
      )}
      {item && draft.shape !== 'point' && (
        <div className="flex gap-2 text-sm">
          {(['width', 'height'] as const).map((side) => (
            <label key={side} className="flex items-center gap-1">
              {side === 'width' ? 'Width' : 'Height'}
              <NumberField
                min={1}
                max={item[side]}
                value={draft[side]}
                onChange={(value) => {
                  const now = { width: draft.width ?? 1, height: draft.height ?? 1 };
                  if (value >= 1)
                    drafts.change({ ...draft, ...sized(draft, { ...now, [side]: value }, item) });
                }}
                className="min-h-7 w-20 border border-edge bg-paper px-1"
              />
            </label>
          ))}
        </div>
      )}
      {point && point.mustShows.length > 0 && (
        <Choices
          label="About"
          value={draft.mustShowId ?? ''}
          options={[
            { value: '', content: 'all of it' },
            ...point.mustShows.map((one) => ({ value: one.id, content: `about ${one.letter}` })),
          ]}
          onChoose={(id) => drafts.change({ ...draft, mustShowId: id || null })}
        />
      )}
      {draft.itemId && (
        <p className="text-xs text-faded">
          {draft.on === 0 || draft.moving ? 'Click' : 'Press “Move”, then click'}
          {draft.shape !== 'point' && ' or drag'} in the picture, or press Alt and arrows (with Shift by ten)
          to move it.
        </p>
      )}
    </form>
  );
}
