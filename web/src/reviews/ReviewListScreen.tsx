import { submissionWindow } from '@nachweis/core';
import { type ReactNode, useState } from 'react';
import { useParams } from 'react-router';
import { useMe } from '../api/session.ts';
import { useApi } from '../api/useApi.ts';
import { useLive } from '../judging/useLive.ts';
import { Check } from '../ui/Check.tsx';
import { DueTime } from '../ui/DueTime.tsx';
import { Empty, Failed, Loading } from '../ui/states.tsx';
import { useNow } from '../ui/useNow.ts';
import { useTitle } from '../ui/useTitle.ts';
import { CorrectionDialog } from './CorrectionDialog.tsx';
import { HandInRow, type Student, TermsButton } from './HandInRow.tsx';
import { ListActions } from './ListActions.tsx';
import { ShareOut } from './ShareOut.tsx';
import { TermsDialog } from './TermsDialog.tsx';

/** An instructor's list of the hand-ins of an assignment. */
export default function ReviewListScreen(): ReactNode {
  const { assignmentId = '' } = useParams();
  const { data: list, error, mutate } = useApi('reviewList', { params: { assignmentId } });
  useLive('assignments', assignmentId, () => mutate());
  useTitle(list ? `Hand-ins, ${list.assignment.title}` : '');
  const now = useNow();
  const [correcting, setCorrecting] = useState(false);
  const [sharing, setSharing] = useState(false);
  const [onlyMine, setOnlyMine] = useState(false);
  const me = useMe();
  const [termsOf, setTermsOf] = useState<Student | null>(null);
  if (!list)
    return error ? <Failed error={error} onRetry={() => void mutate()} /> : <Loading what="the hand-ins" />;
  const { assignment, rows, without } = list;
  const isShared = rows.some((row) => row.marker !== null);
  const shown = onlyMine && isShared ? rows.filter((row) => row.marker?.id === me.id) : rows;
  const waiting = shown.filter((row) => row.state === 'waiting');
  const state = submissionWindow(assignment, new Date(now).toISOString());
  return (
    <main className="mx-auto w-full max-w-6xl p-4 sm:px-6">
      <div className="flex flex-wrap items-start gap-x-8 gap-y-2">
        <div className="min-w-0 flex-1 basis-72">
          <h1 className="text-2xl">{assignment.title}</h1>
          <p className="text-faded">
            {rows.length} of {rows.length + without.length} handed in, {waiting.length} waiting
          </p>
          {isShared && (
            <Check checked={onlyMine} onChecked={setOnlyMine} className="text-sm">
              Only those that are mine
            </Check>
          )}
          {list.veiled && (
            <p className="text-sm">
              Judged without names, until nothing can be handed in any more and all is judged.
            </p>
          )}
        </div>
        <DueTime times={assignment} timeZone={assignment.timeZone} window={state} now={now} />
        <ListActions
          list={list}
          next={waiting[0]?.handInId}
          onShareOut={() => setSharing(true)}
          onCorrect={() => setCorrecting(true)}
          onReleased={() => void mutate()}
        />
      </div>
      {rows.length === 0 ? (
        <Empty>Nothing has been handed in yet.</Empty>
      ) : (
        <table aria-label="Hand-ins" className="mt-4 w-full border-collapse text-left">
          <thead className="text-sm text-faded">
            <tr className="border-b border-edge">
              <th className="py-1 pr-3 font-semibold">Student</th>
              <th className="pr-3 font-semibold">Pictures</th>
              <th className="hidden pr-3 font-semibold sm:table-cell">Handed in</th>
              <th className="pr-3 font-semibold">Findings</th>
              <th className="pr-3 font-semibold">State</th>
              <th className="text-right font-semibold">Points</th>
            </tr>
          </thead>
          <tbody>
            {shown.map((row) => (
              <HandInRow key={row.handInId} row={row} list={list} onTerms={setTermsOf} />
            ))}
          </tbody>
        </table>
      )}
      {without.length > 0 && (
        <section aria-labelledby="without-title" className="mt-5">
          <h2 id="without-title" className="text-base">
            Nothing handed in yet
          </h2>
          <ul className="flex flex-wrap gap-x-5 gap-y-1">
            {without.map((person) => (
              <li key={person.id} className="flex min-w-0 items-center gap-1">
                <span className="written">{person.listed}</span>
                {person.exempt && <span className="text-sm text-faded">exempt</span>}
                {list.mayRelease && <TermsButton student={person} onTerms={setTermsOf} />}
              </li>
            ))}
          </ul>
        </section>
      )}
      {sharing && (
        <ShareOut
          assignmentId={assignment.id}
          onClose={() => setSharing(false)}
          onShared={() => void mutate()}
        />
      )}
      {correcting && (
        <CorrectionDialog
          assignment={assignment}
          onClose={() => setCorrecting(false)}
          onCorrected={() => void mutate()}
        />
      )}
      {termsOf && (
        <TermsDialog
          assignment={assignment}
          student={termsOf}
          onClose={() => setTermsOf(null)}
          onGranted={() => void mutate()}
        />
      )}
    </main>
  );
}
