import type { Review } from '@nachweis/contract';
import { formatPoints, gradeHandIn, parsePoints } from '@nachweis/core';
import { type FormEvent, type ReactNode, useEffect, useRef, useState } from 'react';
import { NOT_SENT } from '../judging/JudgedState.tsx';
import { judgedAs, type Stand } from '../judging/standOf.ts';
import type { ReviewActions } from '../judging/useReview.ts';
import { Button } from '../ui/Button.tsx';
import { toast } from '../ui/notices.ts';
import { gradeWords } from '../words/grade.ts';
import { pointRules } from '../words/late.ts';
import { ReleasePart } from './ReleasePart.tsx';

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
  const { lateSteps } = review.judgement.grade;
  const [adjusting, setAdjusting] = useState(false);
  // Added up here as well, so that points follow a verdict at once; the same function counts on the server.
  const grade = gradeHandIn(judgedAs(assignment, stand), {
    adjustment: adjustment.units,
    late: assignment.lateRule && { rule: assignment.lateRule, steps: lateSteps },
    bonus: assignment.bonusUnits,
    roundTo: assignment.roundTo,
  });
  const before = grade.fromVerdicts - grade.lateCost;
  const howItCame = gradeWords(
    { ...grade, lateSteps, adjustment: adjustment.units, reason: adjustment.reason },
    assignment.lateRule,
  );
  const unsent = stand.unsent.size > 0 || adjustment.unsent;
  const begun = Object.keys({ ...stand.verdicts, ...stand.levels }).length > 0 || adjustment.units !== 0;
  const lost = useLostAdjustment(stand, setAdjusting);
  const release = async () => {
    if (await actions.release(grade.total)) toast.success(`Released. ${review.student.name} can see it now.`);
  };
  return (
    <section aria-labelledby="grade-title" className="mt-auto bg-card p-3">
      <div className="flex items-baseline gap-3">
        <h2 id="grade-title" className="text-sm text-faded">
          Points
        </h2>
        <p className="flex-1 font-mono text-xl" data-testid="points">
          {begun ? formatPoints(grade.total) : '–'}
          <span className="text-base text-faded"> of {formatPoints(grade.most)}</span>
        </p>
        <Button
          small
          look="quiet"
          disabled={!review.mayJudge}
          aria-expanded={adjusting}
          onClick={() => setAdjusting(!adjusting)}
        >
          Adjust …
        </Button>
      </div>
      {begun && howItCame && (
        <p className="written text-sm" data-testid="how-it-came">
          {howItCame}
          {adjustment.unsent && <span className="text-ochre"> ({NOT_SENT[stand.liesIn]})</span>}
        </p>
      )}
      {before + adjustment.units !== grade.exact && (
        <p className="text-sm text-ochre">
          {formatPoints(before + adjustment.units)} would be{' '}
          {grade.exact === 0 ? 'less than nothing' : 'more than there is'}; {formatPoints(grade.exact)}{' '}
          counts.
        </p>
      )}
      <p className="text-xs text-faded">
        Shown: all points. Partly shown: half. Not shown: none. {pointRules(assignment)}
      </p>
      {adjusting && review.mayJudge && (
        <AdjustForm
          review={review}
          stand={stand}
          before={before}
          most={grade.most + grade.bonus}
          lost={lost.value}
          onCancel={() => setAdjusting(false)}
          onDone={(units, reason, baseVersion) => {
            actions.adjust(units, reason, baseVersion);
            lost.given({ units, reason });
            setAdjusting(false);
          }}
        />
      )}
      <ReleasePart
        review={review}
        open={grade.open}
        unsent={unsent}
        onRelease={() => void release()}
        onChanged={actions.refresh}
      />
    </section>
  );
}

interface Adjustment {
  units: number;
  reason: string;
}

/** What was given here and did not become the adjustment, because somebody else's did: its words come back. */
function useLostAdjustment({ adjustment }: Stand, open: (open: boolean) => void) {
  const [sent, setSent] = useState<Adjustment | null>(null);
  const [value, setValue] = useState<Adjustment | null>(null);
  const { units, reason, unsent } = adjustment;
  const wasUnsent = useRef(unsent);
  useEffect(() => {
    const arrived = wasUnsent.current && !unsent;
    wasUnsent.current = unsent;
    if (!arrived || !sent) return;
    setSent(null);
    if (units === sent.units && reason === sent.reason) return;
    setValue(sent);
    open(true);
  }, [unsent, units, reason, sent, open]);
  const given = (adjusted: Adjustment) => {
    setValue(null);
    setSent(adjusted);
  };
  return { value, given };
}

function AdjustForm({
  review,
  stand,
  before,
  most,
  lost,
  onCancel,
  onDone,
}: {
  review: Review;
  stand: Stand;
  /** what there is without it, in units */
  before: number;
  /** what there can be with it, in units */
  most: number;
  lost: Adjustment | null;
  onCancel: () => void;
  onDone: (units: number, reason: string, baseVersion: number) => void;
}): ReactNode {
  const now = stand.adjustment;
  const { units: adjustment, reason } = lost ?? now;
  const [problem, setProblem] = useState('');
  const points = useRef<HTMLInputElement>(null);
  const form = useRef<HTMLFormElement>(null);
  useEffect(() => points.current?.select(), []);
  // What was there when one began: the news of another adjustment comes while one writes, and is not passed over by
  // Enter. An own one that arrives by then says what was there already.
  const [begunWith] = useState(now);
  const theirs = lost !== null || now.units !== begunWith.units || now.reason !== begunWith.reason;
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    if (theirs) setProblem('Look at theirs first: save yours in its place above, or cancel.');
    else save(event.currentTarget);
  };
  const save = (written: HTMLFormElement) => {
    const data = new FormData(written);
    const units = parsePoints(String(data.get('points')));
    const why = String(data.get('reason')).trim();
    if (units === null) return setProblem('Write points such as 1, −0.5 or 0.25.');
    if (units !== 0 && why === '') return setProblem('Give a reason; the student will read it.');
    if (before + units > most)
      return setProblem(
        `That makes ${formatPoints(before + units)} of ${formatPoints(most)}. At most ${formatPoints(most - before)} can be added.`,
      );
    onDone(units, why, review.adjustmentVersion);
  };
  return (
    <form
      ref={form}
      onSubmit={submit}
      onKeyDown={(event) => event.key === 'Escape' && onCancel()}
      className="mt-2 flex flex-wrap items-end gap-2 border border-verdigris p-2"
    >
      {theirs && (
        <>
          <p role="alert" className="w-full text-sm text-ochre">
            Somebody else adjusted the points meanwhile: {formatPoints(now.units)}
            {now.reason && `, “${now.reason}”`}. What you wrote is still here.
          </p>
          {/* Not where Save was: a hand that is on its way there means Save. */}
          <Button small onClick={() => form.current && save(form.current)}>
            Save in place of theirs
          </Button>
        </>
      )}
      <label className="flex w-24 flex-col text-sm font-semibold">
        Add points
        <input
          ref={points}
          data-typing
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
      <Button small look="quiet" onClick={onCancel} keyName="Esc">
        Cancel
      </Button>
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
