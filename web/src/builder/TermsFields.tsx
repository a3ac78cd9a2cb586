import type { ReactNode } from 'react';
import { type UseFormReturn, useWatch } from 'react-hook-form';
import { control, Field } from '../ui/Field.tsx';
import type { BuilderForm } from './form.ts';

/** When one may hand in, how often, and what else is asked for. */
export function TermsFields({
  form: { register, control: fields, formState },
  timeZone,
}: {
  form: UseFormReturn<BuilderForm>;
  timeZone: string;
}): ReactNode {
  const { errors } = formState;
  const [asksStatement, attempts] = useWatch({ control: fields, name: ['asksStatement', 'attempts'] });
  return (
    <section aria-labelledby="terms-title" className="flex flex-col gap-3">
      <h2 id="terms-title" className="text-xl">
        When and how often
      </h2>
      <p className="text-sm text-faded">Times are those of {timeZone}.</p>
      <div className="grid gap-3 sm:grid-cols-3">
        <Field label="Opens" fault={errors.opens?.message}>
          <input type="datetime-local" {...register('opens')} className={control} />
        </Field>
        <Field label="Due" fault={errors.due?.message}>
          <input type="datetime-local" {...register('due')} className={control} />
        </Field>
        <Field label="Taken late until" hint="Empty: nothing is taken late" fault={errors.late?.message}>
          <input type="datetime-local" {...register('late')} className={control} />
        </Field>
        <Field label="Hand-ins allowed">
          <input
            type="number"
            min={1}
            max={100}
            {...register('attempts', { valueAsNumber: true })}
            className={control}
          />
        </Field>
        {attempts > 1 && (
          <Field label="Of several counts">
            <select {...register('counts')} className={control}>
              <option value="last">the last</option>
              <option value="best">the best</option>
            </select>
          </Field>
        )}
      </div>
      <label className="flex items-center gap-2 text-sm font-semibold">
        <input type="checkbox" {...register('asksStatement')} className="size-4 accent-verdigris" />
        An own statement is asked for
      </label>
      {asksStatement && (
        <Field label="What the statement is to answer">
          <input {...register('statementPrompt')} className={control} />
        </Field>
      )}
    </section>
  );
}
