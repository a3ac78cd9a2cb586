import * as sonner from 'sonner';
import { afterEach, expect, it, vi } from 'vitest';
import { clearPassing, noticesReady, toast } from './notices.ts';

vi.stubGlobal('requestAnimationFrame', setTimeout);

/** what is said, newest first, as the library holds it */
const said = () =>
  sonner.toast.getToasts().map((one) => ('title' in one ? { ...one, title: String(one.title) } : one));
const of = (title: string) => said().find((one) => 'title' in one && one.title === title);

afterEach(() => {
  sonner.toast.dismiss();
});

it('says what was said before the place for notices was there', () => {
  toast.error('The picture is not sent.');
  expect(said()).toEqual([]);
  noticesReady(sonner);
  expect(of('The picture is not sent.')).toMatchObject({ type: 'error' });
});

it('leaves what is to be read or decided long enough for it, with a button of its own to go', () => {
  toast.error('Refused.');
  toast.warning('Full.');
  toast.success('Taken away.', { action: { label: 'Undo', onClick: () => {} } });
  // WCAG 2.2, success criterion 2.2.1 (Timing Adjustable) counts twenty seconds as enough to react by a simple action.
  for (const title of ['Refused.', 'Full.', 'Taken away.'])
    expect(of(title)).toMatchObject({ duration: 20_000, closeButton: true });
  toast.success('Saved.');
  expect(of('Saved.')).not.toHaveProperty('duration');
});

it('keeps over a change of page only what has to be read to lose nothing', () => {
  toast.warning('The storage is full.', { duration: Number.POSITIVE_INFINITY });
  toast.warning('Full.');
  clearPassing();
  expect(of('The storage is full.')).toBeDefined();
  expect(of('Full.')).toBeUndefined();
});
