import type { CourseView } from '@nachweis/contract';
import { type FormEvent, type ReactNode, useState } from 'react';
import { useSWRConfig } from 'swr';
import { addressOf, callApi } from '../api/callApi.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { toast } from '../ui/notices.ts';
import { Problem } from '../ui/Problem.tsx';
import { useFaults } from '../ui/useFaults.ts';
import { useOneAtATime } from '../ui/useOneAtATime.ts';
import { dateAndTime } from '../ui/when.ts';
import { CourseFields, factsIn } from './CourseFields.tsx';

interface ChangeCourseProps {
  course: CourseView;
  onChanged: (course: CourseView) => void;
  onClose: () => void;
}

/** What a course is called, by which zone its times are read, and by whose letters its names are sorted. */
export function ChangeCourse({ course, onChanged, onClose }: ChangeCourseProps): ReactNode {
  // As it was when the form opened: what a colleague changes meanwhile is not overwritten.
  const [was] = useState({ title: course.title, timeZone: course.timeZone, language: course.language });
  const [zone, setZone] = useState(was.timeZone);
  const { faults, problem, tell, say } = useFaults();
  const { mutate } = useSWRConfig();
  const save = useOneAtATime(async (form: HTMLFormElement) => {
    say('');
    try {
      const body = { ...factsIn(form), was };
      const changed = await callApi('changeCourse', { params: { courseId: course.id }, body });
      onChanged(changed);
      onClose();
      toast.success('The course is changed.');
      // Its title stands in the list of one's courses.
      await mutate(addressOf('me', {}));
    } catch (error) {
      tell(error, form);
    }
  });
  const [next] = course.assignments.filter(({ stage }) => stage !== 'archived').slice(-1);
  return (
    <Dialog title="Change the course" onClose={onClose}>
      <form
        onSubmit={(event: FormEvent<HTMLFormElement>) => {
          event.preventDefault();
          save(event.currentTarget);
        }}
        className="flex flex-col gap-3 p-4"
        noValidate
      >
        <CourseFields
          facts={was}
          faults={faults}
          onZone={setZone}
          {...(!course.zoneIsFree && {
            zoneStays: 'It stays: something was handed in, and how late that is was counted by its days',
          })}
        />
        {next && zone !== was.timeZone && isZone(zone) && (
          <p className="written border-l-4 border-ochre-mark bg-ochre-wash px-3 py-2 text-ochre">
            Times stay the moments they are. “{next.title}” is due {dateAndTime(next.dueAt, was.timeZone)} in{' '}
            {was.timeZone}; it will read {dateAndTime(next.dueAt, zone)}.
          </p>
        )}
        <Problem>{problem}</Problem>
        <div className="flex flex-wrap justify-end gap-2">
          <Button look="quiet" keyName="Esc" onClick={onClose}>
            Change nothing
          </Button>
          <Button type="submit" look="main">
            Change the course
          </Button>
        </div>
      </form>
    </Dialog>
  );
}

function isZone(zone: string): boolean {
  try {
    return new Intl.DateTimeFormat('en', { timeZone: zone }).resolvedOptions().timeZone !== '';
  } catch {
    return false;
  }
}
