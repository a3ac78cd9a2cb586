import type { CoursePerson, CourseView } from '@nachweis/contract';
import type { FormEvent, ReactNode } from 'react';
import { callApi } from '../api/callApi.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { control, Field } from '../ui/Field.tsx';
import { toast } from '../ui/notices.ts';
import { Problem } from '../ui/Problem.tsx';
import { useFaults } from '../ui/useFaults.ts';
import { useOneAtATime } from '../ui/useOneAtATime.ts';
import { NameFields, personOf, RoleField } from './PersonFields.tsx';

interface ChangePersonProps {
  course: CourseView;
  person: CoursePerson;
  /** of the class list, beside the usual ones */
  columns: readonly string[];
  onChanged: () => void;
  onClose: () => void;
}

/** How somebody of a course is called, what they are in it, and what the class list says of them. */
export function ChangePerson({ course, person, columns, onChanged, onClose }: ChangePersonProps): ReactNode {
  const { faults, problem, tell, say } = useFaults();
  const save = useOneAtATime(async (form: HTMLFormElement) => {
    say('');
    // Only what was changed: a column that a colleague brings in meanwhile stays.
    const fields = Object.fromEntries(
      columns
        .map((column) => [column, String(new FormData(form).get(`column ${column}`) ?? '').trim()] as const)
        .filter(([column, value]) => value !== (person.fields[column] ?? '')),
    );
    const sortedAs = String(new FormData(form).get('sorted') ?? '').trim();
    try {
      const { people } = await callApi('readCourse', { params: { courseId: course.id } });
      const now = people.find(({ id }) => id === person.id);
      // Entering a line of somebody who was removed meanwhile would bring them back.
      if (!now) return say('They are not in the course any more. Nothing was changed.');
      const typed = personOf(form);
      // What was not touched follows what a colleague made of it meanwhile.
      const line = {
        givenName: typed.givenName === person.givenName ? now.givenName : typed.givenName,
        surname: typed.surname === person.surname ? now.surname : typed.surname,
        role: typed.role === person.role ? now.role : typed.role,
        email: person.email,
        ...(sortedAs !== (person.sortName ?? '') && { sortName: sortedAs || null }),
        fields,
      };
      const { lines } = await callApi('enterPeople', {
        params: { courseId: course.id },
        body: { people: [line], dryRun: false },
      });
      const outcome = lines[0]?.outcome;
      if (outcome === 'own-role') return say('Your own role is for somebody else to change.');
      if (lines[0]?.name !== `${line.givenName} ${line.surname}`.trim())
        toast.warning('The name stays as it is: they are in another course too.');
      else toast.success(outcome === 'same' ? 'Nothing differs.' : 'Changed.');
      onChanged();
      onClose();
    } catch (error) {
      tell(error, form);
    }
  });
  return (
    <Dialog title={`Change ${person.listed}`} onClose={onClose}>
      <form
        onSubmit={(event: FormEvent<HTMLFormElement>) => {
          event.preventDefault();
          save(event.currentTarget);
        }}
        className="flex flex-col gap-3 p-4"
        noValidate
      >
        <div className="grid gap-3 sm:grid-cols-2">
          <NameFields of={person} faults={faults} />
          <Field label="Sorted as" hint="Empty: by the custom of the course’s language">
            <input
              name="sorted"
              className={control}
              autoComplete="off"
              maxLength={300}
              dir="auto"
              defaultValue={person.sortName ?? ''}
            />
          </Field>
          <RoleField of={person} />
          {columns.map((column) => (
            <Field key={column} label={column}>
              <input
                name={`column ${column}`}
                className={`${control} font-mono`}
                autoComplete="off"
                maxLength={200}
                dir="auto"
                defaultValue={person.fields[column]}
              />
            </Field>
          ))}
        </div>
        <p className="written text-sm text-faded">
          {person.email} stays: it is what they sign in with. What was handed in keeps what held then.
        </p>
        <Problem>{problem}</Problem>
        <div className="flex justify-end gap-2">
          <Button look="quiet" keyName="Esc" onClick={onClose}>
            Cancel
          </Button>
          <Button type="submit" look="main" keyName="Enter">
            Save
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
