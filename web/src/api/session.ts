import type { Me } from '@nachweis/contract';
import { createContext, use } from 'react';
import { useApi } from './useApi.ts';

export const SessionContext = createContext<Me | null>(null);

/** Who is signed in. Throws outside the shell, where nobody is. */
export function useMe(): Me {
  const me = use(SessionContext);
  if (!me) throw new Error('useMe is for screens inside the shell.');
  return me;
}

export function useSessionQuery() {
  return useApi('me', {}, { revalidateOnFocus: true });
}

/** What a navigation carries that comes from signing in: its button is gone, and the focus with it. */
export const ARRIVED = 'signed-in';
