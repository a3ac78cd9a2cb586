import type { AssignmentCard } from '@nachweis/contract';
import { formatPoints } from '@nachweis/core';
import { type ReactNode, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { useMe } from '../api/session.ts';
import { useApi } from '../api/useApi.ts';
import { useOnceTimesPass } from '../api/useOnceTimesPass.ts';
import { saveCalendar } from '../calendar/saveCalendar.ts';
import { CardDue } from '../ui/DueTime.tsx';
import { toast } from '../ui/notices.ts';
import { Empty, Failed, Loading } from '../ui/states.tsx';
import { useNow } from '../ui/useNow.ts';
import { useTitle } from '../ui/useTitle.ts';
import { pictureWords, type StudentCard } from '../words/forgotten.ts';
import { FormerHandIns } from './FormerHandIns.tsx';
import { SecondTasks } from './SecondTasks.tsx';

const STAGE_WORDS = { draft: 'draft', archived: 'put away' } as const;

type StaffCard = Extract<AssignmentCard, { as: 'staff' }>;

const STATE_WORDS: Readonly<Record<StudentCard['state'], string>> = {
  'to-do': 'to do',
  draft: 'draft',
  'handed-in': 'handed in',
  returned: 'returned',
};

export default function AssignmentsScreen(): ReactNode {
  const { data: cards, error, mutate } = useApi('listAssignments', {});
  useOnceTimesPass(cards ?? [], mutate);
  useTitle('Assignments');
  const now = useNow();
  if (!cards)
    return error ? (
      <Failed error={error} onRetry={() => void mutate()} />
    ) : (
      <Loading what="your assignments" />
    );
  return (
    <main className="mx-auto w-full max-w-5xl p-4 sm:p-6">
      <div className="mb-4 flex flex-wrap items-baseline gap-x-6 gap-y-1">
        <h1 className="flex-1 text-2xl">Assignments</h1>
        <OwnCourses />
      </div>
      <SecondTasks />
      {cards.length === 0 && <NoCards />}
      <ul className="border-t border-rule">
        {cards.map((card) => (
          <li key={card.id} className="border-b border-rule">
            <Link
              to={card.as === 'student' ? `/assignments/${card.id}` : `/assignments/${card.id}/hand-ins`}
              className="grid gap-x-6 gap-y-1 px-2 py-3.5 hover:bg-card sm:grid-cols-[1fr_18rem_11rem] sm:items-center"
            >
              <span>
                <span className="block text-lg font-semibold text-verdigris-deep">{card.title}</span>
                <span className="text-sm text-faded">{card.courseTitle}</span>
              </span>
              <CardDue card={card} now={now} />
              {card.as === 'student' ? <StudentState card={card} /> : <StaffState card={card} />}
            </Link>
          </li>
        ))}
      </ul>
      <FormerHandIns />
      <p className="mt-4 flex flex-wrap items-center gap-x-6 gap-y-2 text-sm">
        {cards.length > 0 && (
          <button
            type="button"
            className="text-verdigris-deep underline"
            onClick={() => void saveCalendar(cards)}
          >
            Due times as a calendar file
          </button>
        )}
        <Practise />
        <Link to="/ready" className="text-verdigris-deep underline">
          Ready for the lab? Try it here
        </Link>
        <Link to="/guide" className="text-verdigris-deep underline">
          Guide: catching what must be seen
        </Link>
      </p>
    </main>
  );
}

/** The way to a receipt of one's own, without a grade. */
function Practise(): ReactNode {
  const navigate = useNavigate();
  const [busy, setBusy] = useState(false);
  const start = async () => {
    setBusy(true);
    try {
      const { assignmentId } = await callApi('startPractice', {});
      void navigate(`/assignments/${assignmentId}`);
    } catch (error) {
      toast.error(sentenceOf(error));
      setBusy(false);
    }
  };
  return (
    <button
      type="button"
      disabled={busy}
      onClick={() => void start()}
      className="text-verdigris-deep underline"
    >
      New here? Practise up to a receipt
    </button>
  );
}

/** The courses that one manages. */
function OwnCourses(): ReactNode {
  const { courses, admin } = useMe();
  const own = courses.filter((course) => course.role === 'instructor');
  if (own.length === 0 && !admin) return null;
  return (
    <nav aria-label="Courses you manage" className="flex flex-wrap gap-x-4 text-sm">
      {own.map((course) => (
        <Link key={course.id} to={`/courses/${course.id}`} className="written text-verdigris-deep underline">
          Course: {course.title}
        </Link>
      ))}
      {admin && (
        <Link to="/courses" className="text-verdigris-deep underline">
          All courses
        </Link>
      )}
    </nav>
  );
}

function NoCards(): ReactNode {
  const { courses, admin } = useMe();
  if (admin && courses.length === 0)
    return <Empty>There is no course yet. Make one under “All courses”.</Empty>;
  return (
    <Empty>
      {courses.length === 0
        ? 'You are in no course. Ask your instructor to add you.'
        : 'There is no assignment yet.'}
    </Empty>
  );
}

function StudentState({ card }: { card: StudentCard }): ReactNode {
  return (
    <span className="flex flex-wrap items-baseline gap-x-3 sm:justify-end sm:text-right">
      <span className="font-semibold whitespace-nowrap">
        {card.exempt && card.state !== 'returned' ? 'exempt' : STATE_WORDS[card.state]}
        {card.lateHandIn && <span className="font-normal text-ochre">, late</span>}
      </span>
      {card.totalUnits !== null && (
        <span className="font-mono">
          {formatPoints(card.totalUnits)}/{formatPoints(card.mostUnits)}
        </span>
      )}
      {card.state === 'draft' && (
        <span className="text-sm text-faded">
          {pictureWords(card)}
          {card.statement === 'missing' && ', no statement'}
        </span>
      )}
      {card.state !== 'draft' && card.notHandedIn > 0 && (
        <span className="text-sm text-ochre">{card.notHandedIn} not handed in</span>
      )}
    </span>
  );
}

function StaffState({ card }: { card: StaffCard }): ReactNode {
  return (
    <span className="sm:text-right">
      <span className="block font-semibold">
        {card.stage !== 'given'
          ? STAGE_WORDS[card.stage]
          : card.waiting > 0
            ? `${card.waiting} waiting`
            : card.marked > 0
              ? `${card.marked} to release`
              : card.handIns > 0
                ? 'all released'
                : 'nothing handed in'}
      </span>
      <span className="text-sm text-faded">
        {card.handIns} of {card.students} handed in
      </span>
    </span>
  );
}
