import type { Part } from '@nachweis/core';
import { wrap } from 'comlink';
import { useEffect, useState } from 'react';
import type { PartsWorker } from '../workers/parts.worker.ts';

/** What was found in the last captures. */
const known = new Map<string, Part[]>();
const MOST = 40;
/** Longer it does not wait for what is offered before. */
const PATIENCE_MS = 800;

/**
 * Windows and parts in a capture, the largest first; none until they are known. Looking ends with who asked.
 * @param isTurn what is offered first is found: looking for parts meanwhile would take the same processor
 */
export function useParts(
  captureId: string,
  picture: () => Promise<Blob | string>,
  isTurn: boolean,
): readonly Part[] {
  const [parts, setParts] = useState<readonly Part[]>([]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a capture never changes; its number says which it is
  useEffect(() => {
    setParts(known.get(captureId) ?? []);
    if (known.has(captureId)) return;
    let thread: Worker | null = null;
    let ended = false;
    const find = async () => {
      const bytes = await picture();
      if (ended) return;
      thread = new Worker(new URL('../workers/parts.worker.ts', import.meta.url), { type: 'module' });
      const found = await wrap<PartsWorker>(thread).parts(bytes);
      thread.terminate();
      remember(captureId, found);
      if (!ended) setParts(found);
    };
    // Nothing found is a normal answer too.
    const timer = setTimeout(() => void find().catch(() => undefined), isTurn ? 0 : PATIENCE_MS);
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
