import type { CourseView } from '@nachweis/contract';
import type { FormEvent, ReactNode } from 'react';
import { callApi } from '../api/callApi.ts';
import { Button } from '../ui/Button.tsx';
import { control, Field } from '../ui/Field.tsx';
import { toast } from '../ui/notices.ts';
import { useFaults } from '../ui/useFaults.ts';
import { useOneAtATime } from '../ui/useOneAtATime.ts';
import { NameFields, personOf, RoleField } from './PersonFields.tsx';

/** One person comes into a course by hand. Somebody who is in it is not changed by this. */
export function AddPerson({ course, onAdded }: { course: CourseView; onAdded: () => void }): ReactNode {
  const { faults, problem, tell, say } = useFaults();
  const add = useOneAtATime(async (form: HTMLFormElement) => {
    say('');
    try {
      const email = String(new FormData(form).get('email') ?? '').trim();
      const { lines } = await callApi('enterPeople', {
        params: { courseId: course.id },
        body: { people: [{ ...personOf(form), email }], dryRun: false, mayChange: false },
      });
      const outcome = lines[0]?.outcome;
      // Also where nobody was added: it may be oneself who did it, whose answer was lost.
      onAdded();
      if (outcome !== 'new' && outcome !== 'joins')
        return say(
          'Somebody with this e-mail is in the course already. To change them, use “Change” beside their name.',
        );
      if (outcome === 'joins')
        toast.info('This e-mail is known here: they are in the course now, under the name they have.');
      form.reset();
      form.querySelector('input')?.focus();
    } catch (error) {
      tell(error, form);
    }
  });
  return (
    <details>
      <summary className="cursor-pointer text-sm font-semibold text-verdigris-deep">Add one person</summary>
      <form
        onSubmit={(event: FormEvent<HTMLFormElement>) => {
          event.preventDefault();
          add(event.currentTarget);
        }}
        className="mt-2 grid items-start gap-3 sm:grid-cols-5"
        noValidate
      >
        <NameFields faults={faults} />
        <Field label="E-mail" fault={faults.email}>
          <input name="email" type="email" className={control} autoComplete="off" />
        </Field>
        <RoleField />
        <Button type="submit" className="sm:mt-6">
          Add
        </Button>
      </form>
      {problem && (
        <p role="alert" className="mt-2 border-l-4 border-madder bg-madder-wash px-3 py-2 text-sm">
          {problem}
        </p>
      )}
    </details>
  );
}
