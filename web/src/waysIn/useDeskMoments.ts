import type { Desk } from '@nachweis/desk';
import { useEffect, useRef, useState } from 'react';

export interface DeskMoment {
  id: number;
  at: number;
  desk: Desk;
}

/** As long as a shared screen has to rest for a moment of it to be kept. */
const REST_MS = 350;
const MOST = 8;

/** The last states of the desk that had come to rest: to look back on, as on a shared screen. */
export function useDeskMoments(desk: Desk): DeskMoment[] {
  const [moments, setMoments] = useState<DeskMoment[]>([]);
  const count = useRef(1);
  // The clock and the film go on by themselves; they make no moment.
  const { windows, states, content, hint } = desk;
  const { table, console, shell, notes } = states;
  const latest = useRef(desk);
  latest.current = desk;
  // biome-ignore lint/correctness/useExhaustiveDependencies: a change of any of these starts the wait anew
  useEffect(() => {
    const timer = setTimeout(() => {
      const moment = { id: count.current++, at: Date.now(), desk: latest.current };
      setMoments((old) => [...old, moment].slice(-MOST));
    }, REST_MS);
    return () => clearTimeout(timer);
  }, [windows, content, hint, table, console, shell, notes]);
  return moments;
}
