import { type Comparable, type Remark, type Review, thumbnailHref } from '@nachweis/contract';
import { fillFields } from '@nachweis/core';
import { type FormEvent, type ReactNode, useState } from 'react';
import { sentenceOfAll } from '../api/allOrNothing.ts';
import { sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { useApi } from '../api/useApi.ts';
import { useIds } from '../api/useIds.ts';
import { draftOf, writeOf } from '../judging/remarkDrafts.ts';
import { onPicture, type RemarkPlace } from '../judging/remarkPlaces.ts';
import { placeInFrame } from '../pictures/FramedPicture.tsx';
import { RemarkEdge, remarkLine } from '../pictures/RemarkTag.tsx';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { toast } from '../ui/notices.ts';
import { Failed, Loading } from '../ui/states.tsx';
import { several } from '../words/counted.ts';
import { withField } from './remarkFields.ts';

interface GiveToOthersProps {
  remark: Remark;
  review: Review;
  onClose: () => void;
}

/** One remark for other students' pictures of the same proof point: each place is seen before it is written. */
export function GiveToOthers({ remark, review, onClose }: GiveToOthersProps): ReactNode {
  const { assignment, handInId } = review;
  const item = review.items.find((one) => one.id === remark.itemId);
  const listArgs = { params: { assignmentId: assignment.id } };
  const inLine = useApi('reviewList', listArgs);
  const comparables = useApi('comparables', {
    params: { handInId, proofPointId: item?.proofPointId ?? '' },
  });
  const [list, pictures] = [inLine.data, comparables.data];
  const error = inLine.error ?? comparables.error;
  const readAgain = () => Promise.all([inLine.mutate(), comparables.mutate()]);
  // The name of this student becomes a field, so that nobody reads another one's.
  const [text, setText] = useState(() => withField(remark.text, review));
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [busy, setBusy] = useState(false);
  const [failed, setFailed] = useState('');
  const ids = useIds();
  const judged = new Map(
    list?.rows.filter((row) => row.state !== 'released' || list.mayRelease).map((row) => [row.handInId, row]),
  );
  const targets = (pictures?.others ?? []).filter((one) => judged.has(one.handInId));
  // A made-up name would be read by the student later.
  const withName = (words: string, { plain }: Comparable) =>
    fillFields(words, { student: review.veiled ? '' : plain });
  const placeOn = (target: Comparable): RemarkPlace =>
    item ? onPicture(remark, item, target.itemId, target) : remark;
  const flip = (itemId: string) =>
    setChosen((old) =>
      old.has(itemId) ? new Set([...old].filter((id) => id !== itemId)) : new Set([...old, itemId]),
    );
  const give = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    setFailed('');
    const draft = { ...draftOf(remark), on: 0 };
    const remarks = targets
      .filter((target) => chosen.has(target.itemId))
      .map((target) => ({
        id: ids.of(target.itemId),
        handInId: target.handInId,
        remark: {
          ...writeOf({ ...draft, ...placeOn(target), text: withName(text, target) }),
        },
      }));
    try {
      const { remarks: count } = await callApi('giveRemarks', { ...listArgs, body: { remarks } });
      const undo = async () => {
        const body = { remarks: remarks.map(({ id, handInId }) => ({ id, handInId })) };
        try {
          const taken = await callApi('takeRemarks', { ...listArgs, body });
          toast.success(`Taken away from ${several(taken.remarks, 'hand-in')} again.`);
        } catch (problem) {
          toast.error(sentenceOf(problem));
        }
      };
      toast.success(`The remark was given to ${several(count, 'other hand-in')}.`, {
        action: { label: 'Undo', onClick: () => void undo() },
      });
      onClose();
    } catch (problem) {
      setFailed(sentenceOfAll(problem, 'Nothing was written.'));
      setBusy(false);
    }
  };
  const all = chosen.size === targets.length;
  return (
    <Dialog
      size="full"
      title="Give this remark to others"
      description="It is written at the same place of each picture that you choose."
      onClose={onClose}
    >
      {!list || !pictures ? (
        error ? (
          <Failed inPage error={error} onRetry={() => void readAgain()} />
        ) : (
          <Loading what="the pictures of the others" />
        )
      ) : (
        <form onSubmit={give} className="flex min-h-0 flex-1 flex-col gap-3 p-4">
          <label className="flex flex-col gap-1 text-sm font-semibold">
            What it says; {'{student}'} is{' '}
            {review.veiled ? 'left out while names are kept back' : 'each one’s name'}
            <textarea
              dir="auto"
              rows={2}
              maxLength={10_000}
              value={text}
              onChange={(event) => setText(event.target.value)}
              className="border border-edge bg-card p-1.5 font-normal"
            />
          </label>
          {targets.length === 0 ? (
            <p className="text-faded">Nobody else’s picture of this proof point can be remarked on now.</p>
          ) : (
            <ul className="grid min-h-0 flex-1 auto-rows-min grid-cols-[repeat(auto-fill,minmax(11rem,1fr))] gap-3 overflow-auto p-1">
              {targets.map((target) => (
                <li key={target.itemId}>
                  <label className="flex flex-col border border-edge bg-card p-1 has-checked:outline-3 has-checked:outline-verdigris">
                    <span className="flex items-center gap-2 px-1 text-sm font-semibold">
                      <input
                        type="checkbox"
                        checked={chosen.has(target.itemId)}
                        onChange={() => flip(target.itemId)}
                        className="size-6 shrink-0 accent-verdigris"
                      />
                      <span className="truncate">
                        {target.student}
                        {target.place && `, picture ${target.place}`}
                      </span>
                    </span>
                    <Preview
                      target={target}
                      place={placeOn(target)}
                      says={remarkLine({ ...remark, text: withName(text, target) })}
                    />
                  </label>
                </li>
              ))}
            </ul>
          )}
          {failed && (
            <p role="alert" className="text-madder">
              {failed}
            </p>
          )}
          <div className="flex flex-wrap items-center justify-end gap-2">
            <Button
              small
              look="quiet"
              disabled={targets.length === 0}
              onClick={() => setChosen(all ? new Set() : new Set(targets.map((one) => one.itemId)))}
            >
              {all && targets.length > 0 ? 'Choose none' : 'Choose all'}
            </Button>
            <Button onClick={onClose}>Cancel</Button>
            <Button
              look="main"
              type="submit"
              disabled={busy || chosen.size === 0 || (text.trim() === '' && remark.sign === null)}
            >
              Give it to {chosen.size}
            </Button>
          </div>
        </form>
      )}
    </Dialog>
  );
}

/** A small picture with the place at which the remark would be. */
function Preview({
  target,
  place,
  says,
}: {
  target: Comparable;
  place: RemarkPlace;
  says: string;
}): ReactNode {
  const frame = { x: 0, y: 0, width: target.width, height: target.height };
  return (
    <span className="mt-1 grid h-32 place-items-center bg-grey">
      <span
        className="relative block max-h-full max-w-full"
        style={{ aspectRatio: `${target.width} / ${target.height}` }}
      >
        <img src={thumbnailHref(target.itemId)} alt="" loading="lazy" className="block max-h-32 max-w-full" />
        <RemarkEdge place={place} frame={frame} chosen />
        {place.shape === 'point' && (
          <span
            title={says}
            className="absolute size-4 rounded-tr-sm rounded-b-sm border-2 border-card bg-verdigris"
            style={placeInFrame({ x: place.x ?? 0, y: place.y ?? 0 }, frame)}
          />
        )}
      </span>
    </span>
  );
}
