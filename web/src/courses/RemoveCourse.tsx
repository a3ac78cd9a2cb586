import type { CourseView } from '@nachweis/contract';
import { type ReactNode, useState } from 'react';
import { useNavigate } from 'react-router';
import { useSWRConfig } from 'swr';
import { sentenceOf } from '../api/apiProblem.ts';
import { addressOf, callApi } from '../api/callApi.ts';
import { useMe } from '../api/session.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { toast } from '../ui/notices.ts';
import { Problem } from '../ui/Problem.tsx';
import { useOneAtATime } from '../ui/useOneAtATime.ts';

/** Takes a course away that was made by mistake and has no assignment. */
export function RemoveCourse({ course }: { course: CourseView }): ReactNode {
  const me = useMe();
  const navigate = useNavigate();
  const { mutate } = useSWRConfig();
  const [asking, setAsking] = useState(false);
  const [problem, setProblem] = useState('');
  const others = course.people.length - 1;
  const remove = useOneAtATime(async () => {
    setProblem('');
    try {
      await callApi('removeCourse', { params: { courseId: course.id } });
      await mutate(addressOf('me', {}));
      navigate(me.admin ? '/courses' : '/');
      toast.success('The course is removed.');
    } catch (error) {
      setProblem(sentenceOf(error));
    }
  });
  return (
    <>
      <Button small look="quiet" onClick={() => setAsking(true)}>
        Remove the course …
      </Button>
      {asking && (
        <Dialog title="Remove this course?" onClose={() => setAsking(false)}>
          <div className="flex flex-col gap-3 p-4">
            <p className="written">
              “{course.title}” has no assignment, so nothing that was handed in goes with it.
              {others > 0 &&
                ` Its ${others === 1 ? 'other person stays' : `${others} other people stay`} on this server; what the class list says of them goes.`}
            </p>
            <Problem>{problem}</Problem>
            <div className="flex flex-wrap justify-end gap-2">
              <Button look="quiet" keyName="Esc" onClick={() => setAsking(false)}>
                Keep it
              </Button>
              <Button look="danger" onClick={() => remove()}>
                Remove the course
              </Button>
            </div>
          </div>
        </Dialog>
      )}
    </>
  );
}
