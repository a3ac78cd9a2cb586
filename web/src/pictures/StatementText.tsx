import type { HandInItem, ProofPoint } from '@nachweis/contract';
import {
  type Placeable,
  type Placed,
  placeablesOf,
  placedWords,
  type StatementPiece,
  statementPieces,
} from '@nachweis/core';
import type { ReactNode } from 'react';

/** A picture that a statement can show. */
interface ShownPlace extends Placeable {
  /** null while there is no small picture of it */
  thumb: string | null;
}

/** The pictures of a hand-in as its statement can show them. */
export const shownPlaces = (points: readonly ProofPoint[], items: readonly HandInItem[]): ShownPlace[] => {
  const ordered = points.flatMap((point) => items.filter((item) => item.proofPointId === point.id));
  return placeablesOf(points, ordered).map((place, index) => ({
    ...place,
    thumb: ordered[index]?.thumbHref ?? null,
  }));
};

interface StatementTextProps {
  text: string;
  places: readonly ShownPlace[];
  /** goes to a picture, or to a pin in it */
  onGo: (placed: Placed) => void;
}

/**
 * An own statement as it is read: its headings, where it was asked in parts, stand out; what is placed in it leads to its
 * picture, and a picture that stands in a line of its own is seen there.
 */
export function StatementText({ text, places, onGo }: StatementTextProps): ReactNode {
  return (
    <div className="written border-l-2 border-rule pl-3" dir="auto">
      {text.split(/^### /m).map((part, index) => {
        const [heading = '', ...lines] = index === 0 ? ['', part] : part.split('\n');
        const words = lines.join('\n').trim();
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: parts of one text that stay in their order
          <div key={index}>
            {heading && <p className="mt-2 font-semibold">{heading}</p>}
            {words && <Words pieces={statementPieces(words, places)} places={places} onGo={onGo} />}
          </div>
        );
      })}
    </div>
  );
}

function Words({
  pieces,
  places,
  onGo,
}: Pick<StatementTextProps, 'places' | 'onGo'> & { pieces: readonly StatementPiece[] }): ReactNode {
  return (
    <p>
      {pieces.map((piece, index) => {
        // The line that a picture takes is not left empty below it.
        if (piece.kind === 'words')
          return isAlone(pieces, index - 1) ? piece.text.replace(/^\n/, '') : piece.text;
        const { point, picture, letter } = piece.placed;
        const place = places.find((one) => one.point === point && one.picture === picture);
        const thumb = isAlone(pieces, index) && place?.thumb;
        const words = placedWords(piece.placed);
        return (
          <button
            // biome-ignore lint/suspicious/noArrayIndexKey: pieces of one text that stay in their order
            key={index}
            type="button"
            onClick={() => onGo(piece.placed)}
            aria-label={
              letter
                ? `Go to pin ${letter} in ${placedWords({ ...piece.placed, letter: null })}`
                : `Go to the picture ${words}`
            }
            className={
              thumb
                ? 'my-1 block max-w-full border border-edge bg-card p-1 text-left hover:bg-verdigris-wash'
                : 'min-h-6 rounded-sm border border-edge bg-card px-1 font-mono text-sm hover:bg-verdigris-wash'
            }
          >
            {thumb && <img src={thumb} alt="" className="max-h-40 max-w-full" />}
            <span className="font-mono text-sm">{words}</span>
          </button>
        );
      })}
    </p>
  );
}

/** Whether a piece is a picture in a line of its own. */
function isAlone(pieces: readonly StatementPiece[], index: number): boolean {
  const piece = pieces[index];
  const [before, after] = [pieces[index - 1]?.text ?? '\n', pieces[index + 1]?.text ?? '\n'];
  return (
    piece?.kind === 'placed' &&
    piece.placed.letter === null &&
    before.endsWith('\n') &&
    after.startsWith('\n')
  );
}
