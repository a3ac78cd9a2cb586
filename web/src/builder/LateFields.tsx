import type { ReactNode } from 'react';
import { type UseFormReturn, useWatch } from 'react-hook-form';
import { control, Field } from '../ui/Field.tsx';
import { lateRuleWords } from '../words/late.ts';
import type { BuilderForm } from './form.ts';
import { lateRuleOf } from './readFields.ts';

/** What handing in late costs, and what the student will read of it. */
export function LateFields({ form }: { form: UseFormReturn<BuilderForm> }): ReactNode {
  const { register, control: fields, formState } = form;
  const [late, lateCosts, lateAmount, latePer, lateGrace, lateFloor] = useWatch({
    control: fields,
    name: ['late', 'lateCosts', 'lateAmount', 'latePer', 'lateGrace', 'lateFloor'],
  });
  const rule = lateRuleOf({ late, lateCosts, lateAmount, latePer, lateGrace, lateFloor });
  return (
    <fieldset className="border border-rule p-3">
      <legend className="px-1 text-sm font-semibold">Being late</legend>
      <div className="grid gap-3 sm:grid-cols-3">
        <Field label="It costs">
          <select {...register('lateCosts')} className={control}>
            <option value="nothing">nothing</option>
            <option value="percent">percent of all points</option>
            <option value="points">points</option>
          </select>
        </Field>
        {lateCosts !== 'nothing' && (
          <>
            <Field
              label={lateCosts === 'percent' ? 'Percent each' : 'Points each'}
              fault={formState.errors.lateAmount?.message}
            >
              <input inputMode="decimal" {...register('lateAmount')} className={control} />
            </Field>
            <Field label="For each">
              <select {...register('latePer')} className={control}>
                <option value="hour">started hour</option>
                <option value="day">started day of 24 hours</option>
                <option value="calendar-day">day of the calendar</option>
              </select>
            </Field>
            <Field label="Minutes that are free" fault={formState.errors.lateGrace?.message}>
              <input
                type="number"
                min={0}
                max={10_000}
                {...register('lateGrace', { valueAsNumber: true })}
                className={control}
              />
            </Field>
            <Field
              label="Percent that stay"
              hint="of what was earned"
              fault={formState.errors.lateFloor?.message}
            >
              <input
                type="number"
                min={0}
                max={100}
                {...register('lateFloor', { valueAsNumber: true })}
                className={control}
              />
            </Field>
          </>
        )}
      </div>
      {rule && (
        <p role="status" className="mt-2 text-sm text-faded">
          Students read: {lateRuleWords(rule)}
          {latePer === 'calendar-day' && ' Until the end of the day after the due date it is one day.'}
        </p>
      )}
    </fieldset>
  );
}
