import { afterEach, expect, it, vi } from 'vitest';
import { dropNote, keepNote, readNote } from './notes.ts';

/** A browser's storage; full, it takes nothing. */
function storage(isFull = false): Map<string, string> {
  const held = new Map<string, string>();
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => held.get(key) ?? null,
    setItem(key: string, value: string) {
      if (isFull) throw new DOMException('full', 'QuotaExceededError');
      held.set(key, value);
    },
    removeItem: (key: string) => held.delete(key),
  });
  return held;
}

afterEach(() => vi.unstubAllGlobals());

it('keeps what it is given, gives it back, and takes it away', () => {
  const held = storage();
  expect(keepNote('a', { words: 'é' })).toBe(true);
  expect(readNote('a')).toEqual({ words: 'é' });
  expect(keepNote('a', null)).toBe(true);
  expect(held.size).toBe(0);
  expect(readNote('a')).toBeNull();
});

it('says that a browser without room has it not; what cannot be read is nothing', () => {
  storage(true);
  expect(keepNote('a', 1)).toBe(false);
  expect(readNote('a')).toBeNull();
  storage().set('b', '{"cut');
  expect(readNote('b')).toBeNull();
});

it('drops what this page has kept, and not what another tab has kept there since', () => {
  storage();
  keepNote('a', { words: 'mine' });
  dropNote('a', { words: 'mine' });
  expect(readNote('a')).toBeNull();
  keepNote('a', { words: 'theirs' });
  dropNote('a', { words: 'mine' });
  expect(readNote('a')).toEqual({ words: 'theirs' });
});
