import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { placedText, placedWords, placingFaults, statementPieces } from './placed.ts';

// Invented; what is checked is that words and places never change into each other.
const PICTURES = [
  { point: 'P1', picture: 1, letters: ['a', 'b'] },
  { point: 'P1', picture: 2, letters: [] },
  { point: 'P2', picture: 1, letters: ['a'] },
];
const POINTS = [{ code: 'P1' }, { code: 'P2' }, { code: 'P3' }];

describe('what is placed in a statement', () => {
  it('is a picture, a further one of the same proof point, or a pin', () => {
    const pieces = statementPieces('See [P1 a] and [P1.2]; [P2].', PICTURES);
    expect(pieces.flatMap((one) => (one.kind === 'placed' ? [one.placed] : []))).toEqual([
      { point: 'P1', picture: 1, letter: 'a' },
      { point: 'P1', picture: 2, letter: null },
      { point: 'P2', picture: 1, letter: null },
    ]);
    expect(pieces.map((one) => one.text)).toEqual(['See ', '[P1 a]', ' and ', '[P1.2]', '; ', '[P2]', '.']);
  });
  it('is words where there is no such picture or pin', () => {
    const text = '[P1 c] [P4] [sic] [P1.3 a] [P1  a] [p1] P1 [P1.0]';
    expect(statementPieces(text, PICTURES)).toEqual([{ kind: 'words', text }]);
  });
  it('is read without its brackets', () => {
    expect(placedWords({ point: 'P2', picture: 1, letter: null })).toBe('P2');
    expect(placedWords({ point: 'P1', picture: 2, letter: 'b' })).toBe('P1.2 b');
  });
  it('together with the words is the statement, whatever it is', () => {
    const token = fc.constantFrom('[P1]', '[P1 a]', '[P1.2 a]', '[P2', ']', '[', 'P1', '\n', '😀', '[[P2]]');
    fc.assert(
      fc.property(fc.array(fc.oneof(token, fc.string())), (parts) => {
        const text = parts.join('');
        const pieces = statementPieces(text, PICTURES);
        expect(pieces.map((one) => one.text).join('')).toBe(text);
        for (const one of pieces) if (one.kind === 'placed') expect(placedText(one.placed)).toBe(one.text);
      }),
    );
  });
});

describe('what is not placed', () => {
  const words = (text: string) => {
    const { unplaced, astray } = placingFaults(text, PICTURES, POINTS);
    return { unplaced: unplaced.map(placedWords), astray: astray.map(placedWords) };
  };
  it('is said where something is placed; a statement in words alone lacks nothing', () => {
    expect(words('It fits.')).toEqual({ unplaced: [], astray: [] });
    expect(words('It fits [P1 a].')).toEqual({ unplaced: ['P1.2', 'P2'], astray: [] });
    expect(words('[P1] [P1.2] [P2 a]')).toEqual({ unplaced: [], astray: [] });
  });
  it('is told from what is placed and gone; brackets of one’s own are neither', () => {
    expect(words('[P3] [P2 b] [P9] [sic]')).toEqual({
      unplaced: ['P1', 'P1.2', 'P2'],
      astray: ['P3', 'P2 b'],
    });
  });
});
