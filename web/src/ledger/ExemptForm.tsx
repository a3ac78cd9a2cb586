import { type FormEvent, type ReactNode, useState } from 'react';
import { sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { useIds } from '../api/useIds.ts';
import { Button } from '../ui/Button.tsx';
import { control } from '../ui/Field.tsx';

interface ExemptFormProps {
  assignmentId: string;
  personId: string;
  exempt: boolean;
  onDone: () => void;
}

/** Says that a student need not hand in, or has to again; with a reason either way. */
export function ExemptForm({ assignmentId, personId, exempt, onDone }: ExemptFormProps): ReactNode {
  const [asking, setAsking] = useState(false);
  const [reason, setReason] = useState('');
  const [problem, setProblem] = useState('');
  const ids = useIds();
  const what = exempt ? 'Not exempt any more' : 'Exempt';
  const save = async (event: FormEvent) => {
    event.preventDefault();
    if (reason.trim() === '') return setProblem('Give a reason; it is kept.');
    try {
      await callApi('exempt', {
        params: { assignmentId, personId },
        body: { id: ids.of(`${!exempt} ${reason}`), exempt: !exempt, reason },
      });
      onDone();
    } catch (error) {
      setProblem(sentenceOf(error));
    }
  };
  if (!asking)
    return (
      <p>
        <Button small look="quiet" onClick={() => setAsking(true)}>
          {what} …
        </Button>
      </p>
    );
  return (
    <form onSubmit={save} className="flex flex-wrap items-end gap-2">
      <label className="flex min-w-40 flex-1 flex-col gap-1 text-sm font-semibold">
        {exempt ? 'Why are they not exempt any more?' : 'Why are they exempt?'}
        <input
          // biome-ignore lint/a11y/noAutofocus: it was asked for by a press
          autoFocus
          dir="auto"
          maxLength={2000}
          value={reason}
          onChange={(event) => setReason(event.target.value)}
          className={control}
        />
      </label>
      <Button type="submit">{what}</Button>
      {problem && (
        <p role="alert" className="w-full text-sm text-madder">
          {problem}
        </p>
      )}
    </form>
  );
}
