import type { Remark } from '@nachweis/contract';
import { describe, expect, it } from 'vitest';
import {
  arrived,
  closed,
  type DraftRemark,
  NO_DRAFTS,
  opened,
  readKept,
  reread,
  saysSomething,
  sent,
  sentBack,
  start,
  writeOf,
} from './remarkDrafts.ts';
import { WHOLE } from './remarkPlaces.ts';

const at = (x: number, itemId: string | null = 'item') => ({ ...WHOLE, itemId, x, y: 1 });
const SAYS_NOTHING = { sign: null, mustShowId: null, text: '', picture: null, on: 0, saved: '' };
const saved: DraftRemark = {
  ...at(5),
  ...SAYS_NOTHING,
  id: 's',
  text: 'Old words',
  on: 3,
  saved: 'Old words',
};
const write = (drafts: ReturnType<typeof start>, text: string) => ({
  ...drafts,
  all: drafts.all.map((draft) => (draft.id === drafts.openId ? { ...draft, text } : draft)),
});

it('says something by a sign, by words, or by a picture', () => {
  expect(saysSomething(SAYS_NOTHING)).toBe(false);
  expect(saysSomething({ ...SAYS_NOTHING, text: ' \n' })).toBe(false);
  expect(saysSomething({ ...SAYS_NOTHING, text: 'x' })).toBe(true);
  expect(saysSomething({ ...SAYS_NOTHING, sign: 'wrong' })).toBe(true);
});

describe('a remark that is being saved', () => {
  const written = write(start(NO_DRAFTS, at(10), { newId: 'n' }), 'Half a word');
  const [draft] = written.all as [DraftRemark];
  it('has no field any more, and is there until it is known to have arrived', () => {
    const going = sent(written, 'n');
    expect(going).toEqual({ all: [draft], openId: null });
    expect(arrived(going, draft)).toEqual(NO_DRAFTS);
  });
  it('leaves alone what is being written by the time it arrives', () => {
    const next = write(start(sent(written, 'n'), at(20), { newId: 'm' }), 'More');
    expect(arrived(next, draft)).toEqual({ all: [expect.objectContaining({ id: 'm' })], openId: 'm' });
    expect(sentBack(next, draft).openId).toBe('m');
  });
  it('is written on where it was not taken, and stays where it was changed meanwhile', () => {
    expect(sentBack(sent(written, 'n'), draft)).toEqual({
      ...written,
      all: [{ ...draft, tried: [expect.any(String)] }],
    });
    const changed = write(written, 'Another word');
    expect(arrived(changed, draft)).toEqual(changed);
  });
});

describe('a remark whose answer was lost', () => {
  const written = write(start(NO_DRAFTS, at(10), { newId: 'n' }), 'Half a word ');
  const [draft] = written.all as [DraftRemark];
  const lost = sentBack(sent(written, 'n'), draft);
  const there = { ...draft, text: 'Half a word', version: 7 } as unknown as Remark;
  it('is no draft any more where it had arrived', () => {
    expect(reread(lost, [there])).toEqual(NO_DRAFTS);
  });
  it('goes on from what had arrived, where it was changed since', () => {
    const changed = reread(write(lost, 'Half a word more'), [there]);
    expect(changed.all).toMatchObject([{ text: 'Half a word more', on: 7, saved: 'Half a word' }]);
    expect(reread(changed, [there])).toBe(changed);
  });
  it('stays as it is where something else is there, or nothing', () => {
    expect(reread(lost, [])).toBe(lost);
    expect(reread(lost, [{ ...there, text: 'Of another tab' }])).toBe(lost);
    // What was never sent is not taken for what is there.
    expect(reread(written, [there])).toBe(written);
  });
});

describe('remarks that are being written', () => {
  it('a new one goes to where was clicked last, with its words', () => {
    const begun = write(start(NO_DRAFTS, at(10), { newId: 'n' }), 'Half a');
    const moved = start(begun, at(40), { newId: 'other' });
    expect(moved).toEqual({
      all: [{ ...SAYS_NOTHING, id: 'n', ...at(40), text: 'Half a', moving: false }],
      openId: 'n',
    });
  });
  it('a click elsewhere leaves one that was saved where it is, keeps its new words, and begins another', () => {
    const changed = write(opened(NO_DRAFTS, saved), 'New words');
    const next = start(changed, at(40, 'another'), { newId: 'n' });
    expect(next.openId).toBe('n');
    expect(next.all).toEqual([
      { ...saved, text: 'New words' },
      { ...SAYS_NOTHING, id: 'n', ...at(40, 'another') },
    ]);
  });
  it('one that is to be moved goes to the next place, once', () => {
    const moving = opened(NO_DRAFTS, { ...saved, moving: true });
    const moved = start(moving, at(40, 'another'), { newId: 'n' });
    expect(moved.all).toEqual([{ ...saved, ...at(40, 'another'), moving: false }]);
    expect(start(moved, at(60), { newId: 'n' }).openId).toBe('n');
  });
  it('left with words it stays; left empty or as it was it goes', () => {
    expect(closed(start(NO_DRAFTS, at(1), { newId: 'n' }))).toEqual({ all: [], openId: null });
    expect(closed(opened(NO_DRAFTS, saved)).all).toEqual([]);
    expect(closed(write(start(NO_DRAFTS, at(1), { newId: 'n' }), 'Words')).all).toHaveLength(1);
    const two = opened(write(start(NO_DRAFTS, at(1), { newId: 'n' }), 'Words'), saved);
    expect(two.all.map((draft) => draft.id)).toEqual(['n', 's']);
    // The same one again is gone on with, not begun anew.
    expect(opened(write(two, 'Changed'), saved).all[1]?.text).toBe('Changed');
  });
  it('reads what an earlier version kept, and nothing from what is damaged', () => {
    const old = { id: 'o', itemId: null, x: null, y: null, text: 'Kept' };
    expect(readKept(old)).toEqual({
      all: [{ ...WHOLE, ...SAYS_NOTHING, ...old }],
      openId: 'o',
    });
    expect(readKept(null)).toEqual(NO_DRAFTS);
  });
  it('one that has a picture and no words says something, and is kept; its picture goes along', () => {
    const picture = { id: 'p', width: 3, height: 2, href: '/p', thumbHref: '/t' };
    const begun = start(NO_DRAFTS, at(10), { newId: 'n' });
    const [draft] = begun.all;
    if (!draft) throw new Error('Nothing was begun.');
    expect(closed({ ...begun, all: [{ ...draft, picture }] }).all).toMatchObject([{ picture }]);
    expect(closed(begun).all).toEqual([]);
    expect(writeOf({ ...draft, picture }).pictureId).toBe('p');
  });
});
