import type { ReactNode } from 'react';
import { sentenceOf } from '../api/apiProblem.ts';
import { Button } from './Button.tsx';

/** What a screen shows until its data is there. */
export function Loading({ what }: { what: string }): ReactNode {
  return (
    <div role="status" data-loading className="p-8 text-center text-faded">
      <h1 className="text-base font-normal">Fetching {what} …</h1>
    </div>
  );
}

/** What a screen shows instead of its data when that cannot be had. */
export function Failed({ error, onRetry }: { error: unknown; onRetry?: () => void }): ReactNode {
  return (
    <div role="alert" className="m-auto max-w-lg p-8 text-center">
      <p className="mb-4">{sentenceOf(error)}</p>
      {onRetry && <Button onClick={onRetry}>Try again</Button>}
    </div>
  );
}

export function Empty({ children }: { children: ReactNode }): ReactNode {
  return <p className="border border-dashed border-edge p-8 text-center text-faded">{children}</p>;
}
