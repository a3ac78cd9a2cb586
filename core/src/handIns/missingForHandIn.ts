import { type AskedSize, tooSmall } from '../checks/tooSmall.ts';
import type { Size } from '../geometry/box.ts';
import { boxHolds } from '../geometry/box.ts';
import { type Framing, framedBox, framedSize } from '../marks/framing.ts';
import type { Mark } from '../marks/pins.ts';

/** What of a proof point a machine can ask for. */
export interface PointRequirements extends AskedSize {
  /** fewest pictures; 0 makes the proof point optional */
  minPictures: number;
  needsPins: boolean;
  /** what is to be taken */
  surface?: 'any' | 'all-displays' | 'display' | 'window' | 'region' | 'photo';
}

export interface DraftPicture {
  proofPointId: string;
  capture: Size;
  framing: Framing;
  marks: readonly Mark[];
}

export interface DraftPoint {
  id: string;
  /** "P1" */
  code: string;
  mustShows: ReadonlyArray<{ letter: string }>;
  requirements: PointRequirements;
}

/** What is about to be handed in; an assignment with the pictures and the statement made for it. */
export interface Draft {
  needsStatement: boolean;
  proofPoints: readonly DraftPoint[];
  pictures: readonly DraftPicture[];
  statement: string;
}

/** One thing that stands in the way of handing in (`stop`) or is worth a look before (`look`). */
export interface Missing {
  level: 'stop' | 'look';
  /** the proof point's code, null for the whole draft */
  point: string | null;
  sentence: string;
}

/** Everything that a hand-in still lacks, in the order of the proof sheet. */
export function missingForHandIn(draft: Draft): Missing[] {
  const missing = draft.proofPoints.flatMap((point) =>
    missingAtPoint(
      point,
      draft.pictures.filter((picture) => picture.proofPointId === point.id),
    ),
  );
  if (draft.pictures.length === 0 && missing.length === 0) {
    missing.push({ level: 'stop', point: null, sentence: 'There is no picture yet. Add at least one.' });
  }
  if (draft.needsStatement && draft.statement.trim() === '') {
    missing.push({ level: 'stop', point: null, sentence: 'Your own statement is missing. Write it below.' });
  }
  return missing;
}

function missingAtPoint(
  { code, mustShows, requirements }: DraftPoint,
  pictures: readonly DraftPicture[],
): Missing[] {
  const letters = mustShows.map((mustShow) => mustShow.letter);
  const { minPictures, needsPins } = requirements;
  const missing: Missing[] = [];
  if (pictures.length < minPictures) {
    const lack = minPictures - pictures.length;
    missing.push({
      level: 'stop',
      point: code,
      sentence: lack === 1 ? `${code} has no picture yet.` : `${code} needs ${lack} more pictures.`,
    });
  }
  const unpinned = letters.filter((letter) => !pictures.some((picture) => pinnedInFrame(picture, letter)));
  if (pictures.length > 0 && unpinned.length > 0) {
    const which = unpinned.join(', ');
    missing.push(
      needsPins
        ? { level: 'stop', point: code, sentence: `${code}: pin ${which} to the place where it is seen.` }
        : {
            level: 'look',
            point: code,
            sentence: `${code}: ${which} ${unpinned.length === 1 ? 'is' : 'are'} not pinned. You can hand in without.`,
          },
    );
  }
  for (const picture of pictures) {
    const small = tooSmall(framedSize(picture.framing, picture.capture), requirements);
    if (small) missing.push({ level: 'look', point: code, sentence: `${code}: ${small}` });
  }
  return missing;
}

function pinnedInFrame({ capture, framing, marks }: DraftPicture, letter: string): boolean {
  const frame = framedBox(framing, capture);
  return marks.some((mark) => mark.letter === letter && boxHolds(frame, mark));
}
