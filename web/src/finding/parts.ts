import type { Part } from '@nachweis/core';
import { wrap } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { PartsWorker } from '../workers/parts.worker.ts';

/** What was found in the last captures. */
const known = new Map<string, Part[]>();
const MOST = 40;
/** A normal answer, also where they cannot be looked for. */
export const NO_PARTS: readonly Part[] = [];
/** Longer it does not wait for what is offered before. */
const PATIENCE_MS = 800;

/**
 * Windows and parts in a capture, the largest first; null until they are known. Looking ends with who asked.
 * @param isTurn what is offered first is found: looking for parts meanwhile would take the same processor
 */
export function useParts(
  captureId: string,
  picture: () => Promise<Blob | string>,
  isTurn: boolean,
): readonly Part[] | null {
  const [parts, setParts] = useState<readonly Part[] | null>(null);
  const latest = useRef(picture);
  latest.current = picture;
  // Taken at once: this browser lets go of a picture's bytes when the server has them.
  const held = useRef<{ of: string; bytes: Promise<Blob | string> } | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a capture never changes; its number says which it is
  useEffect(() => {
    setParts(known.get(captureId) ?? null);
    if (known.has(captureId)) return;
    if (held.current?.of !== captureId) held.current = { of: captureId, bytes: picture() };
    const { bytes: first } = held.current;
    first.catch(() => undefined);
    let thread: Worker | null = null;
    let ended = false;
    const find = async (from: Promise<Blob | string>) => {
      const bytes = await from;
      if (ended) return;
      thread = new Worker(new URL('../workers/parts.worker.ts', import.meta.url), { type: 'module' });
      const found = await wrap<PartsWorker>(thread).parts(bytes);
      thread.terminate();
      remember(captureId, found);
      if (!ended) setParts(found);
    };
    const begin = () =>
      find(first)
        .catch(() => find(latest.current()))
        .catch(() => !ended && setParts(NO_PARTS));
    const timer = setTimeout(() => void begin(), isTurn ? 0 : PATIENCE_MS);
    return () => {
      ended = true;
      clearTimeout(timer);
      thread?.terminate();
    };
  }, [captureId, isTurn]);
  return parts;
}

function remember(captureId: string, parts: Part[]): void {
  known.set(captureId, parts);
  const [oldest] = known.keys();
  if (known.size > MOST && oldest !== undefined) known.delete(oldest);
}
