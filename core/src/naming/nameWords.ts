import { distance } from 'fastest-levenshtein';
import { toAscii } from './shapeValue.ts';

/** A run of letters or of figures in a name, in ASCII and lower case. */
export type Word = string;

/** Where words of one script meet those of another, or a small letter a capital one (`KimLeeP1`). */
const BORDER = /(?<=\p{Ll})(?=\p{Lu})|(?<=(?!\p{Script=Latin})\p{L})(?=\p{Script=Latin})/gu;

/** The words of a name as people write them: apart at signs, between letters and figures, at capitals and other scripts. */
export function wordsOf(text: string): Word[] {
  const apart = toAscii(text.normalize('NFC').replace(BORDER, ' '));
  return (
    apart
      .replace(/['`]/g, '')
      .toLowerCase()
      .match(/[a-z]+|[0-9]+/g) ?? []
  );
}

/** The words of a person's name, each in the ways it can be written in ASCII: Björn as `bjoern` and as `bjorn`. */
export function spellingsOf(name: string): Word[][] {
  return name
    .trim()
    .split(/[\s\-‐.,]+/)
    .filter((part) => part !== '')
    .map((part) => {
      const bare = part.normalize('NFD').replace(/\p{M}/gu, '');
      return [...new Set([part, bare].map((one) => wordsOf(one).join('')))].filter((word) => word !== '');
    })
    .filter((ways) => ways.length > 0);
}

/** Shorter words have no room for a slip: Kim and Tim are two people. */
const SHORTEST_WITH_SLIP = 5;

/** Whether a word is another one with a single slip: a letter too many, too few, wrong, or two that changed places. */
export function isSlipOf(word: Word, meant: Word): boolean {
  if (Math.min(word.length, meant.length) < SHORTEST_WITH_SLIP || word === meant) return false;
  if (Math.abs(word.length - meant.length) > 1) return false;
  const far = distance(word, meant);
  if (far === 1) return true;
  const at = [...word].findIndex((letter, index) => letter !== meant[index]);
  return (
    far === 2 &&
    word.length === meant.length &&
    word[at] === meant[at + 1] &&
    word[at + 1] === meant[at] &&
    word.slice(at + 2) === meant.slice(at + 2)
  );
}
