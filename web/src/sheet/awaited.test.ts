import type { ProofPoint } from '@nachweis/contract';
import { expect, it } from 'vitest';
import { awaitedOf } from './awaited.ts';

const asks = (requirements: object) => ({ requirements }) as Pick<ProofPoint, 'requirements'>;

it('of a picture is awaited what its proof point asks for and the server has not said', () => {
  const nothing = asks({ mostBytes: null, words: [] });
  const both = asks({ mostBytes: 60_000, words: ['TA-236'] });
  const unknown = { fileBytes: null, read: null };
  expect(awaitedOf(nothing, unknown)).toBeNull();
  expect(awaitedOf(both, unknown)).toBe('size');
  expect(awaitedOf(both, { ...unknown, fileBytes: 5 })).toBe('words');
  // Read, and nothing was there.
  expect(awaitedOf(both, { fileBytes: 5, read: '' })).toBeNull();
  // What cannot be read is never said.
  expect(awaitedOf(both, { ...unknown, damaged: true })).toBeNull();
});
