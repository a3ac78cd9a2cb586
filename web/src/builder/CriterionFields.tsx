import { Plus, Trash2 } from 'lucide-react';
import type { ReactNode } from 'react';
import { type UseFormReturn, useFieldArray } from 'react-hook-form';
import { Button } from '../ui/Button.tsx';
import { control } from '../ui/Field.tsx';
import { fieldSentence } from '../words/fields.ts';
import { type BuilderForm, EMPTY_LEVELS } from './form.ts';

const MOST_CRITERIA = 12;
const MOST_LEVELS = 8;
const LEAST_LEVELS = 2;

/** What is judged on levels beside the must-shows: each with its levels, what they take and are worth. */
export function CriterionList({ form }: { form: UseFormReturn<BuilderForm> }): ReactNode {
  const { fields, append, remove } = useFieldArray({
    control: form.control,
    name: 'criteria',
    keyName: 'key',
  });
  return (
    <section aria-labelledby="criteria-title" className="flex flex-col gap-3">
      <h2 id="criteria-title" className="text-xl">
        Criteria
      </h2>
      <p className="text-sm text-faded">
        Judged on levels for the whole hand-in, beside the must-shows. Students read them before the work.
      </p>
      {fields.map((field, index) => (
        <CriterionFields key={field.key} form={form} index={index} onRemove={() => remove(index)} />
      ))}
      <span>
        <Button
          disabled={fields.length >= MOST_CRITERIA}
          onClick={() => append({ title: '', levels: EMPTY_LEVELS.map((level) => ({ ...level })) })}
        >
          <Plus size={16} aria-hidden /> Add a criterion
        </Button>
      </span>
    </section>
  );
}

interface CriterionFieldsProps {
  form: UseFormReturn<BuilderForm>;
  index: number;
  onRemove: () => void;
}

function CriterionFields({ form, index, onRemove }: CriterionFieldsProps): ReactNode {
  const { control: fields, register, formState } = form;
  const levels = useFieldArray({ control: fields, name: `criteria.${index}.levels`, keyName: 'key' });
  const errors = formState.errors.criteria?.[index];
  return (
    <fieldset className="flex flex-col gap-1.5 border border-edge bg-card p-3">
      <legend className="sr-only">Criterion {index + 1}</legend>
      <div className="flex flex-wrap items-center gap-1.5">
        <input
          aria-label={`Criterion ${index + 1}, what is judged`}
          placeholder="What is judged"
          {...register(`criteria.${index}.title`)}
          className={`${control} min-w-52 flex-1`}
        />
        <Button small look="danger" onClick={onRemove}>
          Remove the criterion
        </Button>
      </div>
      <Fault code={errors?.title?.message} />
      {levels.fields.map((field, j) => {
        const at = `criteria.${index}.levels.${j}` as const;
        const fault = errors?.levels?.[j];
        return (
          <div key={field.key}>
            <div className="flex flex-wrap items-center gap-1.5">
              <input
                aria-label={`Criterion ${index + 1}, level ${j + 1}, what it takes`}
                placeholder="What it takes"
                {...register(`${at}.text`)}
                className={`${control} min-w-52 flex-1`}
              />
              <input
                aria-label={`Criterion ${index + 1}, level ${j + 1}, points`}
                inputMode="decimal"
                {...register(`${at}.points`)}
                className={`${control} max-w-18 font-mono`}
              />
              <Button
                small
                look="quiet"
                className="px-1"
                aria-label={`Remove level ${j + 1} of criterion ${index + 1}`}
                disabled={levels.fields.length <= LEAST_LEVELS}
                onClick={() => levels.remove(j)}
              >
                <Trash2 size={16} aria-hidden />
              </Button>
            </div>
            <Fault code={fault?.text?.message ?? fault?.points?.message} />
          </div>
        );
      })}
      <span>
        <Button
          small
          look="quiet"
          disabled={levels.fields.length >= MOST_LEVELS}
          onClick={() => levels.append({ text: '', points: '0' })}
        >
          <Plus size={16} aria-hidden /> Add a level
        </Button>
      </span>
    </fieldset>
  );
}

function Fault({ code }: { code: string | undefined }): ReactNode {
  if (!code) return null;
  return (
    <p role="alert" className="text-sm text-madder">
      {fieldSentence(code)}
    </p>
  );
}
