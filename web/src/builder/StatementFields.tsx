import type { ReactNode } from 'react';
import { type UseFormReturn, useWatch } from 'react-hook-form';
import { Check } from '../ui/Check.tsx';
import { control, Field } from '../ui/Field.tsx';
import type { BuilderForm } from './form.ts';

/** Whether an own statement is asked for, and how: in free words, by questions, or by a number for each proof point. */
export function StatementFields({ form }: { form: UseFormReturn<BuilderForm> }): ReactNode {
  const { register, control: fields, formState } = form;
  const { errors } = formState;
  const [asks, kind] = useWatch({ control: fields, name: ['asksStatement', 'statementKind'] });
  return (
    <>
      <Check {...register('asksStatement')} className="text-sm font-semibold">
        An own statement is asked for
      </Check>
      {asks && (
        <div className="flex flex-col gap-3 border-l-2 border-rule pl-3">
          <Field label="What the statement is to answer">
            <input {...register('statementPrompt')} className={control} />
          </Field>
          <Field label="It is written">
            <select {...register('statementKind')} className={control}>
              <option value="free">in free words</option>
              <option value="questions">as answers to questions</option>
              <option value="scale">as a number with a reason, for each proof point</option>
            </select>
          </Field>
          {kind === 'questions' && (
            <Field label="Questions, one in a line" fault={errors.questions?.message}>
              <textarea rows={4} {...register('questions')} className={`${control} py-1.5`} />
            </Field>
          )}
          {kind === 'scale' && (
            <div className="grid gap-3 sm:grid-cols-[8rem_1fr_1fr]">
              <Field label="Places">
                <input
                  type="number"
                  min={2}
                  max={10}
                  {...register('scaleSteps', { valueAsNumber: true })}
                  className={control}
                />
              </Field>
              <Field label="The first means" fault={errors.scaleLeast?.message}>
                <input
                  maxLength={60}
                  placeholder="not at all"
                  {...register('scaleLeast')}
                  className={control}
                />
              </Field>
              <Field label="The last means">
                <input maxLength={60} placeholder="fully" {...register('scaleMost')} className={control} />
              </Field>
            </div>
          )}
        </div>
      )}
    </>
  );
}
