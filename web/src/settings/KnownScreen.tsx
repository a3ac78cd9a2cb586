import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { useMe } from '../api/session.ts';
import { useApi } from '../api/useApi.ts';
import { KnownTable } from '../known/KnownTable.tsx';
import { buttonClasses } from '../ui/Button.tsx';
import { Failed, Loading } from '../ui/states.tsx';
import { useTitle } from '../ui/useTitle.ts';

/** What the server knows of whoever is signed in, and all of it to take away. */
export default function KnownScreen(): ReactNode {
  const me = useMe();
  const { data: known, error, mutate } = useApi('knownOfMe', {});
  useTitle('What is known of you');
  if (!known)
    return error ? (
      <Failed error={error} onRetry={() => void mutate()} />
    ) : (
      <Loading what="what is known of you" />
    );
  return (
    <main className="mx-auto flex w-full max-w-5xl flex-1 flex-col gap-4 p-4 sm:p-6">
      <div>
        <h1 className="text-2xl">What is known of you</h1>
        <p className="written text-faded">
          {known.person.name}, {known.person.email}
        </p>
      </div>
      <KnownTable known={known} />
      <p>
        An administrator of this server can remove you: ask your school. Backups that were made before go on
        having everything until they are thrown away. What you have saved on this computer stays on it.
      </p>
      <div className="flex flex-wrap items-center gap-3">
        <a href={`/archives/own/${me.id}.zip`} download className={buttonClasses('main')}>
          Save all of your own (ZIP)
        </a>
        <Link to="/settings" className="text-verdigris-deep underline">
          Your settings
        </Link>
      </div>
      <p className="text-sm text-faded">
        In it: each capture as it came, with its record; each hand-in with its files, its receipt and what was
        returned; drafts, notes and settings as JSON.
      </p>
    </main>
  );
}
