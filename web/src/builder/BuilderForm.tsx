import type { AssignmentDefinition, CourseView, WorkFile } from '@nachweis/contract';
import { criterionUnits, parsePoints } from '@nachweis/core';
import { type ReactNode, useState } from 'react';
import { type FieldPath, useForm, useWatch } from 'react-hook-form';
import { sentenceOf } from '../api/apiProblem.ts';
import { Button } from '../ui/Button.tsx';
import { control, Field } from '../ui/Field.tsx';
import { pointsWords, several } from '../words/counted.ts';
import { BriefField } from './BriefField.tsx';
import { CriterionList } from './CriterionFields.tsx';
import type { BuilderForm as Form } from './form.ts';
import { fromForm } from './fromForm.ts';
import { NameRuleField } from './NameRuleField.tsx';
import { PointList } from './PointList.tsx';
import { faultsOn } from './pageFaults.ts';
import { bonusOf } from './readFields.ts';
import { TermsFields } from './TermsFields.tsx';
import { useBuilderDraft } from './useBuilderDraft.ts';

interface BuilderFormProps {
  /** under which what is written and not saved is kept in this browser */
  keptAs: string;
  version: number;
  first: Form;
  /** what is written was not saved at an earlier visit */
  restored: boolean;
  course: CourseView;
  /** @throws ApiProblem @returns what was saved; null where somebody decided otherwise */
  onSave: (definition: AssignmentDefinition, written: Form) => Promise<AssignmentDefinition | null>;
  /** it is saved; with what was written meanwhile, and is not */
  onSaved?: (typedOn: Form | null) => void;
  /** that the brief can refer to */
  files: readonly WorkFile[];
  /** what is waited for, which takes the place of all that is written here: nothing is written meanwhile */
  waitsFor?: string;
  /** takes back what is not saved, and brings it back; absent where nothing was saved yet */
  unsaved?: Unsaved;
  /** stands beside the fields */
  aside: ReactNode;
}

export interface Unsaved {
  onTakeBack: (written: Form) => void;
  /** null: nothing was taken back */
  onBringBack: (() => void) | null;
}

