import type { Review } from '@nachweis/contract';
import { formatPoints, gradeHandIn, parsePoints } from '@nachweis/core';
import { type FormEvent, type ReactNode, useState } from 'react';
import { Button } from '../ui/Button.tsx';
import { toast } from '../ui/notices.ts';
import { dateAndTime } from '../ui/when.ts';
import type { Stand } from './standOf.ts';
import type { ReviewActions } from './useReview.ts';

/** Points from the verdicts, the adjustment by hand, and the release. */
export function GradePanel({
  review,
  stand,
  actions,
}: {
  review: Review;
  stand: Stand;
  actions: ReviewActions;
}): ReactNode {
  const { assignment } = review;
  const { adjustment } = stand;
  const [adjusting, setAdjusting] = useState(false);
  // Added up here as well, so that points follow a verdict at once; the same function counts on the server.
  const grade = gradeHandIn(
    assignment.proofPoints
      .flatMap((p) => p.mustShows)
      .filter((m) => m.corrected?.counts !== false)
      .map((m) => ({ units: m.units, verdict: stand.verdicts[m.id] ?? null })),
    adjustment.units,
  );
  const unsent = stand.unsent.size > 0 || adjustment.unsent;
  const release = async () => {
    if (await actions.release()) toast.success(`Released. ${review.student.name} can see it now.`);
  };
  return (
    <section aria-labelledby="grade-title" className="mt-auto bg-card p-3">
      <div className="flex items-baseline gap-3">
        <h2 id="grade-title" className="text-sm text-faded">
          Points
        </h2>
        <p className="flex-1 font-mono text-xl" data-testid="points">
          {formatPoints(grade.total)}
          <span className="text-base text-faded"> of {formatPoints(grade.most)}</span>
        </p>
        <Button small look="quiet" aria-expanded={adjusting} onClick={() => setAdjusting(!adjusting)}>
          Adjust …
        </Button>
      </div>
      {adjustment.units !== 0 && (
        <p className="written text-sm">
          {formatPoints(grade.fromVerdicts)} from verdicts, {adjustment.units > 0 ? '+' : ''}
          {formatPoints(adjustment.units)} by hand: {adjustment.reason}
          {adjustment.unsent && <span className="text-ochre"> (kept in this browser, not sent yet)</span>}
        </p>
      )}
      <p className="text-xs text-faded">
        Shown gives all, partly half (an odd hundredth is rounded up), not shown none.
      </p>
      {adjusting && review.mayJudge && (
        <AdjustForm review={review} stand={stand} actions={actions} onDone={() => setAdjusting(false)} />
      )}
      {review.releasedAt ? (
        <p className="mt-2 text-sm">
          Released {dateAndTime(review.releasedAt, assignment.timeZone)}. Changes show at once.
        </p>
      ) : (
        review.mayRelease && (
          <Button
            look="main"
            className="mt-2 w-full"
            disabled={grade.open > 0 || unsent || !review.mayJudge}
            onClick={() => void release()}
          >
            {grade.open > 0 ? (
              `${grade.open} ${grade.open === 1 ? 'verdict' : 'verdicts'} open`
            ) : unsent ? (
              'Waiting until the verdicts are sent …'
            ) : (
              <span className="truncate">Release to {review.student.name}</span>
            )}
          </Button>
        )
      )}
    </section>
  );
}

function AdjustForm({
  review,
  stand,
  actions,
  onDone,
}: {
  review: Review;
  stand: Stand;
  actions: ReviewActions;
  onDone: () => void;
}): ReactNode {
  const { units: adjustment, reason } = stand.adjustment;
  const [problem, setProblem] = useState('');
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const data = new FormData(event.currentTarget);
    const units = parsePoints(String(data.get('points')));
    const why = String(data.get('reason')).trim();
    if (units === null) return setProblem('Write points such as 1, −0.5 or 0.25.');
    if (units !== 0 && why === '') return setProblem('Give a reason; the student will read it.');
    actions.adjust(units, why, review.adjustmentVersion);
    onDone();
  };
  return (
    <form onSubmit={submit} className="mt-2 flex flex-wrap items-end gap-2 border border-verdigris p-2">
      <label className="flex w-24 flex-col text-sm font-semibold">
        Add points
        <input
          name="points"
          inputMode="decimal"
          defaultValue={formatPoints(adjustment)}
          className="h-9 border border-edge bg-paper px-2 font-mono font-normal"
        />
      </label>
      <label className="flex min-w-40 flex-1 flex-col text-sm font-semibold">
        Reason
        <input
          name="reason"
          dir="auto"
          maxLength={2000}
          defaultValue={reason}
          className="h-9 border border-edge bg-paper px-2 font-normal"
        />
      </label>
      <Button small look="main" type="submit">
        Save
      </Button>
      {problem && (
        <p role="alert" className="w-full text-sm text-madder">
          {problem}
        </p>
      )}
    </form>
  );
}
