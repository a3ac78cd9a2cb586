import type { Me } from '@nachweis/contract';
import { type FormEvent, type ReactNode, useRef, useState } from 'react';
import { Link, useLocation } from 'react-router';
import { useSWRConfig } from 'swr';
import { sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { PasswordField } from './PasswordField.tsx';

/** The same person signs in again, over the page or the dialog that they were at. */
export function SignInAgain({ me, onClose }: { me: Me; onClose: () => void }): ReactNode {
  const { mutate } = useSWRConfig();
  const { pathname, search } = useLocation();
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const password = useRef<HTMLInputElement>(null);
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    // The form of a dialog around this one is not meant.
    event.stopPropagation();
    setBusy(true);
    setProblem('');
    try {
      await callApi('signIn', { body: { email: me.email, password: password.current?.value ?? '' } });
      onClose();
      // Others may have gone on meanwhile.
      void mutate(() => true);
    } catch (error) {
      setProblem(sentenceOf(error));
      setBusy(false);
      // A button that was disabled has lost the focus.
      password.current?.focus();
      password.current?.select();
    }
  };
  return (
    <Dialog title="Sign in again" description="What lies behind this stays as it is." onClose={onClose}>
      <form
        onSubmit={(event) => void submit(event)}
        className="flex flex-col gap-4 p-4"
        aria-describedby={problem ? 'again-problem' : undefined}
      >
        <label className="flex flex-col gap-1 font-semibold">
          E-mail
          <input
            readOnly
            type="email"
            value={me.email}
            autoComplete="username"
            className="min-h-11 border border-rule bg-paper px-3 font-normal text-faded"
          />
        </label>
        <PasswordField input={password} />
        {problem && (
          <p id="again-problem" role="alert" className="border-l-4 border-madder bg-madder-wash px-3 py-2">
            {problem}
          </p>
        )}
        <div className="flex flex-wrap items-center justify-between gap-3">
          <Link
            to={`/sign-in?next=${encodeURIComponent(pathname + search)}`}
            className="text-sm text-verdigris-deep underline"
          >
            Leave this page, and sign in as somebody else
          </Link>
          <Button type="submit" look="main" disabled={busy}>
            Sign in
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
