import { afterEach, expect, it, vi } from 'vitest';
import { browserStorage } from './browserStorage.testing.ts';
import { dropNote, keepNote, readNote } from './notes.ts';

afterEach(() => vi.unstubAllGlobals());

it('keeps what it is given, gives it back, and takes it away', () => {
  const held = browserStorage();
  expect(keepNote('a', { words: 'é' })).toBe(true);
  expect(readNote('a')).toEqual({ words: 'é' });
  expect(keepNote('a', null)).toBe(true);
  expect(held.size).toBe(0);
  expect(readNote('a')).toBeNull();
});

it('says that a browser without room has it not; what cannot be read is nothing', () => {
  browserStorage(true);
  expect(keepNote('a', 1)).toBe(false);
  expect(readNote('a')).toBeNull();
  browserStorage().set('b', '{"cut');
  expect(readNote('b')).toBeNull();
});

it('drops what this page has kept, and not what another tab has kept there since', () => {
  browserStorage();
  keepNote('a', { words: 'mine' });
  dropNote('a', { words: 'mine' });
  expect(readNote('a')).toBeNull();
  keepNote('a', { words: 'theirs' });
  dropNote('a', { words: 'mine' });
  expect(readNote('a')).toEqual({ words: 'theirs' });
});
