import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { foldedForReading, unreadWords, wordsUnread } from './readableWords.ts';

describe('words that have to be readable', () => {
  // As Tesseract 5 with its "best" English data read pictures of the practice desk; the words are what stands there.
  const READ = [
    ['OS-121', 'probe P7-50992 on line 1 station 0S-121 firmware 4.2.5'],
    ['OS-524', 'Station 05-524 ¢ Time'],
    ['Discharge Q', 'Stage h (m) Discharge @ (m?/s)\n07:00 0.38 0.551 Discharge Q (m*/s)'],
    ['self-test passed', 'memory ..............._0k\nself-test passed\n> _'],
    ['TA-236', '12 gaugings a > connect\nstation TA-236'],
  ] as const;
  it.each(READ)('%s is found in what a machine read', (word, text) => {
    expect(unreadWords([word], [text])).toEqual([]);
  });
  it('are told where no picture has them; one picture is enough', () => {
    expect(unreadWords(['TA-236', 'KR-541'], ['Station TA-236', 'nothing'])).toEqual(['KR-541']);
    expect(unreadWords(['TA-236'], ['nothing', 'Station TA-236'])).toEqual([]);
    expect(unreadWords(['TA-236'], [])).toEqual(['TA-236']);
    expect(unreadWords(['TA-236'], ['TA-286'])).toEqual(['TA-236']);
  });
  it('do not count where nothing of them can be read', () => {
    expect(unreadWords(['—', ''], ['a'])).toEqual([]);
  });
  it('are found in whatever holds them, however it is broken into lines', () => {
    fc.assert(
      fc.property(fc.string(), fc.string({ minLength: 1 }), fc.string(), (before, word, after) => {
        const read = `${before}\n${[...word].join(' ')}\n${after}`;
        expect(unreadWords([word], [read])).toEqual([]);
      }),
    );
  });
  it('are the same in capitals and with accents taken apart', () => {
    for (const word of ['Größe', 'Ödegård', 'naïve', 'École']) {
      expect(foldedForReading(word.normalize('NFD'))).toBe(foldedForReading(word.normalize('NFC')));
      expect(foldedForReading(word.toUpperCase().replace('SS', 'ß'))).toBe(foldedForReading(word));
    }
  });
});

describe('words of a proof point', () => {
  it('are told once all of its pictures were read, and never where there is none', () => {
    expect(wordsUnread(['TA-236'], [{ read: 'x' }, { read: null }])).toBeNull();
    expect(wordsUnread(['TA-236'], [{ read: 'x' }, { read: 'y' }])).toEqual(['TA-236']);
    expect(wordsUnread(['TA-236'], [{ read: 'x' }, { read: null, damaged: true }])).toEqual(['TA-236']);
    expect(wordsUnread(['TA-236'], [])).toEqual([]);
    expect(wordsUnread([], [{ read: null }])).toEqual([]);
  });
});
