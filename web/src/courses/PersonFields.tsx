import { type CoursePerson, type PersonLine, ROLES, type Role } from '@nachweis/contract';
import type { ReactNode } from 'react';
import { control, Field } from '../ui/Field.tsx';
import type { FieldFaults } from '../ui/useFaults.ts';
import { ROLE_WORDS } from '../words/roles.ts';

/** What a form says of a person. */
export function personOf(form: HTMLFormElement): Omit<PersonLine, 'fields' | 'email'> {
  const text = (name: string) => String(new FormData(form).get(name) ?? '').trim();
  return { givenName: text('givenName'), surname: text('surname'), role: text('role') as Role };
}

/** The names of a person. @param of whose they are until now */
export function NameFields({ of, faults }: { of?: CoursePerson; faults: FieldFaults }): ReactNode {
  return (
    <>
      <Field label="Given name" fault={faults.givenName}>
        <input name="givenName" className={control} autoComplete="off" defaultValue={of?.givenName} />
      </Field>
      <Field label="Surname" fault={faults.surname}>
        <input name="surname" className={control} autoComplete="off" defaultValue={of?.surname} />
      </Field>
    </>
  );
}

export function RoleField({ of }: { of?: CoursePerson }): ReactNode {
  return (
    <Field label="Role">
      <select name="role" className={control} defaultValue={of?.role}>
        {ROLES.map((role) => (
          <option key={role} value={role}>
            {ROLE_WORDS[role]}
          </option>
        ))}
      </select>
    </Field>
  );
}
