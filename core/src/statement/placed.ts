import type { Mark } from '../marks/mark.ts';
import { isPin } from '../marks/pins.ts';

/** A place in a statement that stands for a picture of a proof point, or for a pin in it. */
export interface Placed {
  /** code of the proof point, "P1" */
  point: string;
  /** which of its pictures, from 1 */
  picture: number;
  /** of the pin; null for the picture itself */
  letter: string | null;
}

/** A picture that can be placed, with the letters of its pins. */
export interface Placeable {
  point: string;
  /** which of the proof point's pictures it is, from 1 */
  picture: number;
  letters: readonly string[];
}

/** What can be placed in a statement: pictures in the order of the sheet, with their pins. */
export const placeablesOf = (
  points: ReadonlyArray<{ id: string; code: string }>,
  pictures: ReadonlyArray<{ proofPointId: string; marks: readonly Mark[] }>,
): Placeable[] =>
  points.flatMap(({ id, code }) =>
    pictures
      .filter((picture) => picture.proofPointId === id)
      .map(({ marks }, index) => ({
        point: code,
        picture: index + 1,
        letters: marks.filter(isPin).map(({ letter }) => letter),
      })),
  );

/** A piece of a statement: words as they stand, or what is placed there. */
export type StatementPiece =
  | { kind: 'words'; text: string }
  | { kind: 'placed'; text: string; placed: Placed };

const PLACED = /\[(P\d{1,3})(?:\.(\d{1,3}))?(?: ([a-z]{1,2}))?\]/g;

/** As it is read: "P1", "P1 a", "P1.2 a" of a second picture. */
export const placedWords = ({ point, picture, letter }: Placed): string =>
  `${point}${picture > 1 ? `.${picture}` : ''}${letter ? ` ${letter}` : ''}`;

/** As it stands in a statement, which is plain text: "[P1 a]". */
export const placedText = (placed: Placed): string => `[${placedWords(placed)}]`;

/**
 * A statement in pieces; together their texts are the statement. What stands in brackets and means none of the pictures is
 * words: people write brackets too.
 */
export function statementPieces(text: string, pictures: readonly Placeable[]): StatementPiece[] {
  const pieces: StatementPiece[] = [];
  let words = '';
  const end = () => {
    if (words) pieces.push({ kind: 'words', text: words });
    words = '';
  };
  let from = 0;
  for (const match of text.matchAll(PLACED)) {
    const placed = placedOf(match);
    words += text.slice(from, match.index);
    from = match.index + match[0].length;
    if (isThere(placed, pictures)) {
      end();
      pieces.push({ kind: 'placed', text: match[0], placed });
    } else words += match[0];
  }
  words += text.slice(from);
  end();
  return pieces;
}

/** What a statement does not say of the pictures it could: none where it places none at all. */
export interface PlacingFaults {
  /** pictures that are placed nowhere, themselves or by a pin */
  unplaced: Placed[];
  /** what is placed and is not there: a picture that went, a pin that was taken out */
  astray: Placed[];
}

export function placingFaults(
  text: string,
  pictures: readonly Placeable[],
  points: ReadonlyArray<{ code: string }>,
): PlacingFaults {
  const all = [...text.matchAll(PLACED)].map(placedOf);
  const meant = all.filter(({ point }) => points.some(({ code }) => code === point));
  const there = meant.filter((placed) => isThere(placed, pictures));
  const unplaced =
    meant.length === 0
      ? []
      : pictures
          .filter(
            (one) => !there.some(({ point, picture }) => point === one.point && picture === one.picture),
          )
          .map(({ point, picture }) => ({ point, picture, letter: null }));
  const astray = meant.filter((placed) => !isThere(placed, pictures));
  return { unplaced, astray };
}

const placedOf = ([, point = '', picture = '1', letter]: RegExpMatchArray): Placed => ({
  point,
  picture: Number(picture),
  letter: letter ?? null,
});

const isThere = ({ point, picture, letter }: Placed, pictures: readonly Placeable[]): boolean =>
  pictures.some(
    (one) =>
      one.point === point && one.picture === picture && (letter === null || one.letters.includes(letter)),
  );
