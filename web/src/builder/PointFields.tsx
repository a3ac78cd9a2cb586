import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { type Finish, FORMAT_FACTS, WRITTEN_FORMATS } from '@nachweis/core';
import { GripVertical, Trash2 } from 'lucide-react';
import type { ReactNode } from 'react';
import { type Control, type FieldErrors, type UseFormRegister, useController } from 'react-hook-form';
import { Button } from '../ui/Button.tsx';
import { Check } from '../ui/Check.tsx';
import { control, Field } from '../ui/Field.tsx';
import { MoveButtons } from '../ui/MoveButtons.tsx';
import type { BuilderForm, PointForm } from './form.ts';
import { MustShowFields } from './MustShowFields.tsx';
import type { HandleKeys } from './useOrderByKeys.ts';

const SURFACES: Readonly<Record<PointForm['surface'], string>> = {
  any: 'anything',
  'all-displays': 'all displays',
  display: 'one display',
  window: 'a window',
  region: 'a region',
  photo: 'a photograph',
};

/** As the bench calls them, in its order. */
const FINISHES_ASKED: Readonly<Record<Finish['kind'], string>> = {
  'set-off': 'Set off from the page',
  'cut-here': 'Break line where it was cut',
  ground: 'A ground under what is transparent',
  tone: 'In greys, or light for dark',
};

interface PointFieldsProps {
  /** of the sortable list */
  id: string;
  index: number;
  handle: HandleKeys;
  count: number;
  control: Control<BuilderForm>;
  register: UseFormRegister<BuilderForm>;
  errors: FieldErrors<PointForm> | undefined;
  onMove: (by: 1 | -1) => void;
  onRemove: () => void;
}

/** One proof point: what it asks, what must be seen, and what a picture of it has to be. */
export function PointFields(props: PointFieldsProps): ReactNode {
  const { id, index, handle, count, control: form, register, errors, onMove, onRemove } = props;
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } =
    useSortable({ id });
  const at = `points.${index}` as const;
  const code = `P${index + 1}`;
  return (
    <li
      ref={setNodeRef}
      aria-label={`Proof point ${code}`}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className={`border border-edge bg-card p-3 ${isDragging ? 'z-10 opacity-80' : ''} ${handle.held ? 'outline-2 outline-verdigris' : ''}`}
    >
      <div className="mb-2 flex items-center gap-1">
        <button
          type="button"
          ref={setActivatorNodeRef}
          {...attributes}
          {...listeners}
          onKeyDown={handle.onKeyDown}
          onBlur={handle.onBlur}
          aria-pressed={handle.held}
          aria-label={`Drag ${code} to another place`}
          className="cursor-grab touch-none rounded-md p-1.5 hover:bg-verdigris-wash aria-pressed:bg-verdigris-wash"
        >
          <GripVertical size={18} aria-hidden />
        </button>
        <h3 className="flex-1 font-mono text-lg">{code}</h3>
        <MoveButtons name={code} index={index} count={count} look="quiet" onMove={onMove} />
        <Button small look="quiet" aria-label={`Remove ${code}`} onClick={onRemove}>
          <Trash2 size={16} aria-hidden />
        </Button>
      </div>
      <fieldset aria-label={`Proof point ${code}`} className="flex min-w-0 flex-col gap-3">
        <Field label="Title" fault={errors?.title?.message}>
          <input {...register(`${at}.title`)} className={control} />
        </Field>
        <Field label="What to do">
          <textarea rows={2} {...register(`${at}.instructions`)} className={`${control} py-1.5`} />
        </Field>
        <MustShowFields index={index} control={form} register={register} errors={errors} />
        <details>
          <summary className="cursor-pointer text-sm font-semibold text-verdigris-deep">
            What a picture of it has to be
          </summary>
          <div className="mt-2 grid gap-3 sm:grid-cols-2">
            <Field
              label="At least this many pictures"
              hint="0: not required"
              fault={errors?.minPictures?.message}
            >
              <input
                type="number"
                min={0}
                {...register(`${at}.minPictures`, { valueAsNumber: true })}
                className={control}
              />
            </Field>
            <Field label="At most this many" fault={errors?.maxPictures?.message}>
              <input
                type="number"
                min={1}
                {...register(`${at}.maxPictures`, { valueAsNumber: true })}
                className={control}
              />
            </Field>
            <Field label="Least width in pixels" fault={errors?.minWidth?.message}>
              <input type="number" min={1} {...register(`${at}.minWidth`)} className={control} />
            </Field>
            <Field label="Least height in pixels">
              <input type="number" min={1} {...register(`${at}.minHeight`)} className={control} />
            </Field>
            <Field label="Show">
              <select {...register(`${at}.surface`)} className={control}>
                {Object.entries(SURFACES).map(([value, label]) => (
                  <option key={value} value={value}>
                    {label}
                  </option>
                ))}
              </select>
            </Field>
            <Field label="Shape, such as 16:9" hint="Empty: any" fault={errors?.ratio?.message}>
              <input {...register(`${at}.ratio`)} className={control} />
            </Field>
            <Field label="Marks beside pins and what hides">
              <select {...register(`${at}.marks`)} className={control}>
                <option value="any">as the student likes</option>
                <option value="asked">at least one</option>
                <option value="forbidden">none</option>
              </select>
            </Field>
            {Object.entries(FINISHES_ASKED).map(([kind, label]) => (
              <Field key={kind} label={label}>
                <select {...register(`${at}.finishes.${kind as Finish['kind']}`)} className={control}>
                  <option value="any">as the student likes</option>
                  <option value="asked">on every picture</option>
                  <option value="forbidden">on none</option>
                </select>
              </Field>
            ))}
            <Field label="Largest file in kB" hint="Empty: any" fault={errors?.mostKilobytes?.message}>
              <input inputMode="numeric" {...register(`${at}.mostKilobytes`)} className={control} />
            </Field>
            <Field
              label="Words that must be readable, one in each line"
              hint="Read by a machine in Latin letters; {station} stands for that column of the class list"
              fault={errors?.words?.message}
            >
              <textarea rows={2} {...register(`${at}.words`)} className={control} />
            </Field>
            <Formats index={index} control={form} />
            <Check {...register(`${at}.needsPins`)} className="text-sm font-semibold sm:col-span-2">
              Every must-show has to be pinned
            </Check>
            <Check {...register(`${at}.needsHidden`)} className="text-sm font-semibold sm:col-span-2">
              Something private has to be hidden
            </Check>
            <Check {...register(`${at}.needsText`)} className="text-sm font-semibold sm:col-span-2">
              Something of one’s own has to be written with it
            </Check>
          </div>
        </details>
      </fieldset>
    </li>
  );
}

function Formats({ index, control: form }: { index: number; control: Control<BuilderForm> }): ReactNode {
  const { field } = useController({ control: form, name: `points.${index}.formats` });
  return (
    <fieldset className="text-sm">
      <legend className="font-semibold">Formats (none: any)</legend>
      <span className="flex flex-wrap gap-x-3 gap-y-1 pt-1">
        {WRITTEN_FORMATS.map((format) => (
          <Check
            key={format}
            checked={field.value.includes(format)}
            onChecked={(checked) =>
              field.onChange(
                WRITTEN_FORMATS.filter((one) => (one === format ? checked : field.value.includes(one))),
              )
            }
          >
            {FORMAT_FACTS[format].label}
          </Check>
        ))}
      </span>
    </fieldset>
  );
}
