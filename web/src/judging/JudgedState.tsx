import type { ReactNode } from 'react';
import type { Stand } from './standOf.ts';

/** Where what is not sent lies. */
export const NOT_SENT: Readonly<Record<Stand['liesIn'], string>> = {
  browser: 'kept in this browser, not sent yet',
  page: 'in this page only, not sent yet',
};

interface JudgedStateProps {
  /** where it lies; null for what the server has */
  liesIn: Stand['liesIn'] | null;
  /** whose it is; none where nothing is given */
  by: string | undefined;
}

/** Whether what was given has arrived, and whose it is. */
export function JudgedState({ liesIn, by }: JudgedStateProps): ReactNode {
  if (liesIn) return <p className="text-xs text-ochre">{NOT_SENT[liesIn]}</p>;
  return by ? <p className="text-xs text-faded">{by}</p> : null;
}
