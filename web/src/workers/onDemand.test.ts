import { describe, expect, it } from 'vitest';
import { onDemand, WorkerMissing } from './onDemand.ts';

/** A thread that never answers: what is tested is what happens when it cannot. */
class SilentThread extends EventTarget {
  ended = false;
  postMessage(): void {}
  terminate(): void {
    this.ended = true;
  }
}

describe('onDemand', () => {
  const started: SilentThread[] = [];
  const ask = onDemand<{ work(): number }>(() => {
    const thread = new SilentThread();
    started.push(thread);
    return thread as unknown as Worker;
  });

  it('starts nothing before it is asked, and one thread for all that is asked', () => {
    expect(started).toHaveLength(0);
    void ask((api) => api.work()).catch(() => {});
    void ask((api) => api.work()).catch(() => {});
    expect(started).toHaveLength(1);
  });
  it('rejects all that wait when the thread fails, ends it, and starts another when asked again', async () => {
    const waiting = [ask((api) => api.work()), ask((api) => api.work())];
    started[0]?.dispatchEvent(new Event('error'));
    for (const one of waiting) await expect(one).rejects.toBeInstanceOf(WorkerMissing);
    expect(started[0]?.ended).toBe(true);
    void ask((api) => api.work()).catch(() => {});
    expect(started).toHaveLength(2);
  });
  it('hands on what the asking itself throws', async () => {
    await expect(ask(() => Promise.reject(new TypeError('no')))).rejects.toBeInstanceOf(TypeError);
  });
});
