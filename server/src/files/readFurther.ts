import { once } from 'node:events';
import type { Writable } from 'node:stream';

/** Waits until a stream takes more, or has closed. @throws what broke it */
export async function readFurther(out: Writable): Promise<void> {
  const waiting = new AbortController();
  const { signal } = waiting;
  try {
    await Promise.race([once(out, 'drain', { signal }), once(out, 'close', { signal })]);
  } finally {
    waiting.abort();
  }
}
