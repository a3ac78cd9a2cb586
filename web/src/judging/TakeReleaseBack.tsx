import { type FormEvent, type ReactNode, useRef, useState } from 'react';
import { sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { Button } from '../ui/Button.tsx';
import { useEscapeFirst } from '../ui/useEscapeFirst.ts';

interface TakeReleaseBackProps {
  handInId: string;
  onDone: () => void;
}

/** A button with which a release, or one that is set for later, is taken back, once a reason is given. */
export function TakeReleaseBack({ handInId, onDone }: TakeReleaseBackProps): ReactNode {
  const [asking, setAsking] = useState(false);
  const [left, setLeft] = useState(false);
  if (asking)
    return (
      <ReasonForm
        handInId={handInId}
        onCancel={() => {
          setAsking(false);
          setLeft(true);
        }}
        onDone={() => {
          setAsking(false);
          onDone();
        }}
      />
    );
  return (
    // Where the form was left, one goes on from the button it came from.
    <Button small look="quiet" autoFocus={left} onClick={() => setAsking(true)}>
      Take the release back …
    </Button>
  );
}

function ReasonForm({
  handInId,
  onCancel,
  onDone,
}: TakeReleaseBackProps & { onCancel: () => void }): ReactNode {
  const [reason, setReason] = useState('');
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const form = useRef<HTMLFormElement>(null);
  // In the ledger it stands in a dialog, which stays.
  useEscapeFirst(() => {
    const isIn = form.current?.contains(document.activeElement) ?? false;
    if (isIn) onCancel();
    return isIn;
  });
  const take = async (event: FormEvent) => {
    event.preventDefault();
    if (reason.trim() === '') return setProblem('Give a reason; it is kept in the history.');
    setBusy(true);
    try {
      await callApi('takeReleaseBack', { params: { handInId }, body: { reason } });
      onDone();
    } catch (error) {
      setProblem(sentenceOf(error));
      setBusy(false);
    }
  };
  return (
    <form ref={form} onSubmit={take} className="mt-2 flex flex-col gap-2 border border-verdigris bg-card p-2">
      <label className="flex flex-col gap-1 text-sm font-semibold">
        Why is the release taken back?
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
      <p className="text-sm text-faded">
        The student sees verdicts, remarks and points no more until you release again.
      </p>
      {problem && (
        <p role="alert" className="text-sm text-madder">
          {problem}
        </p>
      )}
      <span className="flex flex-wrap justify-end gap-2">
        <Button small look="quiet" onClick={onCancel} keyName="Esc">
          Leave it released
        </Button>
        <Button small look="danger" type="submit" disabled={busy}>
          Take it back
        </Button>
      </span>
    </form>
  );
}
