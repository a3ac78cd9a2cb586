import type { CourseWrite } from '@nachweis/contract';
import { type ReactNode, useState } from 'react';
import { control, Field } from '../ui/Field.tsx';
import type { FieldFaults } from '../ui/useFaults.ts';
import { languagesOfNames, ownLanguage } from './languages.ts';

/** What a new course begins with. */
export const newFacts = (): CourseWrite => ({
  title: '',
  timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
  language: ownLanguage(),
});

/** What is typed in the fields below. */
export function factsIn(form: HTMLFormElement): CourseWrite {
  const text = (name: string) => String(new FormData(form).get(name) ?? '').trim();
  return { title: text('title'), timeZone: text('timeZone'), language: text('language') };
}

interface CourseFieldsProps {
  facts: CourseWrite;
  faults: FieldFaults;
  /** why the time zone cannot be another one */
  zoneStays?: string;
  onZone?: (zone: string) => void;
}

/** Title, time zone and language of names of a course. */
export function CourseFields({ facts, faults, zoneStays, onZone }: CourseFieldsProps): ReactNode {
  const [languages] = useState(() => languagesOfNames(facts.language));
  return (
    <>
      <Field label="Title" fault={faults.title}>
        <input
          name="title"
          maxLength={200}
          className={control}
          autoComplete="off"
          defaultValue={facts.title}
        />
      </Field>
      <Field label="Time zone" fault={faults.timeZone} {...(zoneStays && { hint: zoneStays })}>
        <input
          name="timeZone"
          list="zones"
          className={control}
          autoComplete="off"
          defaultValue={facts.timeZone}
          readOnly={!!zoneStays}
          onChange={({ target }) => onZone?.(target.value.trim())}
        />
      </Field>
      <Field label="Language of names" fault={faults.language}>
        <select name="language" className={control} defaultValue={facts.language}>
          {languages.map(({ code, name }) => (
            <option key={code} value={code}>
              {name}
            </option>
          ))}
        </select>
      </Field>
      <datalist id="zones">
        {Intl.supportedValuesOf('timeZone').map((zone) => (
          <option key={zone} value={zone} />
        ))}
      </datalist>
    </>
  );
}
