import type { Mark } from '@nachweis/core';
import { type FormEvent, type ReactNode, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { sentenceOf } from '../api/apiProblem.ts';
import { Button } from '../ui/Button.tsx';
import { toast } from '../ui/notices.ts';
import { useOneAtATime } from '../ui/useOneAtATime.ts';
import type { Look } from './useLook.ts';

/** With what ink and style new marks begin. @param onGone told when the button that had the focus is gone */
export function LookPanel({ look, onGone }: { look: Look; onGone: () => void }): ReactNode {
  const { sets, setId, houseInk } = look;
  const used = sets.find((one) => one.id === setId);
  if (sets.length === 0 && !houseInk) return null;
  return (
    <div className="flex flex-wrap items-center gap-2 border-b border-rule p-2 px-3 text-sm">
      <label className="flex min-w-0 items-center gap-1">
        New marks
        <select
          value={setId ?? ''}
          onChange={({ target }) => look.use(target.value || null)}
          className="min-w-0 border border-edge bg-card p-1"
        >
          <option value="">{houseInk ? 'in the ink of the course' : 'in an ink that reads'}</option>
          {sets.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </select>
      </label>
      {used && (
        <Button
          small
          look="quiet"
          onClick={() =>
            void look.remove(used.id).then(onGone, (error: unknown) => toast.error(sentenceOf(error)))
          }
        >
          Keep this look no longer
        </Button>
      )}
    </div>
  );
}

/** Keeps how a mark looks under a name. */
export function KeepLook({ look, mark }: { look: Look; mark: Mark }): ReactNode {
  const [name, setName] = useState<string | null>(null);
  const button = useRef<HTMLButtonElement>(null);
  const close = () => {
    flushSync(() => setName(null));
    button.current?.focus();
  };
  const keep = useOneAtATime(async () => {
    if (!name?.trim()) return;
    try {
      await look.keep(name, mark);
      toast.info(`New marks look like “${name.trim()}” from now on.`);
      close();
    } catch (error) {
      toast.error(sentenceOf(error));
    }
  });
  const onSubmit = (event: FormEvent) => {
    event.preventDefault();
    keep();
  };
  if (name === null)
    return (
      <Button ref={button} small look="quiet" onClick={() => setName('')}>
        Keep this look for new marks …
      </Button>
    );
  return (
    <form onSubmit={onSubmit} className="flex flex-wrap items-center gap-2">
      <label className="flex items-center gap-1">
        Name of this look
        <input
          // biome-ignore lint/a11y/noAutofocus: it takes the place of the button that was pressed
          autoFocus
          value={name}
          maxLength={60}
          onChange={({ target }) => setName(target.value)}
          className="w-32 border border-edge bg-card p-1"
        />
      </label>
      <Button small type="submit" disabled={!name.trim()}>
        Keep
      </Button>
      <Button small look="quiet" onClick={close}>
        Cancel
      </Button>
    </form>
  );
}
