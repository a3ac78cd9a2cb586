import { checkName, type NameIndex } from '@nachweis/core';
import { type ReactNode, useDeferredValue, useMemo, useState } from 'react';
import { control, Field } from '../ui/Field.tsx';
import { nameCheckSentences } from '../words/nameChecks.ts';

/** A name of a file as it may come in from elsewhere, and what the rule makes of it. */
export function TryName({
  index,
  personOf,
}: {
  index: NameIndex;
  personOf: (id: string) => string;
}): ReactNode {
  const [name, setName] = useState('');
  const typed = useDeferredValue(name);
  const check = useMemo(() => (typed.trim() === '' ? null : checkName(typed, index)), [typed, index]);
  return (
    <div className="flex flex-col gap-1">
      <Field
        label="Try a name"
        hint="As a student may write it who sends a file: what it says, or what it should be"
      >
        <input
          value={name}
          onChange={({ target }) => setName(target.value)}
          // Enter would save the assignment.
          onKeyDown={(event) => event.key === 'Enter' && event.preventDefault()}
          className={`${control} font-mono`}
          spellCheck={false}
          autoComplete="off"
        />
      </Field>
      <div role="status" className="text-sm">
        {check &&
          nameCheckSentences(check, personOf).map((sentence) => (
            <p key={sentence} className="written">
              {sentence}
            </p>
          ))}
      </div>
    </div>
  );
}
