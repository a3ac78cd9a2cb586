import type { DemoPerson, Role } from '@nachweis/contract';
import { type FormEvent, type ReactNode, useRef, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { useStartAnew } from '../api/AnswersOfOne.tsx';
import { sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { ARRIVED } from '../api/session.ts';
import { useApi } from '../api/useApi.ts';
import { Button } from '../ui/Button.tsx';
import { useTitle } from '../ui/useTitle.ts';
import { PasswordField } from './PasswordField.tsx';

const ROLE_TITLES: Readonly<Record<Role, string>> = {
  student: 'Students',
  instructor: 'Instructors',
  marker: 'Second marker',
};
const ROLE_ORDER: readonly Role[] = ['instructor', 'marker', 'student'];

export default function SignInScreen(): ReactNode {
  const startAnew = useStartAnew();
  useTitle('Sign in');
  const navigate = useNavigate();
  const [search] = useSearchParams();
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const email = useRef<HTMLInputElement>(null);
  const password = useRef<HTMLInputElement>(null);
  const { data: demoPeople = [] } = useApi('demoPeople', {}, { revalidateOnFocus: false });

  const signIn = async (ask: () => ReturnType<typeof callApi<'signIn'>>) => {
    setBusy(true);
    setProblem('');
    try {
      const me = await ask();
      navigate(ownPage(search.get('next')), { replace: true, state: ARRIVED });
      startAnew(me);
    } catch (error) {
      setProblem(sentenceOf(error));
      setBusy(false);
      // A button that was disabled has lost the focus.
      const wrong = email.current?.value === '' ? email.current : password.current;
      wrong?.focus();
      wrong?.select();
    }
  };
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const data = new FormData(event.currentTarget);
    const body = { email: String(data.get('email')).trim(), password: String(data.get('password')) };
    void signIn(() => callApi('signIn', { body }));
  };

  return (
    <main className="mx-auto grid w-full max-w-6xl flex-1 content-start gap-x-16 gap-y-10 p-6 md:grid-cols-[20rem_1fr] md:pt-16">
      <section>
        <h1 className="mb-1 flex items-center gap-3 text-3xl text-verdigris-deep">
          <img src="/mark.svg" alt="" width={34} height={34} />
          Nachweis
        </h1>
        <p className="mb-8 text-faded">Show that the work was done.</p>
        <form
          onSubmit={submit}
          className="flex flex-col gap-4"
          aria-describedby={problem ? 'sign-in-problem' : undefined}
        >
          <label className="flex flex-col gap-1 font-semibold">
            E-mail
            <input
              ref={email}
              name="email"
              // biome-ignore lint/a11y/noAutofocus: the page is there to be signed in on
              autoFocus
              type="email"
              // The browser's own "required" would be read as an entry that is wrong, before anything is tried.
              aria-required
              autoComplete="username"
              className="min-h-11 border border-edge bg-card px-3 font-normal"
            />
          </label>
          <PasswordField input={password} />
          {problem && (
            <p
              id="sign-in-problem"
              role="alert"
              className="border-l-4 border-madder bg-madder-wash px-3 py-2"
            >
              {problem}
            </p>
          )}
          <Button type="submit" look="main" disabled={busy}>
            Sign in
          </Button>
        </form>
        <p className="mt-6 text-sm">
          <Link to="/check" className="text-verdigris-deep underline">
            Check a receipt
          </Link>
        </p>
      </section>
      {demoPeople.length > 0 && (
        <section aria-labelledby="demo-title" className="md:border-l md:border-rule md:pl-10">
          <h2 id="demo-title" className="text-xl">
            Look around as somebody of the demo
          </h2>
          <p className="mb-5 text-faded">All people and pictures are made up. One click signs you in.</p>
          {ROLE_ORDER.map((role) => (
            <DemoRole
              key={role}
              title={ROLE_TITLES[role]}
              people={demoPeople.filter((p) => p.role === role)}
              busy={busy}
              onChoose={(personId) => void signIn(() => callApi('demoSignIn', { body: { personId } }))}
            />
          ))}
        </section>
      )}
    </main>
  );
}

interface DemoRoleProps {
  title: string;
  people: readonly DemoPerson[];
  busy: boolean;
  onChoose: (personId: string) => void;
}

function DemoRole({ title, people, busy, onChoose }: DemoRoleProps): ReactNode {
  return (
    <>
      <h3 className="mt-4 mb-1 text-sm font-semibold text-faded">{title}</h3>
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(17rem,1fr))] gap-x-6">
        {people.map((person) => (
          <li key={person.id}>
            <button
              type="button"
              disabled={busy}
              onClick={() => onChoose(person.id)}
              className="flex w-full items-baseline justify-between gap-2 border-b border-rule py-1.5 text-left hover:bg-verdigris-wash"
            >
              <span className="font-semibold text-verdigris-deep">{person.name}</span>
              <span className="text-sm whitespace-nowrap text-faded">{person.note}</span>
            </button>
          </li>
        ))}
      </ul>
    </>
  );
}

/** Only a page of this application is gone to after signing in. */
function ownPage(next: string | null): string {
  return next?.startsWith('/') && !next.startsWith('//') ? next : '/';
}