/** Everything that an assignment asks, as one form. */
export function BuilderForm({
  keptAs,
  version,
  first,
  restored,
  course,
  onSave,
  onSaved,
  files,
  waitsFor = '',
  unsaved,
  aside,
}: BuilderFormProps): ReactNode {
  const form = useForm<Form>({ defaultValues: first });
  const { register, handleSubmit, setError, clearErrors, reset, getValues, setValue, formState } = form;
  const [said, setSaid] = useState(restored ? 'What was written here and not saved is back. ' : '');
  // Until it is saved or typed in, what is back from the last visit is as the form began.
  const [isBack, setIsBack] = useState(restored);
  const [problem, setProblem] = useState('');
  const draft = useBuilderDraft(keptAs, version, form);
  const save = handleSubmit(async (written, event) => {
    setProblem('');
    setSaid('');
    clearErrors();
    const { definition, faults: found } = fromForm(written, course.timeZone);
    const faults = faultsOn(event?.target as HTMLFormElement, found);
    if (faults.length > 0) {
      for (const [i, { path, code }] of faults.entries())
        setError(path as FieldPath<Form>, { message: code }, { shouldFocus: i === 0 });
      setProblem('Something is missing or cannot be read. It is marked at its place. Nothing was saved yet.');
      return;
    }
    try {
      const saved = await onSave(definition, written);
      if (!saved) return;
      // What is new has ids from now on; where it was typed on meanwhile, that is not saved.
      const typedOn = JSON.stringify(getValues()) !== JSON.stringify(written);
      for (const [i, point] of saved.points.entries()) {
        setValue(`points.${i}.id`, point.id);
        for (const [j, mustShow] of point.mustShows.entries())
          setValue(`points.${i}.mustShows.${j}.id`, mustShow.id);
      }
      for (const [i, criterion] of (saved.criteria ?? []).entries())
        setValue(`criteria.${i}.id`, criterion.id);
      if (!typedOn) {
        setIsBack(false);
        reset(getValues());
        draft.onSaved();
      }
      setSaid(typedOn ? '' : 'Saved.');
      onSaved?.(typedOn ? getValues() : null);
    } catch (error) {
      setProblem(sentenceOf(error));
    }
  });
  return (
    <form
      onSubmit={(event) => void save(event)}
      onBlur={draft.keepNow}
      className="grid items-start gap-6 lg:grid-cols-[minmax(0,1fr)_20rem]"
      noValidate
    >
      <fieldset disabled={waitsFor !== ''} className="flex min-w-0 flex-col gap-6">
        <Field label="Title" fault={formState.errors.title?.message}>
          <input {...register('title')} className={control} autoComplete="off" />
        </Field>
        <BriefField form={form} files={files} />
        <PointList form={form} />
        <CriterionList form={form} />
        <PointRules form={form} />
        <TermsFields form={form} course={course} />
        <NameRuleField form={form} course={course} />
      </fieldset>
      <aside className="flex min-w-0 flex-col gap-4 lg:sticky lg:top-4 lg:max-h-[calc(100dvh-2rem)] lg:overflow-y-auto">
        <div className="flex flex-col gap-2 border border-edge bg-card p-3">
          <Total form={form} />
          {problem && (
            <p role="alert" className="border-l-4 border-madder bg-madder-wash px-2 py-1">
              {problem}
            </p>
          )}
          <p role="status" className="text-sm text-faded">
            {waitsFor || said}
            {!waitsFor &&
              formState.isDirty &&
              (draft.isTaken ? 'Not saved yet; kept in this browser.' : 'Not saved yet; in this page only.')}
          </p>
          <Button type="submit" look="main" disabled={formState.isSubmitting || waitsFor !== ''}>
            {formState.isSubmitting ? 'Saving …' : 'Save'}
          </Button>
          {unsaved && !formState.isSubmitting && (formState.isDirty || isBack) && (
            <Button small look="quiet" onClick={() => unsaved.onTakeBack(getValues())}>
              Take back what is not saved
            </Button>
          )}
          {unsaved?.onBringBack && !formState.isDirty && (
            <Button small look="quiet" onClick={unsaved.onBringBack}>
              Bring back what was not saved
            </Button>
          )}
        </div>
        {aside}
      </aside>
    </form>
  );
}

type FormProps = { form: ReturnType<typeof useForm<Form>> };

/** What holds for all points together. */
function PointRules({ form: { register, formState } }: FormProps): ReactNode {
  return (
    <div className="grid gap-3 sm:grid-cols-2">
      <Field
        label="Bonus"
        hint="Points that can be given by hand beyond all others, with a reason; empty: none"
        fault={formState.errors.bonus?.message}
      >
        <input inputMode="decimal" {...register('bonus')} className={`${control} font-mono`} />
      </Field>
      <Field label="All points together are" hint="Halves of a step are rounded up; full points stay full">
        <select {...register('roundTo')} className={control}>
          <option value="1">not rounded</option>
          <option value="25">rounded to quarter points</option>
          <option value="50">rounded to half points</option>
          <option value="100">rounded to whole points</option>
        </select>
      </Field>
    </div>
  );
}

function Total({ form: { control: fields } }: FormProps): ReactNode {
  const points = useWatch({ control: fields, name: 'points' });
  const criteria = useWatch({ control: fields, name: 'criteria' }) ?? [];
  const bonus = bonusOf({ bonus: useWatch({ control: fields, name: 'bonus' }) ?? '' });
  const unitsOf = ({ points: typed }: { points: string }) => parsePoints(typed) ?? 0;
  const mustShows = points.flatMap((point) => point.mustShows);
  const best = criteria.map(({ levels }) => criterionUnits(levels.map(unitsOf)));
  const total = [...mustShows.map(unitsOf), ...best].reduce((sum, one) => sum + one, 0);
  return (
    <p>
      <strong>{pointsWords(total)}</strong> for {several(mustShows.length, 'must-show')} in{' '}
      {several(points.length, 'proof point')}
      {criteria.length > 0 && ` and ${several(criteria.length, 'criterion', 'criteria')}`}
      {bonus !== null && bonus > 0 && `, and ${pointsWords(bonus)} of bonus`}
    </p>
  );
}
