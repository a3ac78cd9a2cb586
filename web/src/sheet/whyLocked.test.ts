import type { ProofSheet } from '@nachweis/contract';
import { expect, it } from 'vitest';
import { whyLocked } from './whyLocked.ts';

const why = (window: ProofSheet['window'], attemptsLeft: number, attempts = 1) =>
  whyLocked({ window, attemptsLeft, terms: { attempts } } as ProofSheet);

it('says why nothing can be added: not open, no attempt left, closed; and nothing while something can', () => {
  expect(why('not-open', 1)).toContain('not open yet');
  expect(why('open', 0)).toBe('You have handed in; one hand-in is allowed.');
  expect(why('open', 0, 3)).toBe('You have handed in 3 times; no further hand-in is allowed.');
  expect(why('closed', 1)).toContain('closed');
  expect(why('open', 1)).toBeNull();
});
it('tells who has handed in before that it is closed', () => {
  expect(why('closed', 0)).toContain('You have handed in');
});
