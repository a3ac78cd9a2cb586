import { type AskedSize, isTooSmall } from '../checks/tooSmall.ts';
import type { Size } from '../geometry/box.ts';
import { isPinOf } from '../marks/pins.ts';
import type { PictureFormat } from '../pictures/formats.ts';
import { marksOnTrimmed, placingOf } from '../preparation/placing.ts';
import type { Preparation } from '../preparation/preparation.ts';
import { type Nothing, type ToldOf, tell } from '../told/told.ts';

/** What of a proof point a machine can ask for. */
export interface PointRequirements extends AskedSize {
  /** fewest pictures; 0 makes the proof point optional */
  minPictures: number;
  needsPins: boolean;
  /** what is to be taken */
  surface?: 'any' | 'all-displays' | 'display' | 'window' | 'region' | 'photo';
  /** formats that are taken, the preferred one first; null: any */
  formats?: readonly PictureFormat[] | null;
}

export interface DraftPicture
  extends Pick<Preparation, 'framing' | 'marks'>,
    Partial<Pick<Preparation, 'trims' | 'encoding'>> {
  proofPointId: string;
  capture: Size;
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
  'format-not-taken': { format: PictureFormat; formats: readonly PictureFormat[] };
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
  const { minPictures, minWidth, minHeight, needsPins, formats } = requirements;
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
    const { size } = placingOf(picture, picture.capture);
    if (isTooSmall(size, requirements))
      missing.push(tell('to-check', 'picture-too-small', { ...size, minWidth, minHeight }, place));
    // What nobody chose is written as the proof point asks; only a choice can be wrong.
    const format = picture.encoding?.format;
    if (format && formats && !formats.includes(format))
      missing.push(tell('problem', 'format-not-taken', { format, formats }, place));
  }
  return missing;
}

function pinnedInFrame(picture: DraftPicture, letter: string): boolean {
  return marksOnTrimmed(picture.marks, placingOf(picture, picture.capture)).some(isPinOf(letter));
}
