import type { Assignment, CoursePerson } from '@nachweis/contract';
import { instantOf, wallTimeOf } from '@nachweis/core';
import { type FormEvent, type ReactNode, useState } from 'react';
import { serverNow } from '../api/serverClock.ts';
import { useApi } from '../api/useApi.ts';
import { Button } from '../ui/Button.tsx';
import { control, Field } from '../ui/Field.tsx';
import { Problem } from '../ui/Problem.tsx';
import { Failed, Loading } from '../ui/states.tsx';
import { COUNTS_WORDS } from '../words/attempts.ts';
import { clockHint } from '../words/clock.ts';
import { Already } from './Already.tsx';
import type { HandInOrder } from './handInOrders.ts';
import { isDone, useHandingIn } from './useHandingIn.ts';

interface HandInPartProps {
  assignment: Assignment;
  students: readonly CoursePerson[];
  orders: readonly HandInOrder[];
  /** files of which is still to be said whose they are */
  open: number;
}

/** Hands in what is settled, with when it came and why it came this way. */
export function HandInPart({ assignment, students, orders, open }: HandInPartProps): ReactNode {
  const { timeZone } = assignment;
  const [came, setCame] = useState(() => wallTimeOf(new Date(serverNow()).toISOString(), timeZone));
  const [reason, setReason] = useState('');
  const [problem, setProblem] = useState('');
  const [again, setAgain] = useState(false);
  const { isRunning, begin } = useHandingIn(assignment);
  const { data: list, error, mutate } = useApi('reviewList', { params: { assignmentId: assignment.id } });
  const nameOf = (id: string) => students.find((student) => student.id === id)?.listed ?? '';
  // In a row of names, one that is listed with a comma looks like two.
  const spokenOf = (id: string) => {
    const { givenName = '', surname = '' } = students.find((student) => student.id === id) ?? {};
    return `${givenName} ${surname}`.trim();
  };
  const full = orders.filter(({ tooMany }) => tooMany.length > 0);
  const whole = orders.filter((order) => order.tooMany.length === 0 && !isDone(order));
  const absent = new Set(list?.without.map(({ id }) => id));
  const already = list ? whole.filter(({ studentId }) => !absent.has(studentId)) : [];
  const left = again ? whole : whole.filter((order) => !already.includes(order));
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const cameAt = instantOf(came, timeZone);
    if (cameAt === null) return setProblem('Say when it came.');
    if (cameAt > new Date(serverNow()).toISOString()) return setProblem('Work cannot have come after now.');
    if (reason.trim() === '') return setProblem('Say why; the students will read it.');
    setProblem('');
    setAgain(false);
    void begin(left, { cameAt, reason: reason.trim(), again });
  };
  return (
    <form
      onSubmit={submit}
      aria-label="Hand in for them"
      className="flex flex-col gap-3 border border-edge bg-card p-3"
    >
      <div className="grid gap-3 sm:grid-cols-[14rem_1fr]">
        <Field label={`Came, in ${timeZone}`} hint={clockHint(came, timeZone)}>
          <input
            type="datetime-local"
            value={came}
            onChange={({ target }) => setCame(target.value)}
            className={control}
          />
        </Field>
        <Field label="Why it came this way; the students read it">
          <input
            dir="auto"
            maxLength={500}
            value={reason}
            onChange={({ target }) => setReason(target.value)}
            className={control}
          />
        </Field>
      </div>
      {full.length > 0 && (
        <ul className="text-madder">
          {full.map(({ studentId, tooMany }) => (
            <li key={studentId} className="written">
              {nameOf(studentId)} has more pictures than {tooMany.join(' and ')} takes. Leave some out.
            </li>
          ))}
        </ul>
      )}
      {already.length > 0 && !isRunning && (
        <Already
          names={already.map(({ studentId }) => spokenOf(studentId))}
          counts={COUNTS_WORDS[assignment.counts]}
          isTicked={again}
          onTick={setAgain}
        />
      )}
      <Problem>{problem}</Problem>
      {!list && error && <Failed inPage error={error} onRetry={() => void mutate()} />}
      {!list && !error && <Loading what="who has handed in" inPage />}
      {list && !isRunning && (
        <div className="flex flex-wrap items-center gap-3">
          <Button type="submit" look="main" disabled={left.length === 0}>
            {left.length === 0
              ? 'Nothing left to hand in'
              : `Hand in for ${left.length} ${left.length === 1 ? 'student' : 'students'}`}
          </Button>
          {open > 0 && left.length > 0 && (
            <p className="text-sm text-faded">
              Without the {open} of which nobody has said whose {open === 1 ? 'it is' : 'they are'}.
            </p>
          )}
        </div>
      )}
    </form>
  );
}
