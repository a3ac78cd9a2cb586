import { type ReviewList, type ReviewRow, thumbnailHref } from '@nachweis/contract';
import { formatPoints } from '@nachweis/core';
import { CalendarClock } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import { Link, useParams } from 'react-router';
import { useMe } from '../api/session.ts';
import { useApi } from '../api/useApi.ts';
import { useLive } from '../judging/useLive.ts';
import { Button } from '../ui/Button.tsx';
import { DueTime } from '../ui/DueTime.tsx';
import { FindingSign } from '../ui/signs.tsx';
import { Empty, Failed, Loading } from '../ui/states.tsx';
import { useNow } from '../ui/useNow.ts';
import { useTitle } from '../ui/useTitle.ts';
import { dateAndTime } from '../ui/when.ts';
import { CorrectionDialog } from './CorrectionDialog.tsx';
import { ListActions } from './ListActions.tsx';
import { ShareOut } from './ShareOut.tsx';
import { TermsDialog } from './TermsDialog.tsx';

const STATE_WORDS: Readonly<Record<ReviewRow['state'], string>> = {
  waiting: 'waiting',
  marked: 'all verdicts given',
  released: 'released',
};

/** An instructor's list of the hand-ins of an assignment. */
export default function ReviewListScreen(): ReactNode {
  const { assignmentId = '' } = useParams();
  const { data: list, error, mutate } = useApi('reviewList', { params: { assignmentId } });
  useLive('assignments', assignmentId, () => void mutate());
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
  const { dueAt, lateUntil } = assignment;
  const nowIso = new Date(now).toISOString();
  const state =
    nowIso < assignment.opensAt
      ? 'not-open'
      : nowIso <= dueAt
        ? 'open'
        : lateUntil && nowIso <= lateUntil
          ? 'late'
          : 'closed';
  return (
    <main className="mx-auto w-full max-w-6xl p-4 sm:px-6">
      <div className="flex flex-wrap items-start gap-x-8 gap-y-2">
        <div className="min-w-0 flex-1 basis-72">
          <h1 className="text-2xl">{assignment.title}</h1>
          <p className="text-faded">
            {rows.length} of {rows.length + without.length} handed in, {waiting.length} waiting
          </p>
          {isShared && (
            <label className="flex items-center gap-1.5 text-sm">
              <input
                type="checkbox"
                checked={onlyMine}
                onChange={(event) => setOnlyMine(event.target.checked)}
                className="size-5 accent-verdigris"
              />
              Only those that are mine
            </label>
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
        <table className="mt-4 w-full border-collapse text-left">
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

type Student = ReviewRow['student'];

function TermsButton({
  student,
  onTerms,
}: {
  student: Student;
  onTerms: (student: Student) => void;
}): ReactNode {
  const label = `Other times for ${student.name}`;
  return (
    <Button small look="quiet" aria-label={label} title={label} onClick={() => onTerms(student)}>
      <CalendarClock size={16} aria-hidden />
    </Button>
  );
}

interface HandInRowProps {
  row: ReviewRow;
  list: ReviewList;
  onTerms: (student: Student) => void;
}

function HandInRow({ row, list, onTerms }: HandInRowProps): ReactNode {
  const { assignment } = list;
  return (
    <tr className="border-b border-rule hover:bg-card">
      <td className="py-1 pr-3">
        {list.mayRelease && !list.veiled && (
          <span className="float-right">
            <TermsButton student={row.student} onTerms={onTerms} />
          </span>
        )}
        <Link
          to={`/hand-ins/${row.handInId}/review`}
          className="written line-clamp-2 min-h-6 font-semibold text-verdigris-deep underline"
        >
          {row.student.listed}
        </Link>
        <span className="block font-mono text-sm text-faded">
          {row.number}
          {row.attempt > 1 && `, attempt ${row.attempt}`}
        </span>
        {row.marker && <span className="written block text-sm text-faded">judged by {row.marker.name}</span>}
        <span className="block text-sm sm:hidden">
          {dateAndTime(row.handedInAt, assignment.timeZone)}
          {row.late && <strong className="text-ochre"> late</strong>}
        </span>
      </td>
      <td className="pr-3">
        <span className="flex flex-wrap gap-1">
          {row.itemIds.map((id) => (
            <img
              key={id}
              src={thumbnailHref(id)}
              alt=""
              loading="lazy"
              width={60}
              height={38}
              className="h-[38px] w-[60px] border border-edge bg-grey object-contain"
            />
          ))}
        </span>
      </td>
      <td className="hidden pr-3 text-sm sm:table-cell">
        {dateAndTime(row.handedInAt, assignment.timeZone)}
        {row.late && <strong className="block text-ochre">late</strong>}
      </td>
      <td className="pr-3">
        <span className="flex flex-wrap items-center gap-x-2 text-sm">
          {row.problems > 0 && (
            <span className="flex items-center gap-1">
              <FindingSign level="problem" /> {row.problems} {row.problems === 1 ? 'problem' : 'problems'}
            </span>
          )}
          {row.toCheck > 0 && (
            <span className="flex items-center gap-1">
              <FindingSign level="to-check" /> {row.toCheck} to check
            </span>
          )}
          {row.problems + row.toCheck === 0 && (
            <span className="flex items-center gap-1">
              <FindingSign level="fine" /> fine
            </span>
          )}
        </span>
      </td>
      <td className="pr-3 text-sm">
        {STATE_WORDS[row.state]}
        {row.state === 'waiting' && row.openVerdicts > 0 && (
          <span className="block text-faded">{row.openVerdicts} still to judge</span>
        )}
        {row.releasesAt && (
          <span className="block text-faded">
            to be released {dateAndTime(row.releasesAt, assignment.timeZone)}
          </span>
        )}
        {row.isAskedAgain && <span className="block text-sm font-bold text-ochre">asks for it again</span>}
        {row.answers > 0 && (
          <strong className="block text-ochre">
            {row.answers} {row.answers === 1 ? 'answer' : 'answers'} to remarks
          </strong>
        )}
      </td>
      <td className="text-right font-mono">
        {row.state === 'waiting' ? '–' : formatPoints(row.totalUnits)}
        <span className="text-faded">/{formatPoints(assignment.mostUnits)}</span>
      </td>
    </tr>
  );
}
