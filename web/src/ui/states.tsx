import type { ReactNode } from 'react';
import { type ApiProblem, sentenceOf } from '../api/apiProblem.ts';
import { Button } from './Button.tsx';

/** What a screen shows until its data is there. @param inPage below the heading that the screen has already */
export function Loading({ what, inPage = false }: { what: string; inPage?: boolean }): ReactNode {
  const Words = inPage ? 'p' : 'h1';
  return (
    <div role="status" data-loading className="p-8 text-center text-faded">
      <Words className="text-base font-normal">Fetching {what} …</Words>
    </div>
  );
}

/** Asking once more changes nothing of these. It is loaded with every page, and so is short. */
const isFinal = (error: unknown): boolean =>
  /^(forbidden|not-found)$/.test(String((error as Partial<ApiProblem>).code));

interface FailedProps {
  error: unknown;
  onRetry?: () => void;
  /** below the heading that the screen has already */
  inPage?: boolean;
}

/** What a screen shows instead of its data when that cannot be had. */
export function Failed({ error, onRetry, inPage = false }: FailedProps): ReactNode {
  const Words = inPage ? 'p' : 'h1';
  return (
    <div role="alert" className="m-auto max-w-lg p-8 text-center">
      <Words className="mb-4 text-base font-normal">{sentenceOf(error)}</Words>
      {onRetry && !isFinal(error) && <Button onClick={onRetry}>Try again</Button>}
    </div>
  );
}

export function Empty({ children }: { children: ReactNode }): ReactNode {
  return <p className="border border-dashed border-edge p-8 text-center text-faded">{children}</p>;
}
