import type { CourseView } from '@nachweis/contract';
import { type ReactNode, useState } from 'react';
import { Link, useParams } from 'react-router';
import { useMe } from '../api/session.ts';
import { useApi } from '../api/useApi.ts';
import { useOnceTimesPass } from '../api/useOnceTimesPass.ts';
import { saveCalendar } from '../calendar/saveCalendar.ts';
import { Button, buttonClasses } from '../ui/Button.tsx';
import { Empty, Failed, Loading } from '../ui/states.tsx';
import { useTitle } from '../ui/useTitle.ts';
import { dateAndTime } from '../ui/when.ts';
import { ChangeCourse } from './ChangeCourse.tsx';
import { CopyCourse } from './CopyCourse.tsx';
import { HouseInk } from './HouseInk.tsx';
import { PeoplePart } from './PeoplePart.tsx';
import { RemoveCourse } from './RemoveCourse.tsx';

type CourseAssignment = CourseView['assignments'][number];

const WINDOW_WORDS: Readonly<Record<CourseAssignment['window'], string>> = {
  'not-open': 'given, opens later',
  open: 'open',
  late: 'open, late',
  closed: 'closed',
};
const standOf = ({ stage, window }: CourseAssignment) =>
  stage === 'draft' ? 'draft' : stage === 'archived' ? 'put away' : WINDOW_WORDS[window];

/** A course for who manages it: its assignments and its people. */
export default function CourseScreen(): ReactNode {
  const { courseId = '' } = useParams();
  const { data: course, error, mutate } = useApi('readCourse', { params: { courseId } });
  useOnceTimesPass(course?.assignments ?? [], mutate);
  const me = useMe();
  const [changing, setChanging] = useState(false);
  const [copying, setCopying] = useState(false);
  useTitle(course?.title ?? 'Course');
  if (!course)
    return error ? <Failed error={error} onRetry={() => void mutate()} /> : <Loading what="the course" />;
  const { title: courseTitle, timeZone } = course;
  const due = course.assignments
    .filter(({ stage }) => stage === 'given')
    .map((one) => ({ ...one, courseTitle, timeZone }));
  return (
    <main className="mx-auto flex w-full max-w-6xl flex-1 flex-col gap-8 p-4 sm:p-6">
      <div>
        {me.admin && (
          <Link to="/courses" className="text-sm text-verdigris-deep underline">
            All courses
          </Link>
        )}
        <h1 className="written text-2xl">{course.title}</h1>
        <div className="flex flex-wrap items-center gap-x-2">
          <p className="text-faded">Times are those of {course.timeZone}.</p>
          <Button small look="quiet" onClick={() => setChanging(true)}>
            Change the course …
          </Button>
          {course.assignments.length === 0 && <RemoveCourse course={course} />}
        </div>
      </div>
      {changing && (
        <ChangeCourse
          course={course}
          onChanged={(changed) => void mutate(changed, { revalidate: false })}
          onClose={() => setChanging(false)}
        />
      )}
      <section aria-labelledby="assignments-title" className="flex flex-col gap-2">
        <div className="flex flex-wrap items-center gap-2">
          <h2 id="assignments-title" className="flex-[1_1_9rem] text-xl">
            Assignments
          </h2>
          {due.length > 0 && (
            <Button look="quiet" onClick={() => void saveCalendar(due)}>
              Due times as a calendar file
            </Button>
          )}
          <Button look="quiet" onClick={() => setCopying(true)}>
            Copy for another term …
          </Button>
          <Link to={`/courses/${course.id}/ledger`} className={buttonClasses('plain')}>
            Ledger
          </Link>
          <Link to={`/courses/${course.id}/assignments/new`} className={buttonClasses('main')}>
            New assignment
          </Link>
        </div>
        {course.assignments.length === 0 && <Empty>There is no assignment yet.</Empty>}
        <ul className="border-t border-rule">
          {course.assignments.map((one) => (
            <li
              key={one.id}
              className="grid gap-x-4 gap-y-1 border-b border-rule px-2 py-2 sm:grid-cols-[1fr_10rem_12rem_8rem] sm:items-center"
            >
              <Link
                to={`/assignments/${one.id}/edit`}
                className="written font-semibold text-verdigris-deep underline"
              >
                {one.title}
              </Link>
              <span>{standOf(one)}</span>
              <span className="text-sm text-faded">due {dateAndTime(one.dueAt, course.timeZone)}</span>
              <Link to={`/assignments/${one.id}/hand-ins`} className="text-sm text-verdigris-deep underline">
                {one.handIns === 1 ? '1 hand-in' : `${one.handIns} hand-ins`}
              </Link>
            </li>
          ))}
        </ul>
      </section>
      {copying && <CopyCourse course={course} onClose={() => setCopying(false)} />}
      <HouseInk
        course={course}
        onChanged={(houseInk) => void mutate((now) => now && { ...now, houseInk }, { revalidate: false })}
      />
      <PeoplePart course={course} onChanged={() => void mutate()} />
    </main>
  );
}
