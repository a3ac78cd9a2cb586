import { Plus, Trash2 } from 'lucide-react';
import type { ReactNode } from 'react';
import { type Control, type FieldErrors, type UseFormRegister, useFieldArray } from 'react-hook-form';
import { Button } from '../ui/Button.tsx';
import { control } from '../ui/Field.tsx';
import { MoveButtons } from '../ui/MoveButtons.tsx';
import { Letter } from '../ui/signs.tsx';
import { fieldSentence } from '../words/fields.ts';
import type { BuilderForm, PointForm } from './form.ts';

/** Letters are what pins are called by. */
const MOST = 26;

interface MustShowFieldsProps {
  index: number;
  control: Control<BuilderForm>;
  register: UseFormRegister<BuilderForm>;
  errors: FieldErrors<PointForm> | undefined;
}

/** What must be seen, each with its letter and what it is worth. Enter in one adds the next. */
export function MustShowFields({ index, control: form, register, errors }: MustShowFieldsProps): ReactNode {
  const { fields, append, remove, move } = useFieldArray({
    control: form,
    name: `points.${index}.mustShows`,
    keyName: 'key',
  });
  const add = () => fields.length < MOST && append({ text: '', points: '1' });
  return (
    <fieldset className="flex flex-col gap-1.5">
      <legend className="mb-1 text-sm font-semibold">What must be seen, and its points</legend>
      {fields.map((field, j) => {
        const letter = String.fromCharCode(97 + j);
        const name = `P${index + 1} ${letter}`;
        const at = `points.${index}.mustShows.${j}` as const;
        const fault = errors?.mustShows?.[j];
        return (
          <div key={field.key}>
            <div className="flex flex-wrap items-center gap-1.5">
              <Letter filled={false}>{letter}</Letter>
              <input
                aria-label={`${name}, what must be seen`}
                {...register(`${at}.text`)}
                onKeyDown={(event) => {
                  if (event.key !== 'Enter') return;
                  event.preventDefault();
                  add();
                }}
                className={`${control} max-w-[calc(100%-2.5rem)] min-w-52 flex-1`}
              />
              <input
                aria-label={`${name}, points`}
                inputMode="decimal"
                {...register(`${at}.points`)}
                className={`${control} max-w-18 font-mono`}
              />
              <MoveButtons
                name={name}
                index={j}
                count={fields.length}
                look="quiet"
                className="px-1"
                onMove={(by) => move(j, j + by)}
              />
              <Button
                small
                look="quiet"
                className="px-1"
                aria-label={`Remove ${name}`}
                onClick={() => remove(j)}
              >
                <Trash2 size={16} aria-hidden />
              </Button>
            </div>
            {(fault?.text?.message || fault?.points?.message) && (
              <p role="alert" className="pl-9 text-sm text-madder">
                {fieldSentence(fault.text?.message ?? fault.points?.message ?? '')}
              </p>
            )}
          </div>
        );
      })}
      <span>
        <Button small look="quiet" disabled={fields.length >= MOST} onClick={add}>
          <Plus size={16} aria-hidden /> Add what must be seen
        </Button>
      </span>
    </fieldset>
  );
}
