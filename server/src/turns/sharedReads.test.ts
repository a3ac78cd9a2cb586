import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { createSharedReads } from './sharedReads.ts';

const settled = () => new Promise<void>((resolve) => setTimeout(resolve, 40));

describe('what several ask for at the same time', () => {
  it('is read once for all of them, and under another key apart', async () => {
    const shared = createSharedReads();
    let reads = 0;
    const ask = (key: string) => shared(key, async () => `${key} ${++reads}`);
    expect(await Promise.all([ask('a'), ask('a'), ask('b'), ask('a')])).toEqual(['a 1', 'a 1', 'b 2', 'a 1']);
    expect(await ask('a')).toBe('a 3');
  });
  it('is told as a failure to those who asked, and read again for who comes next', async () => {
    const shared = createSharedReads();
    const failing = () => shared('a', () => Promise.reject(new Error('The disk is full.')));
    await expect(Promise.all([failing(), failing()])).rejects.toThrow('The disk is full.');
    expect(await shared('a', async () => 'there')).toBe('there');
  });
  it('always has what was written before one asked, in whatever order people write and ask', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.constantFrom('write', 'ask', 'wait'), { maxLength: 12 }),
        async (steps) => {
          const shared = createSharedReads();
          let written = 0;
          const seen: Array<Promise<boolean>> = [];
          for (const step of steps) {
            if (step === 'write') written += 1;
            if (step === 'wait') await settled();
            if (step === 'ask') {
              const least = written;
              const read = async () => {
                const found = written;
                // It takes a while until the answer is there.
                await settled();
                return found;
              };
              seen.push(shared('class', read).then((found) => found >= least));
            }
          }
          expect(await Promise.all(seen)).not.toContain(false);
        },
      ),
      { numRuns: 40 },
    );
  });
});
