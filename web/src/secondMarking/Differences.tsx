import type { Difference, SecondMarking } from '@nachweis/contract';
import { type ReactNode, useState } from 'react';
import { Link } from 'react-router';
import { sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { useIds } from '../api/useIds.ts';
import { Button } from '../ui/Button.tsx';
import { control } from '../ui/Field.tsx';
import { VERDICT_WORDS } from '../ui/signs.tsx';
import { dateAndTime } from '../ui/when.ts';

interface DifferencesProps {
  marking: SecondMarking;
  onNow: (now: SecondMarking) => void;
  onAgain: () => void;
}

/** Where two markers differ: what each said, and a decision that becomes the judgement. */
export function Differences({ marking, onNow, onAgain }: DifferencesProps): ReactNode {
  const { differences } = marking;
  const open = differences.filter((one) => !one.settled).length;
  return (
    <section aria-labelledby="differences-title">
      <h2 id="differences-title" className="text-xl">
        Where they differ
      </h2>
      <p role="status" className="text-sm text-faded">
        {differences.length === 0
          ? 'Nowhere.'
          : `${differences.length} ${differences.length === 1 ? 'place' : 'places'}, ${open} still to settle.`}
      </p>
      <ul>
        {differences.map((one) => (
          <DifferenceLine
            key={`${one.handInId} ${one.questionId}`}
            difference={one}
            timeZone={marking.timeZone}
            onNow={onNow}
            onAgain={onAgain}
          />
        ))}
      </ul>
    </section>
  );
}

/** A verdict by its word, a level by what it takes. */
const wordOf = ({ code, choices }: Difference, place: number): string => {
  const choice = choices[place] ?? '';
  return code ? (VERDICT_WORDS[choice as keyof typeof VERDICT_WORDS] ?? choice) : choice;
};

function DifferenceLine({
  difference,
  timeZone,
  onNow,
  onAgain,
}: {
  difference: Difference;
  timeZone: string;
  onNow: (now: SecondMarking) => void;
  onAgain: () => void;
}): ReactNode {
  const { handInId, questionId, first, second, settled, changed } = difference;
  const { code, text, student, number, choices } = difference;
  const [reason, setReason] = useState('');
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const ids = useIds();
  const settle = async (place: number) => {
    setBusy(true);
    setProblem('');
    const seen = settled?.at ?? null;
    try {
      onNow(
        await callApi('settleDifference', {
          params: { handInId },
          body: { id: ids.of(`${place} ${reason} ${seen}`), questionId, place, reason, seen },
        }),
      );
    } catch (error) {
      setProblem(sentenceOf(error));
      onAgain();
    }
    setBusy(false);
  };
  const name = `${code || text}, ${student}`;
  return (
    <li aria-label={name} className="flex flex-col gap-1 border-b border-rule py-2">
      <p className="written">
        <Link to={`/hand-ins/${handInId}/review`} className="font-mono text-verdigris-deep underline">
          {number}
        </Link>{' '}
        {student} · {code && <span className="font-mono">{code} </span>}
        {text}
      </p>
      <p className="written text-sm">
        {first.by}: <strong>{wordOf(difference, first.place)}</strong>. {second.by}:{' '}
        <strong>{wordOf(difference, second.place)}</strong>.
      </p>
      {settled && (
        <p className="written text-sm">
          Settled: <strong>{wordOf(difference, settled.place)}</strong>, by {settled.by},{' '}
          {dateAndTime(settled.at, timeZone)}
          {settled.reason && <span dir="auto">: “{settled.reason}”</span>}
        </p>
      )}
      {changed && (
        <p className="written text-sm text-ochre">
          Changed since: <strong>{wordOf(difference, changed.place)}</strong>, by {changed.by},{' '}
          {dateAndTime(changed.at, timeZone)}. That is what counts.
        </p>
      )}
      <details open={!settled}>
        <summary className="cursor-pointer text-sm text-verdigris-deep">
          {settled ? 'Decide otherwise' : 'Settle it'}
        </summary>
        {/* biome-ignore lint/a11y/useSemanticElements: buttons that decide are no form's group of fields */}
        <div role="group" aria-label={`Settle ${name}`} className="flex flex-wrap items-end gap-2 pt-1">
          <label className="flex min-w-52 flex-1 flex-col gap-1 text-sm font-semibold">
            Why, for the two of them
            <input
              dir="auto"
              maxLength={2000}
              value={reason}
              onChange={(event) => setReason(event.target.value)}
              className={control}
            />
          </label>
          {choices.map((choice, place) => (
            <Button
              key={choice}
              small
              className="written whitespace-normal!"
              disabled={busy}
              onClick={() => void settle(place)}
            >
              {wordOf(difference, place)}
            </Button>
          ))}
        </div>
      </details>
      {problem && (
        <p role="alert" className="text-sm text-madder">
          {problem}
        </p>
      )}
    </li>
  );
}
