import type { LedgerAssignment, LedgerCell } from '@nachweis/contract';
import { type ReactNode, useState } from 'react';
import { Link } from 'react-router';
import { useApi } from '../api/useApi.ts';
import { GradeHistoryList } from '../judging/GradeHistoryList.tsx';
import { TakeReleaseBack } from '../judging/TakeReleaseBack.tsx';
import { buttonClasses } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { Failed, Loading } from '../ui/states.tsx';
import { ExemptForm } from './ExemptForm.tsx';
import { PointsForm } from './PointsForm.tsx';

interface CellDialogProps {
  timeZone: string;
  student: { id: string; name: string };
  assignment: LedgerAssignment;
  cell: LedgerCell;
  onClose: () => void;
  /** something was changed: the ledger is read again */
  onChanged: () => void;
}

/** One figure of the ledger: how it came about, and what can be changed of it, each with a reason. */
export function CellDialog(props: CellDialogProps): ReactNode {
  const { timeZone, student, assignment, cell, onClose, onChanged } = props;
  const { handInId, state } = cell;
  const exempt = state === 'exempt';
  return (
    <Dialog title={`${student.name}: ${assignment.title}`} onClose={onClose}>
      <div className="flex flex-col gap-4 p-4">
        {exempt && (
          <p className="written">
            Exempt: <span dir="auto">“{cell.reason}”</span>
          </p>
        )}
        {!handInId && !exempt && <p>Nothing was handed in.</p>}
        {handInId && (
          <p>
            <Link to={`/hand-ins/${handInId}/review`} className={buttonClasses('plain', true)}>
              Open the hand-in
            </Link>
          </p>
        )}
        {handInId && !exempt && <HandInPart handInId={handInId} onChanged={onChanged} />}
        <ExemptForm
          assignmentId={assignment.id}
          personId={student.id}
          exempt={exempt}
          onDone={() => {
            onChanged();
            onClose();
          }}
        />
        {handInId && (
          <section>
            <h3 className="mb-1 text-base">How the points came about</h3>
            <GradeHistoryList handInId={handInId} timeZone={timeZone} />
          </section>
        )}
      </div>
    </Dialog>
  );
}

function HandInPart({ handInId, onChanged }: { handInId: string; onChanged: () => void }): ReactNode {
  const { data: review, error, mutate } = useApi('review', { params: { handInId } });
  const history = useApi('gradeHistory', { params: { handInId } });
  const [saved, setSaved] = useState(0);
  // What one has begun to write stays; until then the form shows what is there now.
  const [begun, setBegun] = useState<string | null>(null);
  if (!review)
    return error ? (
      <Failed inPage error={error} onRetry={() => void mutate()} />
    ) : (
      <Loading what="the points" />
    );
  const key = begun ?? `${saved} ${review.adjustmentVersion} ${review.judgement.grade.total}`;
  const again = async () => {
    onChanged();
    const [now] = await Promise.allSettled([mutate(), history.mutate()]);
    return now.status === 'fulfilled' ? now.value : undefined;
  };
  return (
    <>
      {review.mayJudge ? (
        <PointsForm
          key={key}
          review={review}
          onBegun={() => setBegun(key)}
          onDone={() =>
            void again().then(() => {
              setBegun(null);
              setSaved((count) => count + 1);
            })
          }
          onRefused={again}
        />
      ) : (
        <p className="text-faded">The points of this hand-in cannot be changed now.</p>
      )}
      {review.mayRelease && (review.releasedAt ?? review.releasesAt) && (
        <div>
          <TakeReleaseBack handInId={handInId} onDone={() => void again()} />
        </div>
      )}
    </>
  );
}
