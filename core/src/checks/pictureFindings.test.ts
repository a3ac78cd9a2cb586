import { describe, expect, it } from 'vitest';
import { pictureFindings } from './pictureFindings.ts';

const needs = { minPictures: 1, needsPins: true, minWidth: 600, minHeight: null };
const fine = {
  width: 800,
  height: 600,
  flat: { colour: { r: 248, g: 248, b: 248 }, share: 0.6 },
  pinned: ['a'],
  alsoHandedInBy: [],
};
const levels = (change: Partial<typeof fine>, letters = ['a']) =>
  pictureFindings({ ...fine, ...change }, needs, letters).map((f) => f.level);

describe('pictureFindings', () => {
  it('always says something, fine when nothing else', () => {
    expect(levels({})).toEqual(['fine']);
  });
  it('stops at a black picture and says why one comes to be (common practice, no source: protected video comes out black)', () => {
    const [finding] = pictureFindings({ ...fine, flat: { colour: { r: 8, g: 8, b: 8 }, share: 1 } }, needs, [
      'a',
    ]);
    expect(finding).toMatchObject({ level: 'stop', sentence: expect.stringContaining('black') });
  });
  it('looks at an almost flat one, lets a page of text through', () => {
    expect(levels({ flat: { ...fine.flat, share: 0.98 } })).toEqual(['look']);
    expect(levels({ flat: { ...fine.flat, share: 0.95 } })).toEqual(['fine']);
  });
  it('puts the worst first', () => {
    expect(levels({ width: 500, alsoHandedInBy: ['Ada B.'] as never[] }, ['a', 'b'])).toEqual([
      'stop',
      'look',
      'look',
    ]);
  });
  it('names three and counts the rest', () => {
    const [finding] = pictureFindings({ ...fine, alsoHandedInBy: ['A', 'B', 'C', 'D', 'E'] }, needs, ['a']);
    expect(finding?.sentence).toBe('Exactly this picture was also handed in by A, B, C and 2 more.');
  });
});
