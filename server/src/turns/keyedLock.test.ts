import { describe, expect, it } from 'vitest';
import { createKeyedLock } from './keyedLock.ts';

describe('the lock by key', () => {
  it('lets those with the same key take turns, others not wait, and outlives a failure', async () => {
    const lock = createKeyedLock();
    const order: string[] = [];
    let go = () => {};
    const gate = new Promise<void>((resolve) => {
      go = resolve;
    });
    const first = lock.with('a', async () => {
      await gate;
      order.push('a1');
      throw new Error('no');
    });
    const second = lock.with('a', async () => void order.push('a2'));
    await lock.with('b', async () => void order.push('b1'));
    go();
    await expect(first).rejects.toThrow('no');
    await second;
    expect(order).toEqual(['b1', 'a1', 'a2']);
  });
});
