import type { Me } from '@nachweis/contract';
import { createContext, type ReactNode, use, useCallback, useState } from 'react';
import { SWRConfig } from 'swr';
import { ApiProblem } from './apiProblem.ts';
import { addressOf } from './callApi.ts';

/** Trying again helps against a lost connection only; every other problem says what to do about it. */
const retryOffline = (error: unknown) => error instanceof ApiProblem && error.code === 'offline';

const CONFIG = { shouldRetryOnError: retryOffline, errorRetryInterval: 3000, dedupingInterval: 1000 };

type StartAnew = (me?: Me) => void;
const StartAnewContext = createContext<StartAnew>(() => {});

/**
 * What was read belongs to who is signed in. With the next one all of it goes, and what is still on its way for the one
 * before, though it is asked at the same address, has nobody who waits for it.
 */
export function AnswersOfOne({ children }: { children: ReactNode }): ReactNode {
  const [{ turn, me }, setTurn] = useState<{ turn: number; me?: Me | undefined }>({ turn: 0 });
  const startAnew = useCallback<StartAnew>((me) => setTurn(({ turn }) => ({ turn: turn + 1, me })), []);
  return (
    <StartAnewContext value={startAnew}>
      <SWRConfig
        key={turn}
        value={{
          ...CONFIG,
          provider: () => new Map(),
          // Known from signing in: the first page does not wait for it once more.
          fallback: me ? { [addressOf('me', {})]: me } : {},
        }}
      >
        {children}
      </SWRConfig>
    </StartAnewContext>
  );
}

/** Called when somebody has signed in or out, after the address has changed. */
export const useStartAnew = (): StartAnew => use(StartAnewContext);
