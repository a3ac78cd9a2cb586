import { expect, it } from 'vitest';
import { mayBeJudged, noteSeen } from './seenPictures.ts';

it('what one reviewer saw at a browser, the next who signs in there has not seen', () => {
  const picture = { id: 'picture', baseHref: '/files/picture' };
  expect(mayBeJudged('ada', picture)).toBe(false);
  noteSeen('ada', picture.id);
  expect(mayBeJudged('ada', picture)).toBe(true);
  expect(mayBeJudged('bilal', picture)).toBe(false);
  // Where nothing was handed in, or its file is not made yet, there is nothing to see.
  expect(mayBeJudged('bilal', null)).toBe(true);
  expect(mayBeJudged('bilal', { id: 'other', baseHref: null })).toBe(true);
});
