import {
  isPinOf,
  type Mark,
  marksOnTrimmed,
  movePin,
  type Placing,
  type Point,
  putPin,
  type Size,
  takePinOut,
} from '@nachweis/core';
import type { Bench } from './bench.ts';

interface Pinned {
  marks: readonly Mark[];
  /** without a text that is left empty */
  written: readonly Mark[];
  /** of the must-shows */
  letters: readonly string[];
  /** the one whose pin is chosen */
  letter: string;
  chooseLetter: (letter: string) => void;
  placing: Placing;
  /** the capture */
  picture: Size;
  change: (marks: Mark[], mergeWith?: string) => void;
}

const isPinnedIn = (marks: readonly Mark[], letter: string, placing: Placing): boolean =>
  marksOnTrimmed(marks.filter(isPinOf(letter)), placing).length > 0;

/** The first must-show that has no pin in what is seen of the picture. */
export const nextOpen = (
  marks: readonly Mark[],
  letters: readonly string[],
  placing: Placing,
): string | undefined => letters.find((letter) => !isPinnedIn(marks, letter, placing));

/** Everything that is done to the pins of a picture. */
export function pinning({
  marks,
  written,
  letters,
  letter,
  chooseLetter,
  placing,
  picture,
  change,
}: Pinned): Pick<Bench, 'isPinned' | 'pin' | 'pinNext' | 'say' | 'unpin'> & {
  nudgePin: (dx: number, dy: number) => void;
} {
  const { trimmed } = placing;
  /** Side by side, so that they can be told apart. */
  const placeFor = (one: string): Point =>
    placing.back.point({
      x: Math.floor((trimmed.width * (letters.indexOf(one) + 1)) / (letters.length + 1)),
      y: Math.floor(trimmed.height / 2),
    });
  return {
    isPinned: (one) => isPinnedIn(marks, one, placing),
    pin: (one, at = placeFor(one), mergeWith = '') => change(putPin(written, one, at, picture), mergeWith),
    pinNext(at) {
      if (!letter) return;
      const next = putPin(written, letter, at, picture);
      change(next);
      chooseLetter(nextOpen(next, letters, placing) ?? letter);
    },
    say: (one, says) =>
      change(
        marks.map((mark) => (isPinOf(one)(mark) ? { ...mark, says } : mark)),
        `says ${one}`,
      ),
    unpin: (one) => change(takePinOut(marks, one)),
    nudgePin(dx, dy) {
      if (!isPinnedIn(marks, letter, placing)) return;
      // In the direction that is seen, however the picture is turned.
      const [from, to] = [placing.back.point({ x: 0, y: 0 }), placing.back.point({ x: dx, y: dy })];
      change(movePin(marks, letter, Math.round(to.x - from.x), Math.round(to.y - from.y), picture));
    },
  };
}
