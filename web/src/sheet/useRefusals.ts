import { useCallback, useState } from 'react';

/** Why pictures were not taken, in sentences. */
export interface Refusals {
  refused: readonly string[];
  dismissRefused: () => void;
}

/** One after the other they stay until they have been read. */
export function useRefusals(): Refusals & { refuse: (sentences: readonly string[]) => void } {
  const [refused, setRefused] = useState<readonly string[]>([]);
  const refuse = useCallback(
    (sentences: readonly string[]) => setRefused((before) => [...new Set([...before, ...sentences])]),
    [],
  );
  const dismissRefused = useCallback(() => setRefused([]), []);
  return { refused, refuse, dismissRefused };
}
