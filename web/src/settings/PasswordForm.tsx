import { type FormEvent, type ReactNode, useState } from 'react';
import { sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { Button } from '../ui/Button.tsx';
import { control, Field } from '../ui/Field.tsx';
import { Problem } from '../ui/Problem.tsx';
import { useOneAtATime } from '../ui/useOneAtATime.ts';

/** Sets another password; whoever is signed in elsewhere as this person is so no longer. */
export function PasswordForm(): ReactNode {
  const [said, setSaid] = useState('');
  const [problem, setProblem] = useState('');
  const change = useOneAtATime(async (form: HTMLFormElement) => {
    const text = (name: string) => String(new FormData(form).get(name) ?? '');
    setSaid('');
    setProblem('');
    if (text('password') !== text('again')) {
      setProblem('The two new passwords are not the same.');
      return;
    }
    try {
      await callApi('changePassword', { body: { before: text('before'), password: text('password') } });
      form.reset();
      setSaid('The password is changed. Everywhere else you are signed out.');
    } catch (error) {
      setProblem(sentenceOf(error));
    }
  });
  const onSubmit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    change(event.currentTarget);
  };
  const signOutElsewhere = async () => {
    setSaid('');
    setProblem('');
    try {
      await callApi('signOutElsewhere', {});
      setSaid('Everywhere else you are signed out.');
    } catch (error) {
      setProblem(sentenceOf(error));
    }
  };
  return (
    <form onSubmit={onSubmit} className="grid max-w-md gap-3" noValidate>
      <Field label="Password until now">
        <input name="before" type="password" autoComplete="current-password" className={control} />
      </Field>
      <Field label="New password" hint="At least 8 characters">
        <input name="password" type="password" autoComplete="new-password" className={control} />
      </Field>
      <Field label="New password, once more">
        <input name="again" type="password" autoComplete="new-password" className={control} />
      </Field>
      <Problem>{problem}</Problem>
      <p role="status">{said}</p>
      <div className="flex flex-wrap gap-2">
        <Button type="submit">Change the password</Button>
        <Button look="quiet" onClick={() => void signOutElsewhere()}>
          Sign out everywhere else
        </Button>
      </div>
    </form>
  );
}
