/** Lets people take turns: whoever has much to do waits for those who have little, not they for them. */
export interface FairQueue {
  /** Does a piece of work once it is its owner's turn. @throws the signal's reason when it is aborted while waiting */
  run<T>(owner: string, work: () => Promise<T>, signal?: AbortSignal): Promise<T>;
}

export function createFairQueue(workers: number): FairQueue {
  /** by owner, the next to be served first */
  const waiting = new Map<string, Array<() => void>>();
  let running = 0;

  function next(): void {
    const [first] = waiting;
    if (running >= workers || !first) return;
    const [owner, line] = first;
    const start = line.shift();
    waiting.delete(owner);
    if (line.length > 0) waiting.set(owner, line);
    running++;
    start?.();
  }

  return {
    async run(owner, work, signal) {
      await new Promise<void>((resolve, reject) => {
        const start = () => {
          signal?.removeEventListener('abort', leave);
          resolve();
        };
        const leave = () => {
          const line = waiting.get(owner)?.filter((one) => one !== start) ?? [];
          if (line.length > 0) waiting.set(owner, line);
          else waiting.delete(owner);
          reject(signal?.reason);
        };
        if (signal?.aborted) return reject(signal.reason);
        signal?.addEventListener('abort', leave);
        waiting.set(owner, [...(waiting.get(owner) ?? []), start]);
        next();
      });
      try {
        return await work();
      } finally {
        running--;
        next();
      }
    },
  };
}
