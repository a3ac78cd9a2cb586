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
const sentences = (d: Draft) => missingForHandIn(d).map((m) => `${m.level}: ${m.sentence}`);

describe('missingForHandIn', () => {
  it('says nothing when nothing is missing', () => {
    expect(sentences(draft([picture('a', 'b')]))).toEqual([]);
  });
  it('names the proof point without a picture', () => {
    expect(sentences(draft([]))).toEqual(['stop: P1 has no picture yet.']);
    expect(sentences(draft([picture('a', 'b')], { minPictures: 3 }))).toEqual([
      'stop: P1 needs 2 more pictures.',
    ]);
  });
  it('names the letters that are not pinned, over all pictures of the point', () => {
    expect(sentences(draft([picture('a')]))).toEqual(['stop: P1: pin b to the place where it is seen.']);
    expect(sentences(draft([picture('a'), picture('b')]))).toEqual([]);
    expect(sentences(draft([picture('a')], { needsPins: false }))).toEqual([
      'look: P1: b is not pinned. You can hand in without.',
    ]);
  });
  it('does not count a pin that was framed away', () => {
    const framed = {
      ...picture('a', 'b'),
      framing: { kind: 'region' as const, box: { x: 0, y: 0, width: 400, height: 600 } },
    };
    expect(sentences(draft([framed]))).toEqual(['stop: P1: pin a, b to the place where it is seen.']);
  });
  it('measures the framed picture, not the capture', () => {
    const framed = {
      ...picture('a', 'b'),
      framing: { kind: 'region' as const, box: { x: 500, y: 0, width: 300, height: 600 } },
    };
    expect(sentences(draft([framed], { minWidth: 400 }))).toEqual([
      'look: P1: 300 × 600 pixels; a width of at least 400 is asked for.',
    ]);
  });
  it('measures what the framed part is scaled to', () => {
    const scaled = { ...picture('a', 'b'), framing: { kind: 'whole' as const, width: 400 } };
    expect(sentences(draft([scaled], { minWidth: 400 }))).toEqual([]);
    expect(sentences(draft([scaled], { minWidth: 401 }))).toEqual([
      'look: P1: 400 × 300 pixels; a width of at least 401 is asked for.',
    ]);
  });
  it('asks for the statement only where one is asked for; blanks are none', () => {
    const done = [picture('a', 'b')];
    expect(sentences(draft(done, {}, { needsStatement: true, statement: ' \n ' }))).toEqual([
      'stop: Your own statement is missing. Write it below.',
    ]);
    expect(sentences(draft(done, {}, { needsStatement: true, statement: 'It fits.' }))).toEqual([]);
  });
  it('does not let nothing at all be handed in, even where every point is optional', () => {
    expect(sentences(draft([], { minPictures: 0 }))).toEqual([
      'stop: There is no picture yet. Add at least one.',
    ]);
  });
});
