import { describe, expect, it } from 'vitest';
import { closed, type DraftRemark, NO_DRAFTS, opened, readKept, start } from './remarkDrafts.ts';

const at = (x: number, itemId: string | null = 'item') => ({ itemId, x, y: 1 });
const saved: DraftRemark = {
  id: 's',
  itemId: 'item',
  x: 5,
  y: 5,
  text: 'Old words',
  on: 3,
  saved: 'Old words',
};
const write = (drafts: ReturnType<typeof start>, text: string) => ({
  ...drafts,
  all: drafts.all.map((draft) => (draft.id === drafts.openId ? { ...draft, text } : draft)),
});

describe('remarks that are being written', () => {
  it('a new one goes to where was clicked last, with its words', () => {
    const begun = write(start(NO_DRAFTS, at(10), 'n'), 'Half a');
    const moved = start(begun, at(40), 'other');
    expect(moved).toEqual({
      all: [{ id: 'n', ...at(40), text: 'Half a', on: 0, saved: '', moving: false }],
      openId: 'n',
    });
  });
  it('a click elsewhere leaves one that was saved where it is, keeps its new words, and begins another', () => {
    const changed = write(opened(NO_DRAFTS, saved), 'New words');
    const next = start(changed, at(40, 'another'), 'n');
    expect(next.openId).toBe('n');
    expect(next.all).toEqual([
      { ...saved, text: 'New words' },
      { id: 'n', ...at(40, 'another'), text: '', on: 0, saved: '' },
    ]);
  });
  it('one that is to be moved goes to the next place, once', () => {
    const moving = opened(NO_DRAFTS, { ...saved, moving: true });
    const moved = start(moving, at(40, 'another'), 'n');
    expect(moved.all).toEqual([{ ...saved, ...at(40, 'another'), moving: false }]);
    expect(start(moved, at(60), 'n').openId).toBe('n');
  });
  it('left with words it stays; left empty or as it was it goes', () => {
    expect(closed(start(NO_DRAFTS, at(1), 'n'))).toEqual({ all: [], openId: null });
    expect(closed(opened(NO_DRAFTS, saved)).all).toEqual([]);
    expect(closed(write(start(NO_DRAFTS, at(1), 'n'), 'Words')).all).toHaveLength(1);
    const two = opened(write(start(NO_DRAFTS, at(1), 'n'), 'Words'), saved);
    expect(two.all.map((draft) => draft.id)).toEqual(['n', 's']);
    // The same one again is gone on with, not begun anew.
    expect(opened(write(two, 'Changed'), saved).all[1]?.text).toBe('Changed');
  });
  it('reads what an earlier version kept, and nothing from what is damaged', () => {
    const old = { id: 'o', itemId: null, x: null, y: null, text: 'Kept' };
    expect(readKept(JSON.stringify(old))).toEqual({ all: [{ ...old, on: 0, saved: '' }], openId: 'o' });
    expect(readKept('{"all')).toEqual(NO_DRAFTS);
    expect(readKept(null)).toEqual(NO_DRAFTS);
  });
});
