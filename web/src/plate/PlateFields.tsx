import { ARRANGEMENTS, type Arrangement, SHEETS, type Sheet } from '@nachweis/core';
import type { ReactNode } from 'react';
import { Check } from '../ui/Check.tsx';
import { control, Field } from '../ui/Field.tsx';
import type { PlateDraft } from './plateDraft.ts';

const ARRANGED: Readonly<Record<Arrangement, string>> = {
  rows: 'in rows that fill the width',
  columns: 'in columns of one width',
  pairs: 'two beside each other, as before and after',
  hand: 'by hand: drag them on the plate',
};
const SHEET: Readonly<Record<Sheet, string>> = {
  free: 'as high as what is on it',
  upright: 'A4, upright',
  lying: 'A4, lying',
};

interface PlateFieldsProps {
  draft: PlateDraft;
  onChange: (next: Partial<PlateDraft>) => void;
  /** from now on by hand, each from where it lies */
  onByHand: () => void;
}

/** What holds for the whole plate. */
export function PlateFields({ draft, onChange, onByHand }: PlateFieldsProps): ReactNode {
  return (
    <section aria-label="The whole plate" className="grid gap-3 sm:grid-cols-2">
      <Field label="Heading" className="sm:col-span-2">
        <input
          dir="auto"
          maxLength={200}
          value={draft.heading}
          onChange={({ target }) => onChange({ heading: target.value })}
          className={control}
        />
      </Field>
      <Field label="Pictures">
        <select
          value={draft.arrangement}
          onChange={({ target }) =>
            target.value === 'hand' ? onByHand() : onChange({ arrangement: target.value as Arrangement })
          }
          className={control}
        >
          {ARRANGEMENTS.map((one) => (
            <option key={one} value={one}>
              {ARRANGED[one]}
            </option>
          ))}
        </select>
      </Field>
      <Field label="Sheet">
        <select
          value={draft.sheet}
          onChange={({ target }) => onChange({ sheet: target.value as Sheet })}
          className={control}
        >
          {SHEETS.map((one) => (
            <option key={one} value={one}>
              {SHEET[one]}
            </option>
          ))}
        </select>
      </Field>
      <Check
        className="text-sm"
        checked={draft.isNumbered}
        onChecked={(isNumbered) => onChange({ isNumbered })}
      >
        Count the pictures as steps
      </Check>
      <Check
        className="text-sm"
        checked={draft.hasParticulars}
        onChecked={(hasParticulars) => onChange({ hasParticulars })}
      >
        Name, course and date below the heading
      </Check>
    </section>
  );
}
