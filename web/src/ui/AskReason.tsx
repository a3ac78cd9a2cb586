import { type FormEvent, type ReactNode, useRef, useState } from 'react';
import { sentenceOf } from '../api/apiProblem.ts';
import { Button, type ButtonProps } from './Button.tsx';
import { useEscapeFirst } from './useEscapeFirst.ts';

interface AskReasonProps {
  /** on the button that asks for it, without the dots */
  what: string;
  question: string;
  /** what is said where none is written */
  missing: string;
  /** what it will do, where that has to be said */
  hint?: string;
  /** on the button that does it, and how that looks */
  confirm: string;
  look?: ButtonProps['look'];
  /** on the button that leaves things as they are */
  leave?: string;
  /** @throws ApiProblem what was written stays */
  onGiven: (reason: string) => Promise<unknown>;
}

/** A button that does something once a reason is given, in the same place. */
export function AskReason(props: AskReasonProps): ReactNode {
  const [asking, setAsking] = useState(false);
  const [left, setLeft] = useState(false);
  const leave = () => {
    setAsking(false);
    setLeft(true);
  };
  if (asking)
    return (
      <ReasonForm
        {...props}
        onGiven={async (reason) => {
          await props.onGiven(reason);
          leave();
        }}
        onLeave={leave}
      />
    );
  return (
    // Where the form was left, one goes on from the button it came from.
    <Button small look="quiet" autoFocus={left} onClick={() => setAsking(true)}>
      {props.what} …
    </Button>
  );
}

function ReasonForm({
  question,
  missing,
  hint,
  confirm,
  look = 'plain',
  leave = 'Cancel',
  onGiven,
  onLeave,
}: AskReasonProps & { onLeave: () => void }): ReactNode {
  const [reason, setReason] = useState('');
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const form = useRef<HTMLFormElement>(null);
  // A dialog that it stands in stays.
  useEscapeFirst(() => {
    const isIn = form.current?.contains(document.activeElement) ?? false;
    if (isIn) onLeave();
    return isIn;
  });
  const give = async (event: FormEvent) => {
    event.preventDefault();
    if (busy) return;
    if (reason.trim() === '') return setProblem(missing);
    setBusy(true);
    try {
      await onGiven(reason);
    } catch (error) {
      setProblem(sentenceOf(error));
      setBusy(false);
    }
  };
  return (
    <form ref={form} onSubmit={give} className="mt-2 flex flex-col gap-2 border border-verdigris bg-card p-2">
      <label className="flex flex-col gap-1 text-sm font-semibold">
        {question}
        <input
          // biome-ignore lint/a11y/noAutofocus: it was asked for by a press
          autoFocus
          data-typing
          dir="auto"
          value={reason}
          maxLength={2000}
          onChange={(event) => setReason(event.target.value)}
          className="min-h-9 border border-edge bg-paper px-2 font-normal"
        />
      </label>
      {hint && <p className="text-sm text-faded">{hint}</p>}
      {problem && (
        <p role="alert" className="text-sm text-madder">
          {problem}
        </p>
      )}
      <span className="flex flex-wrap justify-end gap-2">
        <Button small look="quiet" onClick={onLeave} keyName="Esc">
          {leave}
        </Button>
        <Button small look={look} type="submit" disabled={busy}>
          {confirm}
        </Button>
      </span>
    </form>
  );
}
