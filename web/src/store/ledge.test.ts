import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { LeftChange } from './keptStore.ts';
import { createLedge } from './ledge.ts';
import type { KeptEntries } from './shelf.ts';

beforeEach(() => {
  // Keys of a browser's storage are its own properties; its functions are not.
  const held = Object.create({
    getItem: (key: string) => held[key] ?? null,
    setItem: (key: string, value: string) => {
      held[key] = value;
    },
    removeItem: (key: string) => {
      delete held[key];
    },
  }) as Record<string, string>;
  vi.stubGlobal('localStorage', held);
});
afterEach(() => vi.unstubAllGlobals());

const change = <T>(key: string, personId: string, on: LeftChange<T>['on']): LeftChange<T> => ({
  ...{ key, personId, entry: null, on },
});

it('gives each person what they left, of its own kind, until it is cleared', () => {
  const statements = createLedge('statements');
  const judgements = createLedge('judgements');
  const [mine, theirs] = [
    change<KeptEntries['statements']>('a', 'me', [null]),
    change<KeptEntries['statements']>('b', 'you', [1]),
  ];
  statements.leave(mine);
  statements.leave(theirs);
  judgements.leave(change('a', 'me', [2]));
  expect(statements.left('me')).toEqual([mine]);
  expect(statements.left('you')).toEqual([theirs]);
  statements.clear('a');
  expect(statements.left('me')).toEqual([]);
  expect(judgements.left('me')).toHaveLength(1);
  localStorage.setItem('nachweis-left/statements/c', '{"cut');
  expect(statements.left('you')).toEqual([theirs]);
});

it('takes no picture that was never on disk, for its bytes would not be there', () => {
  const pictures = createLedge('pictures');
  pictures.leave(change('new', 'me', [null]));
  expect(pictures.left('me')).toEqual([]);
  const once = change<KeptEntries['pictures']>('once', 'me', [null, 7]);
  pictures.leave(once);
  expect(pictures.left('me')).toEqual([once]);
});
