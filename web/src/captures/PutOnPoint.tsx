import type { CaptureItem } from '@nachweis/contract';
import { type ReactNode, useState } from 'react';
import { useNavigate } from 'react-router';
import { useSWRConfig } from 'swr';
import { sentenceOf } from '../api/apiProblem.ts';
import { addressOf, callApi } from '../api/callApi.ts';
import { useApi } from '../api/useApi.ts';
import { useIds } from '../api/useIds.ts';
import { useShowDraft } from '../store/useDrafts.ts';
import { Button } from '../ui/Button.tsx';
import { toast } from '../ui/notices.ts';

const field = 'mt-0.5 block h-9 w-full border border-edge bg-card px-2';

/** What was chosen, or else stood there first. Where it goes nothing else takes its place unseen: one is chosen anew. */
function useStanding<T extends { id: string }>(offered: readonly T[]): [T | undefined, (id: string) => void] {
  const [chosen, setChosen] = useState('');
  const [first] = offered;
  if (chosen === '' && first) setChosen(first.id);
  return [offered.find(({ id }) => id === (chosen || first?.id)), setChosen];
}

/** Puts a capture on a proof point of an assignment that is open, and goes there to frame it. */
export function PutOnPoint({ item }: { item: CaptureItem }): ReactNode {
  const { data: cards = [] } = useApi('listAssignments', {});
  const open = cards.filter((card) => card.as === 'student' && ['open', 'late'].includes(card.window));
  const [card, setChosen] = useStanding(open);
  return (
    <section aria-labelledby="put-title">
      <h3 id="put-title" className="text-base">
        Put it on a proof point
      </h3>
      {open.length > 0 ? (
        <>
          <label className="text-sm">
            Assignment
            <select
              value={card?.id ?? ''}
              onChange={(event) => setChosen(event.target.value)}
              className={field}
            >
              {!card && <option value="">The one chosen is closed now: choose another</option>}
              {open.map((one) => (
                <option key={one.id} value={one.id}>
                  {one.title}
                </option>
              ))}
            </select>
          </label>
          {card && <OfAssignment key={card.id} item={item} assignmentId={card.id} />}
        </>
      ) : (
        <p className="text-sm text-faded">No assignment is open to you now.</p>
      )}
    </section>
  );
}

function OfAssignment({ item, assignmentId }: { item: CaptureItem; assignmentId: string }): ReactNode {
  const { data: sheet } = useApi('proofSheet', { params: { assignmentId } });
  const there = sheet?.draft?.evidence ?? [];
  const free = (sheet?.assignment.proofPoints ?? []).filter(
    ({ id, requirements }) =>
      there.filter(({ proofPointId }) => proofPointId === id).length < requirements.maxPictures,
  );
  const [point, setChosen] = useStanding(free);
  const [busy, setBusy] = useState(false);
  const navigate = useNavigate();
  const { mutate } = useSWRConfig();
  const showDraft = useShowDraft();
  const ids = useIds();
  if (!sheet?.draft)
    return sheet ? <p className="text-sm text-faded">Nothing can be added to it now.</p> : null;
  if (free.length === 0 || sheet.attemptsLeft === 0)
    return (
      <p className="mt-1 text-sm text-faded">
        {sheet.attemptsLeft === 0
          ? 'It is handed in; no further hand-in is allowed.'
          : 'All its proof points are full. Remove a picture there first.'}
      </p>
    );
  const put = async () => {
    if (!point) return;
    setBusy(true);
    const evidenceId = ids.of(point.id);
    try {
      const body = {
        assignmentId,
        proofPointId: point.id,
        captureId: item.id,
        framing: { kind: 'whole' as const },
        marks: [],
        baseVersion: 0,
        replaces: [],
      };
      const answer = await callApi('putEvidence', { params: { evidenceId }, body });
      await showDraft(assignmentId, answer.draft);
      navigate(`/assignments/${assignmentId}?frame=${evidenceId}`);
    } catch (error) {
      toast.error(sentenceOf(error));
      // It may be full by now.
      void mutate(addressOf('proofSheet', { params: { assignmentId } }));
      setBusy(false);
    }
  };
  return (
    <>
      <label className="mt-1 block text-sm">
        Proof point with room
        <select value={point?.id ?? ''} onChange={(event) => setChosen(event.target.value)} className={field}>
          {!point && <option value="">The one chosen is full now: choose another</option>}
          {free.map((one) => (
            <option key={one.id} value={one.id}>
              {one.code} {one.title}
            </option>
          ))}
        </select>
      </label>
      <Button className="mt-2" disabled={busy || !point} onClick={() => void put()}>
        Put it on {point?.code ?? '…'}
      </Button>
    </>
  );
}
