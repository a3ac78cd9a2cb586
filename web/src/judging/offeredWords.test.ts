import { describe, expect, it } from 'vitest';
import { offeredWords } from './offeredWords.ts';

const stock = {
  own: [
    { id: 's1', text: 'Well done, {student}.' },
    { id: 's2', text: 'Which unit?' },
  ],
  said: [
    { text: 'Which unit?', mustShowId: 'b', proofPointId: 'p1', times: 3 },
    { text: 'The unit is missing.', mustShowId: 'a', proofPointId: 'p1', times: 1 },
    { text: 'Elsewhere.', mustShowId: null, proofPointId: 'p2', times: 9 },
    { text: 'Of the same picture.', mustShowId: null, proofPointId: 'p1', times: 1 },
  ],
};
const offer = (text: string, mustShowId: string | null = 'a') =>
  offeredWords(stock, { text, mustShowId, proofPointId: 'p1' }, 10).map((one) => one.text);

describe('words that are offered', () => {
  it('begin with what was said of the same must-show, then of the proof point, then what is kept', () => {
    expect(offer('')).toEqual([
      'The unit is missing.',
      'Which unit?',
      'Of the same picture.',
      'Well done, {student}.',
      'Elsewhere.',
    ]);
  });
  it('are found by the beginnings of words, in any order and case', () => {
    expect(offer('UN')).toEqual(['The unit is missing.', 'Which unit?']);
    expect(offer('unit wh')).toEqual(['Which unit?']);
    expect(offer('nit')).toEqual([]);
    // What is there already is not offered.
    expect(offer('Which unit?')).toEqual([]);
  });
  it('stand there once, kept or said', () => {
    expect(offeredWords(stock, { text: 'which', mustShowId: 'b', proofPointId: 'p1' }, 10)).toEqual([
      { text: 'Which unit?', stockId: 's2', times: 3 },
    ]);
  });
});
