import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { Button, buttonClasses } from '../ui/Button.tsx';
import { useTitle } from '../ui/useTitle.ts';

export function NotFoundPage(): ReactNode {
  useTitle('There is no such page');
  return (
    <main className="m-auto max-w-lg p-8 text-center">
      <h1 className="mb-3 text-2xl">There is no such page</h1>
      <p className="mb-6">The address may be mistyped, or what it showed is gone.</p>
      <Link to="/" className={buttonClasses('main')}>
        Go to your assignments
      </Link>
    </main>
  );
}

/** Shown when a page fails while it is drawn; what lies in the browser's store outlives it. */
export function CrashPage(): ReactNode {
  return (
    <main role="alert" className="m-auto max-w-lg p-8 text-center">
      <h1 className="mb-3 text-2xl">This page stopped working</h1>
      <p className="mb-6">
        Your pictures, marks, statements and verdicts are kept. Reload the page to go on.
      </p>
      <Button look="main" onClick={() => location.reload()}>
        Reload the page
      </Button>
    </main>
  );
}
