import { expect, it, vi } from 'vitest';
import { toast } from '../ui/notices.ts';
import { mayBeJudged, noteMissing, noteSeen } from './seenPictures.ts';

it('what one reviewer saw at a browser, the next who signs in there has not seen', () => {
  const picture = { id: 'picture', baseHref: '/files/picture' };
  expect(mayBeJudged('ada', [picture])).toBe(false);
  noteSeen('ada', picture.id);
  expect(mayBeJudged('ada', [picture])).toBe(true);
  expect(mayBeJudged('bilal', [picture])).toBe(false);
  // Where nothing was handed in, or its file is not made yet, there is nothing to see.
  expect(mayBeJudged('bilal', [])).toBe(true);
  expect(mayBeJudged('bilal', [{ id: 'other', baseHref: null }])).toBe(true);
});

it('where a proof point has several pictures, nothing is judged before all of them were seen, and how many are not is said', () => {
  const said = vi.spyOn(toast, 'warning');
  const three = ['one', 'two', 'three'].map((id) => ({ id, baseHref: `/files/${id}` }));
  noteSeen('cleo', 'one');
  expect(mayBeJudged('cleo', three)).toBe(false);
  expect(said.mock.lastCall?.[0]).toContain('2 of 3 pictures here were not');
  noteSeen('cleo', 'three');
  expect(mayBeJudged('cleo', three)).toBe(false);
  expect(said.mock.lastCall?.[0]).toContain('1 of 3 pictures here was not');
  noteSeen('cleo', 'two');
  const gone = vi.spyOn(toast, 'dismiss');
  expect(mayBeJudged('cleo', three)).toBe(true);
  expect(gone).toHaveBeenCalled();
});

it('a picture that the server has none of may be judged; one that did not come for want of a connection may not', async () => {
  for (const [status, may] of [
    [200, true],
    [404, true],
    [500, true],
    [502, false],
    [504, false],
    [null, false],
  ] as const) {
    vi.stubGlobal('fetch', async () => {
      if (status === null) throw new TypeError('no connection');
      return new Response(null, { status });
    });
    const picture = { id: `with ${status}`, baseHref: '/files/picture' };
    await noteMissing('ada', picture.id, picture.baseHref);
    expect(mayBeJudged('ada', [picture]), String(status)).toBe(may);
  }
  vi.unstubAllGlobals();
});
