import type { CourseView } from '@nachweis/contract';
import { NAME_TOKENS } from '@nachweis/core';
import { type ReactNode, useMemo } from 'react';
import { type UseFormReturn, useWatch } from 'react-hook-form';
import { control, Field } from '../ui/Field.tsx';
import { useNow } from '../ui/useNow.ts';
import type { BuilderForm } from './form.ts';
import { nameExamples } from './nameExamples.ts';

/** The rule that names pictures, with what it makes of the class as it is. */
export function NameRuleField({
  form,
  course,
}: {
  form: UseFormReturn<BuilderForm>;
  course: CourseView;
}): ReactNode {
  const { register, control: fields, formState } = form;
  const [rule, title, formats] = useWatch({
    control: fields,
    name: ['nameRule', 'title', 'points.0.formats'],
  });
  const today = new Date(useNow()).toISOString().slice(0, 10);
  const { examples, same, unknown } = useMemo(
    () => nameExamples(rule, title, formats ?? [], course, `${today}T12:00:00.000Z`),
    [rule, title, formats, course, today],
  );
  const columns = [...new Set(course.people.flatMap((person) => Object.keys(person.fields)))];
  return (
    <div className="flex flex-col gap-1.5">
      <Field
        label="How pictures are named"
        fault={formState.errors.nameRule?.message}
        hint={`Parts in braces: ${[...NAME_TOKENS, ...columns].map((token) => `{${token}}`).join(' ')}`}
      >
        <input {...register('nameRule')} className={`${control} font-mono`} spellCheck={false} />
      </Field>
      <div role="status" className="text-sm">
        {unknown !== null && (
          <p className="text-madder">
            {`{${unknown}}`} is not known. A column of the class list has to be in the list of everybody.
          </p>
        )}
        {examples.length > 0 && (
          <ul aria-label="Examples from the class list">
            {examples.map(({ person, name }) => (
              <li key={`${person} ${name}`} className="written font-mono">
                {name}
              </li>
            ))}
          </ul>
        )}
        {same && (
          <p className="written mt-1 border-l-4 border-ochre-mark bg-ochre-wash px-2 py-1 text-ochre">
            {same.first} and {same.second} would both have “{same.name}”. Put {'{surname}'}, {'{given}'} or a
            column of the class list into the rule.
          </p>
        )}
      </div>
    </div>
  );
}
