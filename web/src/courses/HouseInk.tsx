import type { CourseView } from '@nachweis/contract';
import { type ReactNode, useRef } from 'react';
import { sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { Button } from '../ui/Button.tsx';
import { InkChoices } from '../ui/InkChoices.tsx';
import { toast } from '../ui/notices.ts';

/** The colour picker of the system tells each step; the last one is meant. */
const SETTLED_MS = 500;

/** The ink that new marks of a course begin with. */
export function HouseInk({
  course,
  onChanged,
}: {
  course: CourseView;
  onChanged: (houseInk: string | null) => void;
}): ReactNode {
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const set = async (ink: string | null) => {
    clearTimeout(timer.current);
    try {
      await callApi('setHouseInk', { params: { courseId: course.id }, body: { ink } });
      onChanged(ink);
    } catch (error) {
      toast.error(sentenceOf(error));
    }
  };
  return (
    <section aria-labelledby="ink-title" className="flex flex-col gap-2">
      <h2 id="ink-title" className="text-xl">
        Ink of marks
      </h2>
      <p className="text-faded">
        {course.houseInk
          ? `New marks on pictures of this course begin in ${course.houseInk}. Everybody can change the ink of a mark.`
          : 'New marks begin in the ink that reads best on what lies under them. A course can have one ink for all.'}
      </p>
      <div className="flex flex-wrap items-center gap-3">
        <InkChoices
          label="Ink of this course"
          ink={course.houseInk}
          onChoose={(ink) => void set(ink)}
          onTry={(ink) => {
            clearTimeout(timer.current);
            timer.current = setTimeout(() => void set(ink), SETTLED_MS);
          }}
        />
        {course.houseInk && (
          <Button small look="quiet" onClick={() => void set(null)}>
            No ink of its own
          </Button>
        )}
      </div>
    </section>
  );
}
