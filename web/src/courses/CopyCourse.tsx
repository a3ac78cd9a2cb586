import { type CourseView, MOST_DAYS_MOVED } from '@nachweis/contract';
import { daysLater, wallTimeOf } from '@nachweis/core';
import { type FormEvent, type ReactNode, useState } from 'react';
import { useNavigate } from 'react-router';
import { useSWRConfig } from 'swr';
import { sentenceOf } from '../api/apiProblem.ts';
import { addressOf, callApi } from '../api/callApi.ts';
import { useMe } from '../api/session.ts';
import { useIds } from '../api/useIds.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { control, Field } from '../ui/Field.tsx';
import { Problem } from '../ui/Problem.tsx';
import { dateAndTime } from '../ui/when.ts';

const DAY_MS = 24 * 3_600_000;
/** A year later on the same day of the week. */
const A_YEAR = 364;

/** The course for another term, with what its times will be before it is made. */
export function CopyCourse({ course, onClose }: { course: CourseView; onClose: () => void }): ReactNode {
  const { timeZone, assignments } = course;
  const opensFirst = [...assignments].sort((a, b) => (a.opensAt < b.opensAt ? -1 : 1))[0];
  const firstDay = (opensFirst ? wallTimeOf(opensFirst.opensAt, timeZone) : new Date().toISOString()).slice(
    0,
    10,
  );
  const laterBy = (days: number) => new Date(Date.parse(firstDay) + days * DAY_MS).toISOString().slice(0, 10);
  const ids = useIds();
  const navigate = useNavigate();
  const { mutate } = useSWRConfig();
  const me = useMe();
  const [title, setTitle] = useState(course.title);
  const [day, setDay] = useState(() => laterBy(A_YEAR));
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const days = Math.round((Date.parse(day) - Date.parse(firstDay)) / DAY_MS);
  const isDay = Math.abs(days) <= MOST_DAYS_MOVED;
  const isTwice = me.courses.some((one) => one.title === title.trim());
  const make = async (event: FormEvent) => {
    event.preventDefault();
    if (title.trim() === '') return setProblem('The course needs a title.');
    if (day === '') return setProblem('Say on which day it begins.');
    if (!isDay) return setProblem('The new term begins within ten years of this one. Look at the year.');
    setBusy(true);
    setProblem('');
    try {
      const made = await callApi('copyCourse', {
        params: { courseId: course.id },
        body: { id: ids.of(`${days} ${title.trim()}`), title: title.trim(), days },
      });
      await mutate(addressOf('me', {}));
      navigate(`/courses/${made.id}`);
      onClose();
    } catch (error) {
      setProblem(sentenceOf(error));
      setBusy(false);
    }
  };
  return (
    <Dialog title="Copy for another term" onClose={onClose}>
      <form onSubmit={(event) => void make(event)} className="flex flex-col gap-3 p-4">
        <p className="text-sm text-faded">
          The assignments come as drafts and the staff come along. Students and what they handed in stay here.
        </p>
        <Field
          label="Title of the new course"
          {...(isTwice && {
            hint: 'You have a course of this name already. With the term in it, the two can be told apart.',
          })}
        >
          <input
            value={title}
            maxLength={200}
            onChange={({ target }) => setTitle(target.value)}
            className={control}
          />
        </Field>
        <Field label={opensFirst ? `“${opensFirst.title}” opens on` : 'It begins on'}>
          <input
            type="date"
            value={day}
            onChange={({ target }) => setDay(target.value)}
            className={control}
          />
        </Field>
        {isDay && assignments.length > 0 && (
          <table aria-label="Times of the copy" className="w-full text-left text-sm">
            <thead className="text-faded">
              <tr>
                <th scope="col">Assignment</th>
                <th scope="col">Will be due</th>
              </tr>
            </thead>
            <tbody>
              {assignments.map((one) => (
                <tr key={one.id} className="border-t border-rule">
                  <th scope="row" className="written pr-3 font-normal">
                    {one.title}
                  </th>
                  <td>{dateAndTime(daysLater(one.dueAt, days, timeZone), timeZone)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        <Problem>{problem}</Problem>
        <div className="flex justify-end gap-2">
          <Button look="quiet" keyName="Esc" onClick={onClose}>
            Cancel
          </Button>
          <Button type="submit" look="main" disabled={busy}>
            Make the course
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
