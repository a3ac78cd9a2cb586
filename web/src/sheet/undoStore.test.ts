import { expect, it, vi } from 'vitest';
import { forgetUndo, offerUndo, undoLast } from './undoStore.ts';

it('takes the last change back once, also when the key is pressed twice at once', async () => {
  const [first, second] = [vi.fn(async () => {}), vi.fn(async () => {})];
  offerUndo('a', 'Added.', first);
  offerUndo('a', 'Replaced.', second);
  await Promise.all([undoLast(), undoLast()]);
  expect(second).toHaveBeenCalledOnce();
  expect(first).not.toHaveBeenCalled();
});
it('takes nothing back once it is handed in', async () => {
  const undo = vi.fn(async () => {});
  offerUndo('a', 'Added.', undo);
  forgetUndo();
  await undoLast();
  expect(undo).not.toHaveBeenCalled();
});
