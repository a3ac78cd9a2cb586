import type { Assignment, PersonTerms } from '@nachweis/contract';
import { instantOf, type TermsGrant, wallTimeOf } from '@nachweis/core';
import { type FormEvent, type ReactNode, useState } from 'react';
import { sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { useApi } from '../api/useApi.ts';
import { Dialog } from '../ui/Dialog.tsx';
import { control, Field } from '../ui/Field.tsx';
import { toast } from '../ui/notices.ts';
import { Failed, Loading } from '../ui/states.tsx';
import { dateAndTime } from '../ui/when.ts';
import { clockHint } from '../words/clock.ts';
import { ReasonAndLook, WhatItChanges } from './Proposal.tsx';

interface TermsDialogProps {
  assignment: Assignment;
  student: { id: string; name: string };
  onClose: () => void;
  onGranted: () => void;
}

interface Wanted {
  id: string;
  grant: TermsGrant;
  reason: string;
  /** how many grants there were when it was written */
  baseVersion: number;
}

const forWhom = (mates: readonly string[]): string =>
  mates.length === 0
    ? 'They hold for this student alone.'
    : `They hold for this student and for ${mates.join(', ')}, who hand in together.`;

/** Other times and attempts for one student: shown before, kept with their reason. */
export function TermsDialog({ assignment, student, onClose, onGranted }: TermsDialogProps): ReactNode {
  const params = { assignmentId: assignment.id, personId: student.id };
  const { data, error, mutate } = useApi('personTerms', { params });
  const [wanted, setWanted] = useState<Wanted | null>(null);
  const [would, setWould] = useState<PersonTerms | null>(null);
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const { timeZone } = assignment;
  // What is written is measured by what one saw when one began: what is granted meanwhile is not taken back by a field
  // that one did not touch.
  const [begun, setBegun] = useState<PersonTerms | null>(null);
  const [mine, setMine] = useState<TermsGrant>({});
  const seen = begun ?? data;

  const ask = async (order: Wanted, dryRun: boolean) => {
    if (!data) return;
    setBusy(true);
    setProblem('');
    try {
      const answer = await callApi('grantTerms', { params, body: { ...order, dryRun } });
      setWanted(dryRun ? order : null);
      setWould(dryRun ? answer : null);
      if (dryRun) return;
      await mutate(answer, { revalidate: false });
      toast.success(`Granted to ${student.name}.`);
      onGranted();
      onClose();
    } catch (error) {
      setProblem(sentenceOf(error));
      setWanted(null);
      setMine(order.grant);
      setBegun((await mutate().catch(() => undefined)) ?? null);
    } finally {
      setBusy(false);
    }
  };
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    if (!seen) return;
    const form = new FormData(event.currentTarget);
    const grant = grantOf(form, seen.terms, timeZone);
    if (typeof grant === 'string') return setProblem(grant);
    const reason = String(form.get('reason')).trim();
    void ask({ id: crypto.randomUUID(), grant, reason, baseVersion: seen.grants.length }, true);
  };
  return (
    <Dialog
      title={`Other times for ${student.name}`}
      description={`${forWhom(data?.mates ?? [])} Times are those of the course (${timeZone}).`}
      onClose={onClose}
    >
      {!data && error && <Failed inPage error={error} onRetry={() => void mutate()} />}
      {!data && !error && <Loading inPage what="what holds now" />}
      {data && seen && (
        <div className="flex flex-col gap-3 p-4">
          {data.grants.length > 0 && (
            <ol className="border-b border-rule pb-2 text-sm" aria-label="Granted so far">
              {data.grants.map((one) => (
                <li key={one.id} className="written py-0.5">
                  {dateAndTime(one.at, timeZone)}, {one.by}: {one.reason}
                </li>
              ))}
            </ol>
          )}
          <form
            onSubmit={submit}
            onChange={() => {
              setWanted(null);
              setBegun(seen);
            }}
            className="flex flex-col gap-3"
          >
            <div key={seen.grants.length} className="grid gap-3 sm:grid-cols-2">
              <TimeField
                name="opensAt"
                label="Opens"
                at={mine.opensAt ?? seen.terms.opensAt}
                timeZone={timeZone}
              />
              <TimeField name="dueAt" label="Due" at={mine.dueAt ?? seen.terms.dueAt} timeZone={timeZone} />
              <TimeField
                name="lateUntil"
                label="Taken late until (empty: not at all)"
                at={mine.lateUntil === undefined ? seen.terms.lateUntil : mine.lateUntil}
                timeZone={timeZone}
              />
              <Field label="Attempts">
                <input
                  name="attempts"
                  type="number"
                  min={1}
                  max={1000}
                  required
                  defaultValue={mine.attempts ?? seen.terms.attempts}
                  className={control}
                />
              </Field>
            </div>
            <ReasonAndLook problem={problem} busy={busy} looked={wanted !== null} />
          </form>
          {wanted && would && (
            <WhatItChanges
              action="Grant it"
              busy={busy}
              onDo={() => void ask(wanted, false)}
              onLeave={() => setWanted(null)}
            >
              <div role="status">
                <ul>
                  {whatChanges(data, would, timeZone).map((line) => (
                    <li key={line} className="written">
                      {line}
                    </li>
                  ))}
                </ul>
              </div>
            </WhatItChanges>
          )}
        </div>
      )}
    </Dialog>
  );
}

