import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { useMe } from '../api/session.ts';
import { useApi } from '../api/useApi.ts';

/** What one was asked to mark a second time. */
export function SecondTasks(): ReactNode {
  const isStaff = useMe().courses.some((course) => course.role !== 'student');
  return isStaff ? <Tasks /> : null;
}

function Tasks(): ReactNode {
  const { data } = useApi('ownSecondMarkings', {});
  const open = data?.assignments.filter((one) => one.nextHref) ?? [];
  if (open.length === 0) return null;
  return (
    <section aria-labelledby="second-title" className="mb-4 border-l-4 border-verdigris bg-card px-3 py-2">
      <h2 id="second-title" className="text-base">
        To mark a second time
      </h2>
      <ul>
        {open.map(({ assignmentId, title, courseTitle, count, done, nextHref }) => (
          <li key={assignmentId}>
            <Link to={nextHref ?? ''} className="written font-semibold text-verdigris-deep underline">
              {title}
            </Link>{' '}
            <span className="written text-sm text-faded">
              {courseTitle}: {done} of {count} done
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
