import type { CourseView } from '@nachweis/contract';
import { meantField, NAME_TOKENS, ruleNotes, utf8Length } from '@nachweis/core';
import { type ReactNode, useDeferredValue, useMemo } from 'react';
import { type UseFormReturn, useWatch } from 'react-hook-form';
import { control, Field } from '../ui/Field.tsx';
import { useNow } from '../ui/useNow.ts';
import { fieldSentence } from '../words/fields.ts';
import { lostSentence, PLAIN_NAMES, RULE_NOTES, ruleFaultSentence, ruleWords } from '../words/nameRules.ts';
import type { BuilderForm } from './form.ts';
import { columnsOfAll, type NameExamples, nameExamples } from './nameExamples.ts';
import { TryName } from './TryName.tsx';

/** The rule that names pictures, with what it makes of the class as it is. */
export function NameRuleField({
  form,
  course,
}: {
  form: UseFormReturn<BuilderForm>;
  course: CourseView;
}): ReactNode {
  const { register, formState } = form;
  const { errors } = formState;
  const columns = [...new Set(course.people.flatMap((person) => Object.keys(person.fields)))];
  return (
    <section aria-labelledby="names-title" className="flex flex-col gap-3">
      <h2 id="names-title" className="text-xl">
        Names of pictures
      </h2>
      <Field
        label="How pictures are named"
        fault={errors.nameRule?.message}
        hint={`Parts in braces: ${[...NAME_TOKENS, ...columns].map((token) => `{${token}}`).join(' ')}. Behind a colon their shape: {surname:upper,ascii,12} {picture:00} {date:yyyyMMdd}`}
      >
        <input {...register('nameRule')} className={`${control} font-mono`} spellCheck={false} />
      </Field>
      <div className="grid gap-3 sm:grid-cols-2">
        <Field label="Letters">
          <select {...register('nameAlphabet')} className={control}>
            <option value="any">as people write them</option>
            <option value="portable">that every system takes (A–Z a–z 0–9 . _ -)</option>
            <option value="web">that web addresses take (A–Z a–z 0–9 . _ ~ -)</option>
          </select>
        </Field>
        <Field
          label="Most bytes of a name"
          hint="Empty: 255, as many as file systems take"
          fault={errors.nameLongest?.message}
        >
          <input inputMode="numeric" {...register('nameLongest')} className={control} />
        </Field>
      </div>
      <WhatItMakes form={form} course={course} />
    </section>
  );
}

function WhatItMakes({ form, course }: { form: UseFormReturn<BuilderForm>; course: CourseView }): ReactNode {
  const [rule, alphabet, longest, title, points, attempts] = useWatch({
    control: form.control,
    name: ['nameRule', 'nameAlphabet', 'nameLongest', 'title', 'points', 'attempts'],
  });
  const today = new Date(useNow()).toISOString().slice(0, 10);
  // All names of a large class take a moment, which typing does not wait for.
  const named = useDeferredValue(JSON.stringify({ rule, alphabet, longest, title, points, attempts }));
  const made = useMemo(() => {
    const asked = JSON.parse(named);
    const target = { alphabet: asked.alphabet ?? 'any', longest: Number(asked.longest) || null };
    return nameExamples({ ...asked, target }, course, `${today}T12:00:00.000Z`);
  }, [named, course, today]);
  const isFaulty = made.faults.length > 0;
  const personOf = (id: string) => course.people.find((person) => person.id === id)?.listed ?? 'Example, Kim';
  return (
    <>
      <div role="status" className="flex flex-col gap-1 text-sm">
        {made.faults.map((fault) => (
          <p key={fault.start} className="written text-madder">
            {ruleFaultSentence(fault, meantField(fault, columnsOfAll(course.people)))}
          </p>
        ))}
        {rule.trim() === '' && <p className="text-madder">{fieldSentence('rule-missing')}</p>}
        {rule.trim() !== '' && made.examples.length > 0 && (
          <>
            <p className="written text-faded">{isFaulty ? PLAIN_NAMES : ruleWords(made.parts)}</p>
            <ul aria-label="Examples from the class list">
              {made.examples.map(({ person, name }) => (
                <li key={`${person} ${name}`} className="written font-mono">
                  {name}
                </li>
              ))}
            </ul>
            {!isFaulty && (
              <>
                {ruleNotes(made.parts).map((note) => (
                  <p key={note} className="text-ochre">
                    {RULE_NOTES[note]}
                  </p>
                ))}
                <ReadBack index={made.index} personOf={personOf} />
              </>
            )}
          </>
        )}
      </div>
      {!isFaulty && <TryName index={made.index} personOf={personOf} />}
    </>
  );
}

/** Whether a name says whose picture it is and which: what files of a class that come in from elsewhere are told by. */
function ReadBack({
  index,
  personOf,
}: {
  index: NameExamples['index'];
  personOf: (id: string) => string;
}): ReactNode {
  const { lost, cut } = index;
  if (lost.length === 0 && !cut)
    return <p>Each name says whose picture it is and which: it can be read back.</p>;
  return (
    <ul className="flex flex-col gap-1">
      {lost.map((part) => (
        <li
          key={part.part}
          className="written border-l-4 border-ochre-mark bg-ochre-wash px-2 py-1 text-ochre"
        >
          {lostSentence(part, personOf)}
        </li>
      ))}
      {cut && (
        <li className="written border-l-4 border-ochre-mark bg-ochre-wash px-2 py-1 text-ochre">
          The name of {personOf(cut.personId)} has {utf8Length(cut.name)} bytes and is cut. Shorten a part, as
          in {'{surname:20}'}.
        </li>
      )}
    </ul>
  );
}
