import { type FormEvent, type ReactNode, useState } from 'react';
import { sentenceOf } from '../api/apiProblem.ts';
import { Button } from '../ui/Button.tsx';
import { useKeptText } from './useKeptText.ts';

interface WordsFormProps {
  /** what the words are about, with its id: they outlive a reload under it */
  about: string;
  label: string;
  send: string;
  /** what is said where nothing is written */
  empty: string;
  onSend: (text: string) => Promise<void>;
}

/** Words that are sent once; what was written stays where that fails, and for a page that is opened anew. */
export function WordsForm({ about, label, send, empty, onSend }: WordsFormProps): ReactNode {
  const { text, write, sent } = useKeptText(about);
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (text.trim() === '') return setProblem(empty);
    setBusy(true);
    setProblem('');
    try {
      await onSend(text.trim());
      sent(text);
    } catch (error) {
      setProblem(sentenceOf(error));
    }
    setBusy(false);
  };
  return (
    <form onSubmit={(event) => void submit(event)} className="mt-1 flex flex-col gap-1">
      <label className="flex flex-col gap-1 text-sm font-semibold">
        {label}
        <textarea
          data-typing
          dir="auto"
          rows={3}
          maxLength={2000}
          value={text}
          onChange={({ target }) => write(target.value)}
          className="border border-edge bg-paper p-1.5 font-normal"
        />
      </label>
      {problem && (
        <p role="alert" className="text-sm text-madder">
          {problem}
        </p>
      )}
      <Button type="submit" small disabled={busy} className="self-start">
        {send}
      </Button>
    </form>
  );
}
