import { describe, expect, it } from 'vitest';
import { type Draft, type DraftPicture, type DraftPoint, missingForHandIn } from './missingForHandIn.ts';

const capture = { width: 800, height: 600 };
const picture = (...letters: string[]) => ({
  proofPointId: 'p1',
  capture,
  framing: { kind: 'whole' as const },
  marks: letters.map((letter, i) => ({ kind: 'pin' as const, letter, x: 700, y: i })),
});
const draft = (
  pictures: DraftPicture[],
  needs: Partial<DraftPoint['requirements']> = {},
  change: Partial<Draft> = {},
): Draft => ({
  needsStatement: false,
  statement: '',
  pictures,
  proofPoints: [
    {
      id: 'p1',
      code: 'P1',
      mustShows: [{ letter: 'a' }, { letter: 'b' }],
      requirements: { minPictures: 1, needsPins: true, minWidth: null, minHeight: null, ...needs },
    },
  ],
  ...change,
});
/** Level, place, code and data in a line. */
const told = (d: Draft) =>
  missingForHandIn(d).map((m) =>
    `${m.level} ${m.place.point ?? '-'} ${m.code} ${Object.values(m.data).flat().join(' ')}`.trim(),
  );

describe('missingForHandIn', () => {
  it('says nothing when nothing is missing', () => {
    expect(told(draft([picture('a', 'b')]))).toEqual([]);
  });
  it('names the proof point without a picture', () => {
    expect(told(draft([]))).toEqual(['problem P1 no-picture']);
    expect(told(draft([picture('a', 'b')], { minPictures: 3 }))).toEqual(['problem P1 more-pictures 2']);
  });
  it('names the letters that are not pinned, over all pictures of the point', () => {
    expect(told(draft([picture('a')]))).toEqual(['problem P1 pins-missing b']);
    expect(told(draft([picture('a'), picture('b')]))).toEqual([]);
    expect(told(draft([picture('a')], { needsPins: false }))).toEqual([]);
  });
  it('does not count a pin that was framed away', () => {
    const framed = {
      ...picture('a', 'b'),
      framing: { kind: 'region' as const, box: { x: 0, y: 0, width: 400, height: 600 } },
    };
    expect(told(draft([framed]))).toEqual(['problem P1 pins-missing a b']);
  });
  it('measures the framed picture, not the capture', () => {
    const framed = {
      ...picture('a', 'b'),
      framing: { kind: 'region' as const, box: { x: 500, y: 0, width: 300, height: 600 } },
    };
    expect(told(draft([framed], { minWidth: 400 }))).toEqual(['to-check P1 picture-too-small 300 600 400']);
  });
  it('measures what the framed part is scaled to', () => {
    const scaled = { ...picture('a', 'b'), framing: { kind: 'whole' as const, width: 400 } };
    expect(told(draft([scaled], { minWidth: 400 }))).toEqual([]);
    expect(told(draft([scaled], { minWidth: 401 }))).toEqual(['to-check P1 picture-too-small 400 300 401']);
  });
  it('asks for the statement only where one is asked for; blanks are none', () => {
    const done = [picture('a', 'b')];
    expect(told(draft(done, {}, { needsStatement: true, statement: ' \n ' }))).toEqual([
      'problem - statement-missing',
    ]);
    expect(told(draft(done, {}, { needsStatement: true, statement: 'It fits.' }))).toEqual([]);
  });
  it('does not let nothing at all be handed in, even where every point is optional', () => {
    expect(told(draft([], { minPictures: 0 }))).toEqual(['problem - any-picture']);
  });
  it('does not let a picture be handed in whose pixels cannot be read', () => {
    expect(told(draft([{ ...picture('a', 'b'), damaged: true }]))).toEqual(['problem P1 picture-damaged']);
  });
});
