import { type AskedSize, isTooSmall } from '../checks/tooSmall.ts';
import type { Size } from '../geometry/box.ts';
import { boxHolds } from '../geometry/box.ts';
import { type Framing, framedBox, framedSize } from '../marks/framing.ts';
import type { Mark } from '../marks/mark.ts';
import { isPinOf } from '../marks/pins.ts';
import { type Nothing, type ToldOf, tell } from '../told/told.ts';

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
  /** its pixels could not be read */
  damaged?: boolean;
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

/** What can be missing. A problem stands in the way of handing in; what is to check is worth a look before. */
export interface MissingData {
  'no-picture': Nothing;
  'more-pictures': { lack: number };
  'any-picture': Nothing;
  'picture-damaged': Nothing;
  'pins-missing': { letters: readonly string[] };
  'picture-too-small': { width: number; height: number; minWidth: number | null; minHeight: number | null };
  'statement-missing': Nothing;
}
export type Missing = ToldOf<MissingData>;

/** Everything that a hand-in still lacks, in the order of the proof sheet. */
export function missingForHandIn(draft: Draft): Missing[] {
  const missing = draft.proofPoints.flatMap((point) =>
    missingAtPoint(
      point,
      draft.pictures.filter((picture) => picture.proofPointId === point.id),
    ),
  );
  if (draft.pictures.length === 0 && missing.length === 0) missing.push(tell('problem', 'any-picture', {}));
  if (draft.needsStatement && draft.statement.trim() === '')
    missing.push(tell('problem', 'statement-missing', {}));
  return missing;
}

function missingAtPoint(
  { code, mustShows, requirements }: DraftPoint,
  pictures: readonly DraftPicture[],
): Missing[] {
  const letters = mustShows.map((mustShow) => mustShow.letter);
  const { minPictures, minWidth, minHeight, needsPins } = requirements;
  const place = { point: code };
  const missing: Missing[] = [];
  if (pictures.length < minPictures) {
    const lack = minPictures - pictures.length;
    missing.push(
      lack === 1
        ? tell('problem', 'no-picture', {}, place)
        : tell('problem', 'more-pictures', { lack }, place),
    );
  }
  // Only what is asked for is missing.
  const unpinned = needsPins
    ? letters.filter((letter) => !pictures.some((picture) => pinnedInFrame(picture, letter)))
    : [];
  if (pictures.length > 0 && unpinned.length > 0)
    missing.push(tell('problem', 'pins-missing', { letters: unpinned }, place));
  for (const picture of pictures) {
    if (picture.damaged) missing.push(tell('problem', 'picture-damaged', {}, place));
    const size = framedSize(picture.framing, picture.capture);
    if (isTooSmall(size, requirements))
      missing.push(tell('to-check', 'picture-too-small', { ...size, minWidth, minHeight }, place));
  }
  return missing;
}

function pinnedInFrame({ capture, framing, marks }: DraftPicture, letter: string): boolean {
  const frame = framedBox(framing, capture);
  return marks.some((mark) => isPinOf(letter)(mark) && boxHolds(frame, mark));
}
