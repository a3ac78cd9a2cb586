import type { ReactNode } from 'react';
import { control, Field } from '../ui/Field.tsx';
import { several } from '../words/counted.ts';
import type { Roster, RosterClass } from './oneRoster.ts';

/** A school's export, and which of its classes is meant. */
export interface ChosenRoster {
  roster: Roster;
  classes: readonly RosterClass[];
  /** empty: not said yet */
  classId: string;
  /** false: its letters may be wrong */
  sure: boolean;
}

interface ClassChoiceProps {
  roster: ChosenRoster;
  onChoose: (classId: string) => void;
}

/** Asks which class of a school's export comes into the course. */
export function ClassChoice({ roster: { classes, classId }, onChoose }: ClassChoiceProps): ReactNode {
  if (classes.length === 0) return <p>Nobody is in a class there.</p>;
  return (
    <Field label="Which class is it?">
      <select value={classId} onChange={({ target }) => onChoose(target.value)} className={control}>
        {classId === '' && <option value="">choose one</option>}
        {classes.map(({ id, title, people }) => (
          <option key={id} value={id}>
            {title}, {several(people, 'person', 'people')}
          </option>
        ))}
      </select>
    </Field>
  );
}
