import type { Remark, ThreadWrite } from '@nachweis/contract';
import { type FormEvent, type KeyboardEvent, type ReactNode, useRef, useState } from 'react';
import { useMe } from '../api/session.ts';
import { dropNote, keepNote, readNote } from '../store/notes.ts';
import { Button } from '../ui/Button.tsx';
import { dateAndTime } from '../ui/when.ts';

interface RemarkThreadProps {
  remark: Remark;
  timeZone: string;
  /** answers whether it was entered */
  onAnswer: (entryId: string, entry: ThreadWrite) => Promise<boolean>;
}

const MOST = 10_000;
const keyOf = (personId: string, remarkId: string) => `nachweis-answer/${personId}/${remarkId}`;

/** An answer that is being written. */
interface Answer {
  id: string;
  text: string;
  /** what was sent without an answer: it may have arrived, and other words under its id would be taken for it */
  tried?: string;
}

const rewritten = (old: Answer | null, text: string): Answer =>
  !old || (old.tried !== undefined && old.tried !== text.trim())
    ? { id: crypto.randomUUID(), text }
    : { ...old, text };

/** What was said to a remark by both sides, and what either can do: answer, settle it, open it again. */
export function RemarkThread({ remark, timeZone, onAnswer }: RemarkThreadProps): ReactNode {
  // What is being written outlives a reload; its id too, so that sending it twice enters it once.
  const key = keyOf(useMe().id, remark.id);
  const [draft, setDraft] = useState(() => readNote<Answer>(key));
  const [busy, setBusy] = useState(false);
  const latest = useRef(draft);
  const keep = (next: Answer | null) => {
    if (next?.text) keepNote(key, next);
    else dropNote(key, latest.current);
    latest.current = next;
    setDraft(next);
  };
  const change = (text: string | null) => keep(text === null ? null : rewritten(latest.current, text));
  const send = async (settled: boolean | null) => {
    const text = draft?.text.trim() ?? '';
    if (busy || (text === '' && settled === null)) return;
    setBusy(true);
    const id = draft?.id ?? crypto.randomUUID();
    const isThere = await onAnswer(id, { text, settled, seen: remark.thread.at(-1)?.id ?? null });
    const now = latest.current;
    // What was written on meanwhile is an answer of its own.
    if (now?.id === id) {
      if (!isThere) keep({ ...now, tried: text });
      else keep(now.text.trim() === text ? null : rewritten(null, now.text));
    }
    setBusy(false);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === 'Escape') {
      event.stopPropagation();
      // With words in it, it stays as it is.
      if (draft?.text.trim() === '') change(null);
      else (event.currentTarget as HTMLElement).blur();
    } else if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) void send(null);
  };
  return (
    <div className="mt-1 ml-6">
      {remark.thread.length > 0 && (
        <ol aria-label="Answers" className="flex flex-col gap-1">
          {remark.thread.map((entry) => (
            <li key={entry.id} className="border-l-2 border-rule pl-2 text-sm">
              {entry.text && (
                <span className="written block max-h-40 overflow-auto" dir="auto">
                  {entry.text}
                </span>
              )}
              <span className="text-faded">
                {entry.own ? 'You' : entry.author}, {dateAndTime(entry.at, timeZone)}
                {entry.settled !== null && (entry.settled ? ': settled' : ': open again')}
              </span>
            </li>
          ))}
        </ol>
      )}
      {draft ? (
        <form
          onSubmit={(event: FormEvent) => {
            event.preventDefault();
            void send(null);
          }}
          className="mt-1 flex flex-col gap-1"
        >
          <label className="flex flex-col gap-1 text-sm font-semibold">
            Answer
            <textarea
              // biome-ignore lint/a11y/noAutofocus: it was asked for by a press
              autoFocus
              rows={2}
              dir="auto"
              maxLength={MOST}
              data-typing
              value={draft.text}
              onChange={(event) => change(event.target.value)}
              onKeyDown={onKeyDown}
              className="border border-edge bg-card p-1.5 font-normal"
            />
          </label>
          <span className="flex flex-wrap justify-end gap-1">
            <Button small look="quiet" onClick={() => change(null)}>
              Discard
            </Button>
            {!remark.settled && (
              <Button small disabled={busy || draft.text.trim() === ''} onClick={() => void send(true)}>
                Answer and settle
              </Button>
            )}
            <Button
              small
              look="main"
              type="submit"
              disabled={busy || draft.text.trim() === ''}
              keyName="Ctrl Enter"
            >
              Answer
            </Button>
          </span>
        </form>
      ) : (
        <span className="flex flex-wrap gap-1">
          <Button small look="quiet" onClick={() => change('')}>
            Answer …
          </Button>
          <Button small look="quiet" disabled={busy} onClick={() => void send(!remark.settled)}>
            {remark.settled ? 'Open it again' : 'Settle it'}
          </Button>
        </span>
      )}
    </div>
  );
}
