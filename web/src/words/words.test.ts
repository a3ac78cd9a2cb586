import { PROBLEM_CODES } from '@nachweis/contract';
import { checkPicture, missingForHandIn, tell } from '@nachweis/core';
import { describe, expect, it } from 'vitest';
import { doneSentence } from './done.ts';
import { presetFileSentence } from './fields.ts';
import { missingSentence } from './missing.ts';
import { problemSentence } from './problems.ts';
import { sentence } from './told.ts';

describe('the sentences', () => {
  it('say how large a picture is and how large it was asked to be', () => {
    const small = (minWidth: number | null, minHeight: number | null) =>
      sentence(tell('to-check', 'too-small', { width: 900, height: 600, minWidth, minHeight }));
    expect(small(1000, 700)).toBe('900 × 600 pixels; at least 1000 × 700 are asked for.');
    expect(small(901, null)).toBe('900 × 600 pixels; a width of at least 901 is asked for.');
    expect(small(null, 601)).toBe('900 × 600 pixels; a height of at least 601 is asked for.');
  });
  it('name three and count the rest', () => {
    const facts = {
      width: 800,
      height: 600,
      flat: { colour: { r: 248, g: 248, b: 248 }, share: 0.6 },
      ink: 900,
      edges: 0.8,
      fine: 1,
      black: null,
      displays: 1,
      drawn: 9000,
      camera: false,
      sharpness: 200,
    };
    const [finding] = checkPicture(facts, { alsoHandedInBy: ['A', 'B', 'C', 'D', 'E'] });
    expect(finding && sentence(finding)).toBe(
      'Exactly this picture was also handed in by A, B, C and 2 more.',
    );
  });
  it('say what a hand-in lacks', () => {
    const missing = missingForHandIn({
      needsStatement: true,
      statement: '',
      pictures: [],
      proofPoints: [
        {
          id: 'p',
          code: 'P1',
          mustShows: [{ letter: 'a' }],
          requirements: { minPictures: 1, needsPins: true, minWidth: null, minHeight: null },
        },
      ],
    });
    expect(missing.map(missingSentence)).toEqual([
      'P1 has no picture yet.',
      'Your own statement is missing.',
    ]);
  });
  it('tell who judges what is so, and who hands in what to do about it', () => {
    const told = tell('to-check', 'file-too-large', { bytes: 2048, most: 1024 }, { point: 'P1' });
    expect(sentence(told)).toBe('The file has 2.1 kB; at most 1.1 kB are taken.');
    expect(missingSentence(told)).toBe(
      'P1: The file has 2.1 kB; at most 1.1 kB are taken. Choose another format, or a smaller size.',
    );
  });
  it('of a refusal name the file, say what happened and what to do', () => {
    const said = sentence(
      tell(
        'problem',
        'cut-short',
        { format: 'png', detail: { what: 'ends-inside', part: 'IDAT chunk' } },
        { file: 'a.png' },
      ),
    );
    expect(said).toBe(
      '“a.png” is not complete: its end is missing. Copy or save it again and add the new file.',
    );
    expect(sentence(tell('problem', 'empty', {}, { file: 'ü'.repeat(300) }))).toMatch(
      /^“ü{59}…” has no content/,
    );
  });
  it('leave alone what was stored as a sentence, and say so of what they do not know', () => {
    expect(sentence('“a.png” ends in .png but is a GIF; it was taken as GIF.')).toMatch(/taken as GIF/);
    expect(sentence(tell('problem', 'from-the-future', {}))).toContain('from-the-future');
    expect(doneSentence('Straightened.')).toBe('Straightened.');
    expect(doneSentence({ code: 'scaled', data: { percent: 50 } })).toBe('Scaled to 50 %.');
  });
});

describe('the sentences of problems', () => {
  it('exist for every code, with or without data, and end as sentences do', () => {
    for (const code of PROBLEM_CODES) {
      if (code === 'picture-refused' || code === 'incomplete') continue;
      expect(problemSentence(code, {}), code).toMatch(/[.]$/);
    }
  });
  it('say everything that is missing at once', () => {
    const missing = [
      tell('problem', 'no-picture', {}, { point: 'P2' }),
      tell('problem', 'statement-missing', {}),
    ];
    expect(problemSentence('incomplete', { missing })).toBe(
      'P2 has no picture yet. Your own statement is missing.',
    );
    expect(problemSentence('incomplete', { openVerdicts: 2 })).toBe(
      '2 must-shows or criteria are still to judge. Do that, then release.',
    );
  });
  it('name the field of a file of presets', () => {
    expect(presetFileSentence('p.json', { field: 'presets.0.key', message: 'preset-key' })).toBe(
      '“p.json”: “presets.0.key” is wrong: A key is one letter a to z or one digit. Nothing was imported.',
    );
  });
});
