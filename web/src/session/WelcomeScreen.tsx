import { type FormEvent, type ReactNode, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { useStartAnew } from '../api/AnswersOfOne.tsx';
import { sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { ARRIVED } from '../api/session.ts';
import { useApi } from '../api/useApi.ts';
import { Button } from '../ui/Button.tsx';
import { control, Field } from '../ui/Field.tsx';
import { Problem } from '../ui/Problem.tsx';
import { Loading } from '../ui/states.tsx';
import { useFaults } from '../ui/useFaults.ts';
import { useTitle } from '../ui/useTitle.ts';

/** Whoever has a link sets a password; the first administrator of an empty server says who they are, too. */
export default function WelcomeScreen(): ReactNode {
  const { token = '' } = useParams();
  const { data: link, error } = useApi('readLink', { params: { token } }, { revalidateOnFocus: false });
  const startAnew = useStartAnew();
  const navigate = useNavigate();
  const { faults, problem, tell, say } = useFaults();
  const [busy, setBusy] = useState(false);
  useTitle('Welcome');
  if (!link && !error) return <Loading what="your link" />;
  const use = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const text = (name: string) => String(new FormData(form).get(name) ?? '');
    if (text('password') !== text('again')) {
      say('The two passwords are not the same.');
      return;
    }
    setBusy(true);
    say('');
    try {
      const person = {
        givenName: text('givenName').trim(),
        surname: text('surname').trim(),
        email: text('email').trim(),
      };
      const me = await callApi('useLink', {
        params: { token },
        body: { password: text('password'), ...(link?.kind === 'first' && { person }) },
      });
      navigate(link?.kind === 'first' ? '/courses' : '/', { replace: true, state: ARRIVED });
      startAnew(me);
    } catch (problem_) {
      tell(problem_, form);
      setBusy(false);
    }
  };
  return (
    <main className="mx-auto flex w-full max-w-md flex-1 flex-col gap-4 p-6 md:pt-16">
      <h1 className="flex items-center gap-3 text-3xl text-verdigris-deep">
        <img src="/mark.svg" alt="" width={34} height={34} />
        Nachweis
      </h1>
      {link ? (
        <form onSubmit={(event) => void use(event)} className="flex flex-col gap-4" noValidate>
          {link.kind === 'first' ? (
            <>
              <p>Nobody is here yet. Whoever fills this in is the first administrator.</p>
              <Field label="Given name" fault={faults.givenName}>
                <input
                  name="givenName"
                  // biome-ignore lint/a11y/noAutofocus: the page is this form
                  autoFocus
                  autoComplete="given-name"
                  className={control}
                />
              </Field>
              <Field label="Surname" fault={faults.surname}>
                <input name="surname" autoComplete="family-name" className={control} />
              </Field>
              <Field label="E-mail" fault={faults.email}>
                <input name="email" type="email" autoComplete="username" className={control} />
              </Field>
            </>
          ) : (
            <p className="written">
              Welcome, {link.name}. Choose a password; you sign in with it and with {link.email}.
              <input type="hidden" autoComplete="username" value={link.email} readOnly />
            </p>
          )}
          <Field label="Password" hint="At least 8 characters" fault={faults.password}>
            <input
              name="password"
              // biome-ignore lint/a11y/noAutofocus: the page is this form
              autoFocus={link.kind !== 'first'}
              type="password"
              autoComplete="new-password"
              className={control}
            />
          </Field>
          <Field label="Once more">
            <input name="again" type="password" autoComplete="new-password" className={control} />
          </Field>
          <Problem>{problem}</Problem>
          <Button type="submit" look="main" disabled={busy}>
            Begin
          </Button>
        </form>
      ) : (
        <p role="alert">
          {sentenceOf(error)}{' '}
          <Link to="/sign-in" className="text-verdigris-deep underline">
            To the sign-in page
          </Link>
        </p>
      )}
    </main>
  );
}
