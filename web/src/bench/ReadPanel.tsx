import { type Box, kindOf, type Mark } from '@nachweis/core';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import type { ReadText } from '../pictures/readText.ts';
import { Button } from '../ui/Button.tsx';
import { toast } from '../ui/notices.ts';
import type { Bench } from './bench.ts';

/** Below this the reader says itself that it is not sure, of 100; common practice, no source. */
const SURE = 70;

type State = { of: Box; read: ReadText } | { of: Box; problem: string } | null;

/**
 * The words of a part of the picture as text: to copy, or to stand beside the chosen pin as what is seen there.
 * @param marks on the picture that is seen; what is hidden is not read
 */
export function ReadPanel({ bench, marks }: { bench: Bench; marks: readonly Mark[] }): ReactNode {
  const { reading, bitmap, letter } = bench;
  const [state, setState] = useState<State>(null);
  const field = useRef<HTMLTextAreaElement>(null);
  // What lies on the bench when a part is chosen; a later mark does not read it again.
  const now = useRef({ bench, marks });
  now.current = { bench, marks };
  useEffect(() => {
    if (!reading || !bitmap) return;
    const stop = new AbortController();
    const { inBitmap, setting } = now.current.bench;
    const there = (box: Box): Box => ({ ...box, ...inBitmap(box) });
    const hidden = now.current.marks
      .filter((mark) => kindOf(mark).burns)
      .map((mark) => there(kindOf(mark).bounds(mark, setting)));
    import('../pictures/readText.ts')
      .then(({ readText }) => readText(bitmap, there(reading), { hidden, signal: stop.signal }))
      .then(
        (read) => !stop.signal.aborted && setState({ of: reading, read }),
        () =>
          !stop.signal.aborted &&
          setState({
            of: reading,
            problem:
              'The words could not be read: what reads them did not load. Try again when there is a connection.',
          }),
      );
    return () => stop.abort();
  }, [reading, bitmap]);

  const done = state && state.of === reading ? state : null;
  const text = done && 'read' in done ? done.read.text : '';
  const take = () => field.current?.value ?? text;
  const copy = async () => {
    try {
      await navigator.clipboard.writeText(take());
      toast.success('The words are copied.');
    } catch {
      field.current?.select();
      toast.warning('This browser did not let them be copied. They are selected: copy them by its own key.');
    }
  };
  return (
    <section
      aria-label="Words of the picture"
      className="flex flex-col gap-2 border-b border-rule p-3 text-sm"
    >
      {!reading && <p className="text-faded">Nothing is read yet.</p>}
      <p role="status">
        {reading && !done && 'Reading …'}
        {done && 'read' in done && text === '' && 'No words were found there.'}
        {done &&
          'read' in done &&
          text !== '' &&
          (done.read.certainty < SURE
            ? 'Read, but not surely. Compare it with the picture.'
            : 'Read. Figures and signs are worth a second look.')}
      </p>
      {done && 'problem' in done && (
        <p role="alert" className="text-madder">
          {done.problem}
        </p>
      )}
      {reading && !done && (
        <p>
          <Button small onClick={bench.stopReading}>
            Stop reading
          </Button>
        </p>
      )}
      {text !== '' && (
        <>
          <textarea
            // Another reading is another text.
            key={text}
            ref={field}
            aria-label="The words that were read"
            dir="auto"
            rows={Math.min(10, text.split('\n').length + 1)}
            defaultValue={text}
            className="block w-full border border-edge bg-card p-1.5 font-mono"
          />
          <span className="flex flex-wrap gap-1">
            <Button small look="main" onClick={() => void copy()}>
              Copy the words
            </Button>
            {bench.isPinned(letter) && (
              <Button
                small
                onClick={() => bench.say(letter, take().replace(/\s+/g, ' ').trim().slice(0, MOST_LINE))}
              >
                Write beside pin {letter}
              </Button>
            )}
          </span>
        </>
      )}
    </section>
  );
}

/** A pin has one line of text. */
const MOST_LINE = 300;