interface TimeFieldProps {
  name: string;
  label: string;
  at: string | null;
  timeZone: string;
}

function TimeField({ name, label, at, timeZone }: TimeFieldProps): ReactNode {
  const first = at ? wallTimeOf(at, timeZone) : '';
  const [written, setWritten] = useState(first);
  return (
    <Field label={label} hint={clockHint(written, timeZone, written === first ? at : null)}>
      <input
        name={name}
        type="datetime-local"
        defaultValue={first}
        onChange={({ target }) => setWritten(target.value)}
        className={control}
      />
    </Field>
  );
}

/** What differs from what holds now. @returns a sentence where it cannot be read */
function grantOf(form: FormData, now: PersonTerms['terms'], timeZone: string): TermsGrant | string {
  const grant: TermsGrant = {};
  const timeOf = (name: string) => instantOf(String(form.get(name)), timeZone);
  /** the field shows minutes: what reads the same is the same */
  const differs = (instant: string | null, was: string | null) =>
    instant === null || was === null
      ? instant !== was
      : wallTimeOf(instant, timeZone) !== wallTimeOf(was, timeZone);
  const [opensAt, dueAt, lateUntil] = [timeOf('opensAt'), timeOf('dueAt'), timeOf('lateUntil')];
  if (!opensAt || !dueAt) return 'Give both times, when it opens and when it is due.';
  if (opensAt > dueAt) return 'The due time lies before the opening. Change one of them.';
  if (lateUntil && lateUntil < dueAt) return 'The late time ends before the due time. Change one of them.';
  if (differs(opensAt, now.opensAt)) grant.opensAt = opensAt;
  if (differs(dueAt, now.dueAt)) grant.dueAt = dueAt;
  if (differs(lateUntil, now.lateUntil)) grant.lateUntil = lateUntil;
  const attempts = Number(form.get('attempts'));
  if (attempts !== now.attempts) grant.attempts = attempts;
  return Object.keys(grant).length > 0 ? grant : 'Nothing differs from what holds now.';
}

function whatChanges(now: PersonTerms, would: PersonTerms, timeZone: string): string[] {
  const lines: string[] = [];
  const said = (at: string | null) => (at ? dateAndTime(at, timeZone) : 'not at all');
  for (const [key, label] of [
    ['opensAt', 'Opens'],
    ['dueAt', 'Due'],
    ['lateUntil', 'Taken late until'],
  ] as const)
    if (now.terms[key] !== would.terms[key])
      lines.push(`${label}: ${said(now.terms[key])} → ${said(would.terms[key])}`);
  if (now.terms.attempts !== would.terms.attempts)
    lines.push(`Attempts: ${now.terms.attempts} → ${would.terms.attempts}`);
  for (const handIn of would.handIns) {
    const before = now.handIns.find((one) => one.id === handIn.id);
    if (before && before.lateNow !== handIn.lateNow)
      lines.push(
        `${handIn.number} ${handIn.lateNow ? 'counts as late' : 'counts as in time'}; its receipt stays as it was.`,
      );
  }
  return lines;
}
