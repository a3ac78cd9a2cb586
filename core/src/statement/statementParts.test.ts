import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { joinAnswers, splitAnswers, statementParts, unanswered } from './statementParts.ts';

const points = [
  { code: 'P1', title: 'The curve' },
  { code: 'P2', title: 'The table' },
];
const questions = statementParts(
  { kind: 'questions', questions: ['What did you see?', 'Why is that so?'] },
  points,
);
const scale = statementParts({ kind: 'scale', steps: 5, least: 'not at all', most: 'fully' }, points);

describe('a statement in parts', () => {
  it('is one text with a heading for each', () => {
    const text = joinAnswers(scale, [
      { value: 4, text: 'It fits.' },
      { value: null, text: '' },
    ]);
    expect(text).toBe('### P1 The curve\n4 of 5 (1: not at all; 5: fully)\nIt fits.\n\n### P2 The table\n');
    expect(unanswered(scale, text)).toEqual(['P2 The table']);
    expect(
      joinAnswers(questions, [
        { value: null, text: '' },
        { value: null, text: '' },
      ]),
    ).toBe('');
  });
  it('is read back as it was written, whatever is in it', () => {
    const line = fc.oneof(
      fc.string({ unit: 'grapheme', maxLength: 12 }).map((text) => text.replace(/[\n\r]/g, '')),
      fc.constantFrom(
        '### P1 The curve',
        '### What did you see?',
        '3 of 5',
        '3 of 5 (1: a; 5: b)',
        '',
        ' ### x',
      ),
    );
    const words = fc.array(line, { maxLength: 5 }).map((lines) => lines.join('\n'));
    const value = fc.option(fc.integer({ min: 1, max: 5 }));
    fc.assert(
      fc.property(fc.constantFrom(questions, scale), words, words, value, value, (parts, a, b, x, y) => {
        const isScale = parts === scale;
        const answers = [
          { value: isScale ? x : null, text: a },
          { value: isScale ? y : null, text: b },
        ];
        expect(splitAnswers(parts, joinAnswers(parts, answers))).toEqual(answers);
      }),
      { numRuns: 2000 },
    );
  });
  it('loses nothing where a question was changed, or free words became answers', () => {
    expect(splitAnswers(questions, 'Free words.')[0]?.text).toBe('Free words.');
    const old = joinAnswers(questions, [
      { value: null, text: 'one' },
      { value: null, text: 'two' },
    ]);
    const changed = statementParts({ kind: 'questions', questions: ['Another?', 'Why is that so?'] }, points);
    const [first, second] = splitAnswers(changed, old);
    expect(first?.text).toContain('one');
    expect(second?.text).toBe('two');
  });
  it('says what is not answered, and nothing of free words', () => {
    expect(unanswered(questions, '')).toEqual(['What did you see?', 'Why is that so?']);
    // A reason without its number, and a number without its reason.
    const half = joinAnswers(scale, [
      { value: null, text: 'So.' },
      { value: 2, text: ' ' },
    ]);
    expect(unanswered(scale, half)).toEqual(['P1 The curve', 'P2 The table']);
    expect(statementParts({ kind: 'free' }, points)).toEqual([]);
  });
});
