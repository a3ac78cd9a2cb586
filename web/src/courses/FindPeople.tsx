import type { FoundPerson } from '@nachweis/contract';
import { type FormEvent, type ReactNode, useRef, useState } from 'react';
import { sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { Button } from '../ui/Button.tsx';
import { control, Field } from '../ui/Field.tsx';
import { Problem } from '../ui/Problem.tsx';
import { RemovePerson } from './RemovePerson.tsx';

/** Finds people of the whole server, for administrators: what is known of them, and their way out. */
export function FindPeople(): ReactNode {
  const [words, setWords] = useState('');
  const [found, setFound] = useState<FoundPerson[] | null>(null);
  const [chosen, setChosen] = useState<FoundPerson | null>(null);
  const [problem, setProblem] = useState('');
  const field = useRef<HTMLInputElement>(null);
  const find = async (wanted: string) => {
    setProblem('');
    try {
      setFound(await callApi('findPeople', { query: { words: wanted } }));
    } catch (error) {
      setProblem(sentenceOf(error));
    }
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (words.trim().length < 2) setProblem('Write two letters at least.');
    else void find(words);
  };
  return (
    <section aria-labelledby="find-people" className="border border-edge bg-card p-4">
      <h2 id="find-people" className="mb-2 text-lg">
        People of this server
      </h2>
      <form onSubmit={submit} className="flex flex-wrap items-end gap-3">
        <Field label="Name or e-mail">
          <input
            ref={field}
            className={control}
            value={words}
            autoComplete="off"
            maxLength={200}
            onChange={({ target }) => setWords(target.value)}
          />
        </Field>
        <Button type="submit">Find</Button>
      </form>
      <Problem>{problem}</Problem>
      {found && (
        <p role="status" className="mt-2 text-sm text-faded">
          {found.length === 0
            ? 'Nobody is called like that.'
            : found.length === 50
              ? 'The first 50; write more of the name.'
              : found.length === 1
                ? 'One person'
                : `${found.length} people`}
        </p>
      )}
      {found && found.length > 0 && (
        <ul className="mt-2 border-t border-rule text-sm">
          {found.map((person) => (
            <li
              key={person.id}
              className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule px-2 py-1.5"
            >
              <span className="written font-semibold">{person.name}</span>
              <span className="written text-faded">{person.email || 'removed'}</span>
              <span className="written flex-1 text-faded">{person.courses.join(', ')}</span>
              <Button small look="quiet" onClick={() => setChosen(person)}>
                What is known …
              </Button>
            </li>
          ))}
        </ul>
      )}
      {chosen && (
        <RemovePerson
          person={chosen}
          onClose={() => setChosen(null)}
          onRemoved={() => {
            setChosen(null);
            field.current?.focus();
            void find(words);
          }}
        />
      )}
    </section>
  );
}
