import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { ApiProblem, sentenceOf } from '../api/apiProblem.ts';
import { Button, buttonClasses } from './Button.tsx';

/** What a screen shows until its data is there. @param inPage below the heading that the screen has already */
export function Loading({ what, inPage = false }: { what: string; inPage?: boolean }): ReactNode {
  const Words = inPage ? 'p' : 'h1';
  return (
    <div role="status" data-loading className="p-8 text-center text-faded">
      <Words className="text-base font-normal">Fetching {what} …</Words>
    </div>
  );
}

/** Asking once more changes nothing of these. */
const isFinal = (error: unknown): boolean =>
  error instanceof ApiProblem && (error.code === 'forbidden' || error.code === 'not-found');

/** What a screen shows instead of its data when that cannot be had. */
export function Failed({ error, onRetry }: { error: unknown; onRetry?: () => void }): ReactNode {
  return (
    <div role="alert" className="m-auto max-w-lg p-8 text-center">
      <p className="mb-4">{sentenceOf(error)}</p>
      {isFinal(error) ? (
        <Link to="/" className={buttonClasses()}>
          Go to your assignments
        </Link>
      ) : (
        onRetry && <Button onClick={onRetry}>Try again</Button>
      )}
    </div>
  );
}

export function Empty({ children }: { children: ReactNode }): ReactNode {
  return <p className="border border-dashed border-edge p-8 text-center text-faded">{children}</p>;
}
