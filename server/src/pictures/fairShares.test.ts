import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { afterAll, describe, expect, it } from 'vitest';
import { createFolderBlobStore } from '../blobs/folderBlobStore.ts';
import { createFairQueue } from './fairQueue.ts';
import { createPixelProcess, Unreadable } from './pixelProcess.ts';

describe('the fair queue', () => {
  /** Work that ends when it is told to. */
  const work = () => {
    let end = () => {};
    const done = new Promise<void>((resolve) => {
      end = resolve;
    });
    return { run: () => done, end };
  };
  it('lets those who have little go before the many things of one', async () => {
    const queue = createFairQueue(1);
    const order: string[] = [];
    const first = work();
    const all = [queue.run('busy', first.run)];
    for (const n of [2, 3, 4]) all.push(queue.run('busy', async () => void order.push(`busy ${n}`)));
    all.push(queue.run('other', async () => void order.push('other')));
    all.push(queue.run('third', async () => void order.push('third')));
    first.end();
    await Promise.all(all);
    expect(order.slice(0, 3).sort()).toEqual(['busy 2', 'other', 'third']);
    expect(order).toHaveLength(5);
  });
  it('does as many at a time as it may, and goes on after a failure', async () => {
    const queue = createFairQueue(2);
    let running = 0;
    let most = 0;
    const one = async () => {
      running++;
      most = Math.max(most, running);
      await new Promise((resolve) => setTimeout(resolve));
      running--;
      throw new Error('no');
    };
    const all = await Promise.allSettled(Array.from({ length: 6 }, (_, n) => queue.run(`${n}`, one)));
    expect(all.every((r) => r.status === 'rejected')).toBe(true);
    expect(most).toBe(2);
  });
  it('forgets who leaves while waiting', async () => {
    const queue = createFairQueue(1);
    const first = work();
    const running = queue.run('a', first.run);
    const leaving = new AbortController();
    const waiting = queue.run('b', async () => 'never', leaving.signal);
    leaving.abort(new Error('gone'));
    await expect(waiting).rejects.toThrow('gone');
    first.end();
    await running;
    expect(await queue.run('c', async () => 'next')).toBe('next');
  });
});

describe('the process that works on pixels', () => {
  const folder = mkdtempSync(join(tmpdir(), 'nachweis-pixels-'));
  const pixels = createPixelProcess('later');
  afterAll(() => pixels.close());
  const put = async (width: number, height: number) => {
    const blobs = await createFolderBlobStore(folder);
    const picture = sharp({ create: { width, height, channels: 3, background: '#468' } });
    return blobs.put(await picture.png().toBuffer());
  };
  const inspect = (sha256: string, signal?: AbortSignal) =>
    pixels.run<{ width: number }>({ folder, task: 'inspect', sha256 }, signal);

  it('can be stopped in the middle, and does the next thing afterwards', async () => {
    const large = await put(8000, 8000);
    const small = await put(20, 10);
    const stopping = new AbortController();
    const stopped = inspect(large, stopping.signal);
    setTimeout(() => stopping.abort(new Error('not wanted any more')), 300);
    await expect(stopped).rejects.toThrow('not wanted any more');
    expect(await inspect(small)).toMatchObject({ width: 20 });
  });
  it('tells damaged pixels from bytes that are missing', async () => {
    const blobs = await createFolderBlobStore(folder);
    const damaged = await blobs.put(new TextEncoder().encode('no picture'));
    await expect(inspect(damaged)).rejects.toThrow(Unreadable);
    await expect(inspect('0'.repeat(64))).rejects.toThrow(/are missing/);
  });
});
