import type { CourseView } from '@nachweis/contract';
import type { ReactNode } from 'react';
import { type UseFormReturn, useWatch } from 'react-hook-form';
import { Check } from '../ui/Check.tsx';
import { control, Field } from '../ui/Field.tsx';
import { useNow } from '../ui/useNow.ts';
import { clockHint } from '../words/clock.ts';
import type { BuilderForm } from './form.ts';
import { LateFields } from './LateFields.tsx';
import { instantIn, MOST_COUNT } from './readFields.ts';
import { StatementFields } from './StatementFields.tsx';

/** When one may hand in, how often, and what else is asked for. */
export function TermsFields({
  form,
  course,
}: {
  form: UseFormReturn<BuilderForm>;
  course: CourseView;
}): ReactNode {
  const { register, control: fields, formState } = form;
  const { errors } = formState;
  const { timeZone } = course;
  const [attempts, opens, due, late, exact, group] = useWatch({
    control: fields,
    name: ['attempts', 'opens', 'due', 'late', 'exact', 'groupColumn'],
  });
  const times = { opens, due, late, exact };
  const now = useNow();
  const dueAt = instantIn(times, 'due', timeZone);
  const clock = (field: 'opens' | 'due' | 'late') =>
    clockHint(times[field], timeZone, instantIn(times, field, timeZone));
  const columns = new Set(course.people.flatMap((person) => Object.keys(person.fields)));
  // One that the class list does not have any more stays to be seen.
  if (group) columns.add(group);
  return (
    <section aria-labelledby="terms-title" className="flex flex-col gap-3">
      <h2 id="terms-title" className="text-xl">
        When and how often
      </h2>
      <p className="text-sm text-faded">Times are those of {timeZone}.</p>
      <div className="grid gap-3 sm:grid-cols-3">
        <Field label="Opens" hint={clock('opens')} fault={errors.opens?.message}>
          <input type="datetime-local" {...register('opens')} className={control} />
        </Field>
        <Field
          label="Due"
          fault={errors.due?.message}
          hint={dueAt && Date.parse(dueAt) <= now ? 'This has passed already' : clock('due')}
        >
          <input type="datetime-local" {...register('due')} className={control} />
        </Field>
        <Field
          label="Taken late until"
          hint={clock('late') || 'Empty: nothing is taken late'}
          fault={errors.late?.message}
        >
          <input type="datetime-local" {...register('late')} className={control} />
        </Field>
        <Field label="Hand-ins allowed" fault={errors.attempts?.message}>
          <input
            type="number"
            min={1}
            max={MOST_COUNT}
            {...register('attempts', { valueAsNumber: true })}
            className={control}
          />
        </Field>
        <Field
          label="Handed in"
          hint={columns.size === 0 ? 'For groups, bring a column such as “team” with the class list' : ''}
        >
          <select {...register('groupColumn')} className={control}>
            <option value="">by each alone</option>
            {[...columns].map((column) => (
              <option key={column} value={column}>
                together, by {column}
              </option>
            ))}
          </select>
        </Field>
        {attempts > 1 && (
          <Field label="Of several counts">
            <select {...register('counts')} className={control}>
              <option value="last">the last</option>
              <option value="best">the best</option>
              <option value="returned">the newest that was returned</option>
            </select>
          </Field>
        )}
      </div>
      {late !== '' && <LateFields form={form} />}
      <Check {...register('anonymous')} className="text-sm font-semibold">
        Judged without names until nothing can be handed in any more and all is judged
      </Check>
      <StatementFields form={form} />
    </section>
  );
}
