import { type ReactNode, useId, useState } from 'react';
import { useParams } from 'react-router';
import { ApiProblem, sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { useApi } from '../api/useApi.ts';
import { Failed, Loading } from '../ui/states.tsx';
import { useTitle } from '../ui/useTitle.ts';

type Sending = { kind: 'idle' } | { kind: 'sending' } | { kind: 'failed'; problem: unknown; file: File };

/** What a telephone sees that has read the code: it sends one picture, without being signed in. */
export default function PhoneScreen(): ReactNode {
  const { token = '' } = useParams();
  const id = useId();
  const { data, error, mutate } = useApi('openHandover', { params: { token } });
  const [sending, setSending] = useState<Sending>({ kind: 'idle' });
  useTitle('One picture');
  const failure = sending.kind === 'failed' ? sending : null;
  const code = failure?.problem instanceof ApiProblem ? failure.problem.code : null;
  if (code === 'not-found' || (!data && error?.code === 'not-found'))
    return <Over wasSent={failure !== null} />;
  if (!data)
    return error ? (
      <Failed error={error} onRetry={() => void mutate()} />
    ) : (
      <Loading what="what is asked for" />
    );
  if (data.isUsed)
    return (
      <Page>
        <p role="status" className="border-l-4 border-verdigris bg-verdigris-wash px-3 py-2">
          The picture is there. Go on at the other screen; this page has done its work.
        </p>
        {failure && (
          <p role="alert" className="border-l-4 border-ochre-mark bg-ochre-wash px-3 py-2">
            {mayHaveCome(code)
              ? 'No answer came back to the picture you sent. See at the other screen whether it is this one; for one more, ask for a new code there.'
              : 'It is another one that came before: the picture you have just sent was not taken. For one more, ask for a new code at the other screen.'}
          </p>
        )}
      </Page>
    );
  const send = async (file: File) => {
    setSending({ kind: 'sending' });
    try {
      const now = await callApi('sendFromPhone', {
        params: { token },
        query: { name: file.name.slice(0, 1000) },
        body: file,
      });
      await mutate(now, { revalidate: false });
    } catch (problem) {
      setSending({ kind: 'failed', problem, file });
      // Used meanwhile, or used by this one, whose answer was lost: the page says which.
      await mutate();
    }
  };
  return (
    <Page>
      <p className="written">
        One picture for <strong className="font-mono">{data.code}</strong> {data.pointTitle}, of{' '}
        {data.assignmentTitle}.
      </p>
      {sending.kind === 'sending' ? (
        <p role="status">Sending it … stay on this page.</p>
      ) : (
        <div className="relative">
          <label
            htmlFor={id}
            className="flex min-h-14 items-center justify-center rounded-md border-2 border-verdigris bg-verdigris px-4 text-lg font-semibold text-white has-focus-visible:outline-3"
          >
            {failure ? 'Take another picture' : 'Take the picture'}
          </label>
          <input
            id={id}
            type="file"
            accept="image/*"
            capture="environment"
            onChange={({ target }) => {
              const [file] = target.files ?? [];
              target.value = '';
              if (file) void send(file);
            }}
            className="absolute inset-0 size-full cursor-pointer opacity-0"
          />
        </div>
      )}
      {failure && (
        <div role="alert" className="flex flex-col gap-2 border-l-4 border-madder bg-madder-wash px-3 py-2">
          <p>{sentenceOf(failure.problem)}</p>
          <button
            type="button"
            onClick={() => void send(failure.file)}
            className="min-h-11 rounded-md border border-verdigris bg-card px-3 font-semibold"
          >
            Send the same picture again
          </button>
        </div>
      )}
    </Page>
  );
}

/** An answer that was lost, or the server's own failure, does not say whether the picture arrived. */
const mayHaveCome = (code: ApiProblem['code'] | null): boolean =>
  code === null || ['offline', 'unreadable', 'too-slow', 'internal'].includes(code);

function Over({ wasSent }: { wasSent: boolean }): ReactNode {
  return (
    <Page>
      <p role="alert" className="border-l-4 border-ochre-mark bg-ochre-wash px-3 py-2">
        This code is over; it holds for ten minutes.{' '}
        {wasSent && 'The picture you have just sent was not taken. '}
        Ask for a new one at the other screen, under Telephone.
      </p>
    </Page>
  );
}

function Page({ children }: { children: ReactNode }): ReactNode {
  return (
    <main className="mx-auto flex w-full max-w-md flex-1 flex-col gap-5 p-6">
      <h1 className="flex items-center gap-3 text-2xl text-verdigris-deep">
        <img src="/mark.svg" alt="" width={30} height={30} />
        One picture
      </h1>
      {children}
    </main>
  );
}
