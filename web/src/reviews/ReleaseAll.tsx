import type { ReviewList, ReviewRow } from '@nachweis/contract';
import { instantOf } from '@nachweis/core';
import { type ReactNode, useState } from 'react';
import { sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { Button } from '../ui/Button.tsx';
import { Choices } from '../ui/Choices.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { control, Field } from '../ui/Field.tsx';
import { toast } from '../ui/notices.ts';
import { dateAndTime } from '../ui/when.ts';
import { clockHint } from '../words/clock.ts';
import { listed } from '../words/listed.ts';

/**
 * Releasing shows students their points; it asks once, with the number. What is asked about is the list as it was then:
 * what a colleague judges while one reads is not released along.
 */
export function ReleaseAll({ list, onReleased }: { list: ReviewList; onReleased: () => void }): ReactNode {
  const [asked, setAsked] = useState<ReviewList | null>(null);
  const [busy, setBusy] = useState(false);
  const [when, setWhen] = useState<'now' | 'later'>('now');
  const [later, setLater] = useState('');
  const [problem, setProblem] = useState('');
  const ready = markedOf(list).length;
  const asking = asked ? markedOf(asked).length : 0;
  const release = async ({ assignment, rows }: ReviewList) => {
    setBusy(true);
    setProblem('');
    try {
      const { id: assignmentId, timeZone } = assignment;
      const at = when === 'now' ? null : instantOf(later, timeZone);
      if (when === 'later' && !at) return setProblem('Choose a day and a time.');
      const seen = markedOf({ rows }).map(({ handInId, totalUnits }) => ({ handInId, total: totalUnits }));
      const { released, changed } = await callApi('releaseAll', {
        params: { assignmentId },
        body: { at, seen },
      });
      const count = released === 1 ? 'One hand-in' : `${released} hand-ins`;
      if (released > 0 || changed === 0)
        toast.success(
          at
            ? `${count} will be released ${dateAndTime(at, timeZone)}.`
            : `${count} ${released === 1 ? 'was' : 'were'} released.`,
        );
      if (changed > 0)
        toast.warning(
          `${changed} ${changed === 1 ? 'was' : 'were'} left: changed by somebody else meanwhile. Look again, then release.`,
        );
      setAsked(null);
      onReleased();
    } catch (error) {
      setProblem(sentenceOf(error));
    } finally {
      setBusy(false);
    }
  };
  return (
    <>
      <Button
        disabled={ready === 0}
        onClick={() => {
          setProblem('');
          setAsked(list);
        }}
      >
        Release {ready} …
      </Button>
      {asked && (
        <Dialog
          title={`Release ${asking} ${asking === 1 ? 'hand-in' : 'hand-ins'}?`}
          description="The students see verdicts, remarks and points from then on."
          onClose={() => setAsked(null)}
        >
          <ul className="list-disc px-9 pt-3">
            {whatReleasingDoes(asked).map((line) => (
              <li key={line} className="written">
                {line}
              </li>
            ))}
          </ul>
          <div className="flex flex-col gap-2 px-4 pt-3">
            <Choices
              label="When they see it"
              value={when}
              options={[
                { value: 'now', content: 'at once' },
                { value: 'later', content: 'at a set time' },
              ]}
              onChoose={setWhen}
            />
            {when === 'later' && (
              <Field
                label={`From when on (${asked.assignment.timeZone})`}
                hint={clockHint(later, asked.assignment.timeZone)}
              >
                <input
                  type="datetime-local"
                  value={later}
                  onChange={(event) => setLater(event.target.value)}
                  className={control}
                />
              </Field>
            )}
            {problem && (
              <p role="alert" className="text-madder">
                {problem}
              </p>
            )}
          </div>
          <div className="flex justify-end gap-2 p-4">
            <Button look="quiet" onClick={() => setAsked(null)}>
              Not now
            </Button>
            <Button look="main" disabled={busy} onClick={() => void release(asked)}>
              Release {asking}
            </Button>
          </div>
        </Dialog>
      )}
    </>
  );
}

const markedOf = ({ rows }: Pick<ReviewList, 'rows'>): ReviewRow[] =>
  rows.filter((row) => row.state === 'marked');

const MOST_NAMED = 5;

/** What else there is to know before releasing: what stays, what has problems, what is an older attempt. */
function whatReleasingDoes({ rows, without }: ReviewList): string[] {
  const lines: string[] = [];
  const named = (some: readonly ReviewRow[]) =>
    listed(
      some.map((row) => row.student.name),
      MOST_NAMED,
    );
  const marked = markedOf({ rows });
  const waiting = rows.filter((row) => row.state === 'waiting');
  if (waiting.length > 0) lines.push(`Not released, since verdicts are missing: ${named(waiting)}.`);
  const problems = marked.filter((row) => row.problems > 0);
  if (problems.length > 0) lines.push(`Released although a picture has a problem: ${named(problems)}.`);
  const set = marked.filter((row) => row.releasesAt !== null);
  if (set.length > 0)
    lines.push(`Set to be released already; what is chosen here takes the place of that: ${named(set)}.`);
  const newest = new Map<string, number>();
  for (const { student, attempt } of rows)
    newest.set(student.id, Math.max(attempt, newest.get(student.id) ?? 0));
  const older = marked.filter((row) => row.attempt < (newest.get(row.student.id) ?? 0));
  if (older.length > 0) lines.push(`Older attempts that are released too: ${named(older)}.`);
  const missing = without.filter((one) => !one.exempt).length;
  if (missing > 0)
    lines.push(`${missing} ${missing === 1 ? 'student has' : 'students have'} handed in nothing.`);
  return lines;
}
