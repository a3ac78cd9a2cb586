import { type FormEvent, type ReactNode, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useSWRConfig } from 'swr';
import { addressOf, callApi } from '../api/callApi.ts';
import { useApi } from '../api/useApi.ts';
import { Button } from '../ui/Button.tsx';
import { Problem } from '../ui/Problem.tsx';
import { Empty, Failed, Loading } from '../ui/states.tsx';
import { useFaults } from '../ui/useFaults.ts';
import { useOneAtATime } from '../ui/useOneAtATime.ts';
import { useTitle } from '../ui/useTitle.ts';
import { CourseFields, factsIn, newFacts } from './CourseFields.tsx';
import { FindPeople } from './FindPeople.tsx';

/** All courses, for administrators, who make them. */
export default function CoursesScreen(): ReactNode {
  const { data: courses, error, mutate } = useApi('listCourses', {});
  useTitle('Courses');
  if (!courses)
    return error ? <Failed error={error} onRetry={() => void mutate()} /> : <Loading what="the courses" />;
  return (
    <main className="mx-auto flex w-full max-w-4xl flex-1 flex-col gap-6 p-4 sm:p-6">
      <h1 className="text-2xl">Courses</h1>
      {courses.length === 0 && <Empty>There is no course yet. Make the first one.</Empty>}
      <ul className="border-t border-rule">
        {courses.map((course) => (
          <li key={course.id} className="flex flex-wrap gap-x-4 border-b border-rule px-2 py-2">
            <Link
              to={`/courses/${course.id}`}
              className="written flex-1 font-semibold text-verdigris-deep underline"
            >
              {course.title}
            </Link>
            <span className="text-faded">
              {course.people === 1 ? '1 person' : `${course.people} people`}, {course.timeZone}
            </span>
          </li>
        ))}
      </ul>
      <NewCourse />
      <FindPeople />
    </main>
  );
}

function NewCourse(): ReactNode {
  const id = useRef(crypto.randomUUID());
  const [begun] = useState(newFacts);
  const navigate = useNavigate();
  const { mutate } = useSWRConfig();
  const { faults, problem, tell, say } = useFaults();
  const make = useOneAtATime(async (form: HTMLFormElement) => {
    const body = factsIn(form);
    say('');
    try {
      const course = await callApi('createCourse', { params: { courseId: id.current }, body });
      // One is its instructor from now on.
      await mutate(addressOf('me', {}));
      navigate(`/courses/${course.id}`);
    } catch (error) {
      tell(error, form);
    }
  });
  return (
    <section aria-labelledby="new-course" className="border border-edge bg-card p-4">
      <h2 id="new-course" className="mb-2 text-lg">
        A new course
      </h2>
      <form
        onSubmit={(event: FormEvent<HTMLFormElement>) => {
          event.preventDefault();
          make(event.currentTarget);
        }}
        className="grid items-start gap-3 sm:grid-cols-[2fr_1.5fr_1fr_auto]"
        noValidate
      >
        <CourseFields facts={begun} faults={faults} />
        <Button type="submit" look="main" className="sm:mt-6">
          Make it
        </Button>
      </form>
      <Problem>{problem}</Problem>
    </section>
  );
}
