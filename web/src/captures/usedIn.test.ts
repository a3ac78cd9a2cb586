import { expect, it } from 'vitest';
import { usedIn } from './usedIn.ts';

it('says where a capture is used: in a draft, in a hand-in, and in which of several attempts', () => {
  const use = { point: 'P2', assignment: 'Rating curve', href: '/x' };
  expect(usedIn({ ...use, attempt: null })).toBe('P2 of Rating curve');
  expect(usedIn({ ...use, attempt: 1 })).toBe('P2 of Rating curve, handed in');
  expect(usedIn({ ...use, attempt: 3 })).toBe('P2 of Rating curve, handed in (attempt 3)');
});
