import { MOST_ON_PLATE } from '@nachweis/core';
import { afterEach, expect, it, vi } from 'vitest';
import { browserStorage } from '../store/browserStorage.testing.ts';
import { addToPlate } from './addToPlate.ts';
import { readPlateDraft } from './plateDraft.ts';

afterEach(() => vi.unstubAllGlobals());

const OF = { personId: 'elin', assignmentId: 'curve', heading: 'Rating curve' };
const keys = () => readPlateDraft('elin', 'curve', '').pictures.map(({ key }) => key);

it('puts one after the other on the plate, and the first of a new one in place of all of them, which are had back', () => {
  browserStorage();
  expect(addToPlate(OF, 'a', false)).toEqual({ is: 'on-it', count: 1, before: null });
  expect(addToPlate(OF, 'b', false)).toEqual({ is: 'on-it', count: 2, before: null });
  const added = addToPlate(OF, 'c', true);
  expect(added).toMatchObject({ is: 'on-it', count: 1, before: { heading: 'Rating curve' } });
  expect(added.is === 'on-it' && added.before?.pictures.map(({ key }) => key)).toEqual(['a', 'b']);
  expect(keys()).toEqual(['c']);
});

it('is full at its most, where a new one has room', () => {
  browserStorage();
  for (let i = 0; i < MOST_ON_PLATE; i++) addToPlate(OF, `${i}`, false);
  expect(addToPlate(OF, 'more', false)).toEqual({ is: 'full' });
  expect(keys()).toHaveLength(MOST_ON_PLATE);
  expect(addToPlate(OF, 'more', true)).toMatchObject({ is: 'on-it', count: 1 });
});

it('says where the browser keeps nothing', () => {
  browserStorage(true);
  expect(addToPlate(OF, 'a', false)).toEqual({ is: 'not-kept' });
});
