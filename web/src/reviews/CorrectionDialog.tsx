import type { Assignment, Corrections } from '@nachweis/contract';
import { formatPoints, parsePoints } from '@nachweis/core';
import { type FormEvent, type ReactNode, useState } from 'react';
import { sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { useApi } from '../api/useApi.ts';
import { Dialog } from '../ui/Dialog.tsx';
import { toast } from '../ui/notices.ts';
import { Failed, Loading } from '../ui/states.tsx';
import { dateAndTime } from '../ui/when.ts';
import { ReasonAndLook, WhatItChanges } from './Proposal.tsx';

interface CorrectionDialogProps {
  assignment: Assignment;
  onClose: () => void;
  onCorrected: () => void;
}

type Worth = Corrections['corrections'][number]['worth'];
interface Wanted {
  id: string;
  mustShowId: string;
  worth: Worth;
  reason: string;
  /** how many corrections there were when it was written */
  baseVersion: number;
}

/** Changes what a must-show is worth for all that was handed in: shown before, kept with its reason, taken back the same way. */
export function CorrectionDialog({ assignment, onClose, onCorrected }: CorrectionDialogProps): ReactNode {
  const params = { assignmentId: assignment.id };
  const { data, error, mutate } = useApi('corrections', { params });
  const [wanted, setWanted] = useState<Wanted | null>(null);
  const [changes, setChanges] = useState<Corrections['changes']>([]);
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const mustShows = assignment.proofPoints.flatMap((point) =>
    point.mustShows.map((m) => ({ ...m, name: `${point.code} ${m.letter}, ${m.text}` })),
  );
  const nameOf = (id: string) =>
    mustShows.find((m) => m.id === id)?.name ?? 'a must-show of an earlier version';

  const ask = async (order: Wanted, dryRun: boolean) => {
    setBusy(true);
    setProblem('');
    try {
      const answer = await callApi('correct', {
        params,
        body: { ...order, dryRun },
      });
      await mutate(answer, { revalidate: false });
      setChanges(answer.changes);
      setWanted(dryRun ? order : null);
      if (dryRun) return;
      toast.success('Corrected for all. Receipts stay as they were.');
      onCorrected();
      onClose();
    } catch (error) {
      setProblem(sentenceOf(error));
      setWanted(null);
      void mutate();
    } finally {
      setBusy(false);
    }
  };
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const how = String(form.get('how'));
    const units = parsePoints(String(form.get('points')));
    if (how === 'points' && (units === null || units < 0))
      return setProblem('Write points such as 1 or 0.25.');
    void ask(
      {
        id: crypto.randomUUID(),
        mustShowId: String(form.get('mustShow')),
        worth: how === 'points' ? units : how === 'dropped' ? null : 'as-written',
        reason: String(form.get('reason')).trim(),
        baseVersion: data?.corrections.length ?? 0,
      },
      true,
    );
  };
  return (
    <Dialog
      title="Correct a must-show for all"
      description="It holds for everything that was handed in, released or not, and can be taken back the same way. Receipts stay as they were."
      onClose={onClose}
    >
      {!data && error && <Failed inPage error={error} onRetry={() => void mutate()} />}
      {!data && !error && <Loading inPage what="the corrections" />}
      {data && (
        <div className="flex flex-col gap-3 p-4">
          {data.corrections.length > 0 && (
            <ol className="border-b border-rule pb-2 text-sm" aria-label="Corrections so far">
              {data.corrections.map((one) => (
                <li key={one.id} className="written py-0.5">
                  {dateAndTime(one.at, assignment.timeZone)}, {one.by}: {nameOf(one.mustShowId)}{' '}
                  {worthWords(one.worth)}. {one.reason}
                </li>
              ))}
            </ol>
          )}
          <form onSubmit={submit} onChange={() => setWanted(null)} className="flex flex-col gap-3">
            <label className="flex flex-col text-sm font-semibold">
              Must-show
              <select name="mustShow" className="min-h-9 w-full border border-edge bg-card px-2 font-normal">
                {mustShows.map((m) => (
                  <option key={m.id} value={m.id}>
                    {m.name} ({formatPoints(m.units)})
                  </option>
                ))}
              </select>
            </label>
            <fieldset className="flex flex-wrap items-center gap-x-4 gap-y-1 text-sm">
              <legend className="font-semibold">From now on</legend>
              <label className="flex items-center gap-1.5">
                <input type="radio" name="how" value="dropped" defaultChecked className="accent-verdigris" />{' '}
                it counts no more
              </label>
              <label className="flex items-center gap-1.5">
                <input type="radio" name="how" value="points" className="accent-verdigris" /> it is worth
                <input
                  name="points"
                  inputMode="decimal"
                  aria-label="Points"
                  className="h-8 w-20 border border-edge bg-card px-2 font-mono"
                />
                points
              </label>
              <label className="flex items-center gap-1.5">
                <input type="radio" name="how" value="as-written" className="accent-verdigris" /> as it was
                written
              </label>
            </fieldset>
            <ReasonAndLook problem={problem} busy={busy} looked={wanted !== null} />
          </form>
          {wanted && (
            <WhatItChanges
              action="Correct for all"
              busy={busy}
              onDo={() => void ask(wanted, false)}
              onLeave={() => setWanted(null)}
            >
              <p role="status" className="font-semibold">
                {changes.length === 0
                  ? 'No points change.'
                  : `The points of ${changes.length} ${changes.length === 1 ? 'hand-in' : 'hand-ins'} change:`}
              </p>
              <ul className="max-h-48 overflow-auto text-sm">
                {changes.map((one) => (
                  <li key={one.handInId} className="written">
                    {one.student}, <span className="font-mono">{one.number}</span>: {formatPoints(one.before)}{' '}
                    → {formatPoints(one.after)}
                  </li>
                ))}
              </ul>
            </WhatItChanges>
          )}
        </div>
      )}
    </Dialog>
  );
}

function worthWords(worth: Worth): string {
  if (worth === null) return 'counts no more';
  return worth === 'as-written' ? 'is worth what was written' : `is worth ${formatPoints(worth)}`;
}
