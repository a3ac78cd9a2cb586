import type { Review } from '@nachweis/contract';
import { type ReactNode, useState } from 'react';
import { Link } from 'react-router';
import { GradeHistoryList } from '../judging/GradeHistoryList.tsx';
import { TakeReleaseBack } from '../judging/TakeReleaseBack.tsx';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { toast } from '../ui/notices.ts';
import { dateAndTime } from '../ui/when.ts';

interface ReleasePartProps {
  review: Review;
  /** must-shows without a verdict */
  open: number;
  unsent: boolean;
  onRelease: () => void;
  /** what the server has is read again */
  onChanged: () => void;
}

/** Releasing one hand-in, taking that back, and how its points came about. */
export function ReleasePart({ review, open, unsent, onRelease, onChanged }: ReleasePartProps): ReactNode {
  const { assignment, handInId, releasedAt, mayRelease } = review;
  // With a verdict missing, the time that was set does not hold any more.
  const releasesAt = open > 0 ? null : review.releasesAt;
  const [history, setHistory] = useState(false);
  const back = mayRelease && (releasedAt ?? releasesAt) !== null;
  return (
    <>
      <p className="flex flex-wrap items-center gap-x-4 text-sm">
        <Link to={`/hand-ins/${handInId}/as-student`} className="text-verdigris-deep underline">
          As the student sees it
        </Link>
        <button type="button" className="text-verdigris-deep underline" onClick={() => setHistory(true)}>
          How the points came about
        </button>
      </p>
      {releasedAt && (
        <p className="mt-2 text-sm">
          Released {dateAndTime(releasedAt, assignment.timeZone)}. Changes show at once.
        </p>
      )}
      {releasesAt && (
        <p className="mt-2 text-sm">To be released {dateAndTime(releasesAt, assignment.timeZone)}.</p>
      )}
      {back && (
        <TakeReleaseBack
          handInId={handInId}
          onDone={() => {
            toast.success(`Taken back. ${review.student.name} sees it no more.`);
            onChanged();
          }}
        />
      )}
      {!releasedAt && mayRelease && (
        <Button
          look="main"
          className="mt-2 w-full"
          disabled={open > 0 || unsent || !review.mayJudge}
          onClick={onRelease}
        >
          {open > 0 ? (
            `${open} still to judge`
          ) : unsent ? (
            'Waiting until the verdicts are sent …'
          ) : (
            <span className="truncate">Release to {review.student.name}</span>
          )}
        </Button>
      )}
      {history && (
        <Dialog title="How the points came about" onClose={() => setHistory(false)}>
          <div className="p-4">
            <GradeHistoryList handInId={handInId} timeZone={assignment.timeZone} />
          </div>
        </Dialog>
      )}
    </>
  );
}
