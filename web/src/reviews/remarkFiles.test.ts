import type { Remark, Review } from '@nachweis/contract';
import { describe, expect, it } from 'vitest';
import { annotationsOf, faultWords, remarksFrom } from './remarkFiles.ts';

const ORIGIN = 'https://school.example';
const item = {
  id: '11111111-1111-4111-8111-111111111111',
  fileName: 'Ödegård_P1.png',
  fileHref: '/files/f-11111111-1111-4111-8111-111111111111/%C3%96deg%C3%A5rd_P1.png',
  width: 300,
  height: 200,
};
const remark = {
  id: '22222222-2222-4222-8222-222222222222',
  itemId: item.id,
  shape: 'ring',
  x: 10,
  y: 20,
  width: 31,
  height: 40,
  sign: 'query',
  mustShowId: null,
  text: 'Which unit?',
  author: 'Ruth',
  writtenAt: '2026-11-05T10:00:00.000Z',
} as Remark;
const reviewOf = (remarks: Remark[]) =>
  ({ handInId: 'h', items: [item], judgement: { remarks } }) as unknown as Review;
const file = (review: Review) => JSON.stringify(annotationsOf(review, ORIGIN));

describe('remarks of a hand-in as a file', () => {
  it('come back at the same pixels of the same picture', () => {
    const whole = { ...remark, itemId: null, shape: 'point', x: null, y: null, width: null, height: null };
    const point = { ...remark, shape: 'point', width: null, height: null, sign: null };
    const review = reviewOf([remark, whole, point] as Remark[]);
    const { id: _i, author: _a, writtenAt: _w, ...said } = remark;
    const read = remarksFrom(file(review), review);
    expect(read).toMatchObject({
      remarks: [
        said,
        { itemId: null, shape: 'point', sign: 'query' },
        { itemId: item.id, x: 10, y: 20, width: null },
      ],
    });
  });
  it('find their picture by its name too, where the file was made elsewhere', () => {
    const elsewhere = file(reviewOf([remark]))
      .replaceAll(ORIGIN, 'https://elsewhere.example')
      .replaceAll('f-1', 'x-9');
    expect(remarksFrom(elsewhere, reviewOf([]))).toMatchObject({ remarks: [{ itemId: item.id }] });
  });
  it('take their own pictures along, where who brings them in gave those', () => {
    const id = '33333333-3333-4333-8333-333333333333';
    const picture = { id, width: 9, height: 9, href: `/files/r-${id}/remark.png`, thumbHref: '/files/t' };
    const pictured = { ...remark, text: '', sign: null, own: true, picture } as Remark;
    const review = reviewOf([pictured]);
    expect(remarksFrom(file(review), review)).toMatchObject({ remarks: [{ text: '', pictureId: id }] });
    // Somebody else's, or one of elsewhere: nothing is fetched, and nothing comes in without it.
    for (const other of [reviewOf([{ ...pictured, own: false } as Remark]), reviewOf([])])
      expect(remarksFrom(file(review), other)).toEqual({
        fault: { at: 'items[0].body', why: 'picture-elsewhere' },
      });
  });
  it('that do not fit are refused by their place, and none of the others is taken', () => {
    const other = file(reviewOf([remark]))
      .replaceAll('%C3%96deg%C3%A5rd_P1', 'other')
      .replaceAll('f-1', 'x-9');
    const outside = file(reviewOf([{ ...remark, shape: 'box', x: 290 } as Remark]));
    const faults = ['{', '{}', other, outside].map((text) => remarksFrom(text, reviewOf([])));
    expect(faults.map((one) => 'fault' in one && one.fault.why)).toEqual([
      'no-json',
      'no-annotations',
      'other-picture',
      'outside',
    ]);
    expect(faultWords({ at: 'items[0].target', why: 'outside' })).toBe(
      'items[0].target: this place is outside of its picture.',
    );
  });
});
