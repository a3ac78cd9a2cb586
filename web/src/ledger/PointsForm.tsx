import type { Review } from '@nachweis/contract';
import { formatPoints, parsePoints, roundPoints } from '@nachweis/core';
import { type FormEvent, type ReactNode, useState } from 'react';
import { sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { Button } from '../ui/Button.tsx';
import { control } from '../ui/Field.tsx';
import { toast } from '../ui/notices.ts';
import { pointsWords } from '../words/counted.ts';

interface PointsFormProps {
  review: Review;
  /** something was written */
  onBegun: () => void;
  onDone: () => void;
  /** somebody else may have been quicker: resolves with what is there now; what was written stays */
  onRefused: () => Promise<Review | undefined>;
}

/** The points of one hand-in, changed in place: what they are to be, and why. Verdicts stay as they were given. */
export function PointsForm({ review, onBegun, onDone, onRefused }: PointsFormProps): ReactNode {
  const { grade } = review.judgement;
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  // As it was when one began to write: a newer one that comes meanwhile was not looked at.
  const [on, setOn] = useState(review.adjustmentVersion);
  const save = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const data = new FormData(event.currentTarget);
    const wanted = parsePoints(String(data.get('points')));
    const reason = String(data.get('reason')).trim();
    if (wanted === null || wanted < 0) return setProblem('Write points such as 3, 2.5 or 0.75.');
    const most = grade.most + grade.bonus;
    if (wanted > most)
      return setProblem(`It has ${pointsWords(most)} at most${grade.bonus > 0 ? ', with the bonus' : ''}.`);
    const rounded = roundPoints(wanted, review.assignment.roundTo, [grade.most, most]);
    if (wanted !== rounded)
      return setProblem(`Points are rounded here: that would be ${formatPoints(rounded)}.`);
    if (wanted === grade.total) return setProblem('These are the points that it has.');
    if (reason === '') return setProblem('Give a reason; the student will read it.');
    setBusy(true);
    setProblem('');
    try {
      const { grade: now } = await callApi('writeAdjustment', {
        params: { handInId: review.handInId },
        body: {
          id: crypto.randomUUID(),
          units: wanted - (grade.fromVerdicts - grade.lateCost),
          reason,
          baseVersion: on,
        },
      });
      const { name } = review.student;
      if (now.total === wanted) toast.success(`${name} has ${pointsWords(wanted)} now.`);
      // A verdict that came meanwhile counts below what is given by hand.
      else
        toast.error(
          `Verdicts were changed meanwhile: ${name} has ${pointsWords(now.total)} now, not ${formatPoints(wanted)}. Look at it again.`,
        );
      onDone();
    } catch (error) {
      // Not before what is there now was read: a second Enter would be refused once more on the old version.
      const now = await onRefused();
      if (now) setOn(now.adjustmentVersion);
      setProblem(sentenceOf(error));
      setBusy(false);
    }
  };
  return (
    <form onSubmit={save} onChange={onBegun} className="flex flex-wrap items-end gap-2">
      <label className="flex w-28 flex-col gap-1 text-sm font-semibold">
        Points of {formatPoints(grade.most)}
        <input
          name="points"
          inputMode="decimal"
          defaultValue={formatPoints(grade.total)}
          className={`${control} font-mono`}
        />
      </label>
      <label className="flex min-w-40 flex-1 flex-col gap-1 text-sm font-semibold">
        Reason
        <input name="reason" dir="auto" maxLength={2000} defaultValue={grade.reason} className={control} />
      </label>
      <Button type="submit" look="main" disabled={busy}>
        Change
      </Button>
      {problem && (
        <p role="alert" className="w-full text-sm text-madder">
          {problem}
        </p>
      )}
    </form>
  );
}
