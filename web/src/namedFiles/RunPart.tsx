import type { Assignment, CoursePerson } from '@nachweis/contract';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { Button } from '../ui/Button.tsx';
import { useHandingIn } from './useHandingIn.ts';

interface RunPartProps {
  assignment: Assignment;
  students: readonly CoursePerson[];
}

/** How far handing in for students is, also after somebody was on another page meanwhile. */
export function RunPart({ assignment, students }: RunPartProps): ReactNode {
  const { isRunning, total, outcomes, stop } = useHandingIn(assignment);
  if (total === 0) return null;
  const failed = [...outcomes].flatMap(([id, outcome]) =>
    outcome.kind === 'failed' ? [{ id, sentence: outcome.sentence }] : [],
  );
  const done = outcomes.size - failed.length;
  return (
    <section aria-label="Handing in" className="flex flex-col gap-2">
      <div className="flex flex-wrap items-center gap-3">
        <p role="status" className="flex items-center gap-2">
          {isRunning && <progress value={done} max={total} aria-label="Students done" />}
          {`${done} of ${total} handed in.`}
          {isRunning && ' It goes on while Nachweis is open in this tab.'}
        </p>
        {isRunning ? (
          <Button onClick={stop}>Stop</Button>
        ) : (
          done > 0 && (
            <Link to={`/assignments/${assignment.id}/hand-ins`} className="text-verdigris-deep underline">
              To the hand-ins
            </Link>
          )
        )}
      </div>
      {failed.length > 0 && (
        <ul role="alert" aria-label="Not handed in" className="text-madder">
          {failed.map(({ id, sentence }) => (
            <li key={id} className="written">
              {students.find((student) => student.id === id)?.listed ?? ''}: {sentence}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
