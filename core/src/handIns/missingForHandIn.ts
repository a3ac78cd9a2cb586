import { wordsUnread } from '../checks/readableWords.ts';
import { type AskedShape, isWrongShape } from '../checks/shape.ts';
import { type AskedSize, isTooSmall } from '../checks/tooSmall.ts';
import type { Size } from '../geometry/box.ts';
import { kindOf } from '../marks/kinds.ts';
import type { Mark } from '../marks/mark.ts';
import { isPin, isPinOf } from '../marks/pins.ts';
import type { PictureFormat } from '../pictures/formats.ts';
import { FINISHES, type Finish } from '../preparation/changeTrims.ts';
import { marksOnTrimmed } from '../preparation/placedMarks.ts';
import { placingOf } from '../preparation/placing.ts';
import type { Preparation } from '../preparation/preparation.ts';
import { placeablesOf, placedWords, placingFaults } from '../statement/placed.ts';
import { type StatementForm, statementParts, unanswered } from '../statement/statementParts.ts';
import { type Nothing, type ToldOf, tell } from '../told/told.ts';

/** What finishes a picture for its page: asked of every one that it can be done to, or not wanted on any. */
export type AskedFinishes = { readonly [K in Finish['kind']]?: 'asked' | 'forbidden' | undefined };

/** What of a proof point a machine can ask for. */
export interface PointRequirements extends AskedSize, AskedShape {
  /** fewest pictures; 0 makes the proof point optional */
  minPictures: number;
  needsPins: boolean;
  /** what is to be taken */
  surface?: 'any' | 'all-displays' | 'display' | 'window' | 'region' | 'photo';
  /** formats that are taken, the preferred one first; null: any */
  formats?: readonly PictureFormat[] | null;
  /** bytes that a file may have; null: any */
  mostBytes?: number | null;
  /** something in the pictures has to be hidden */
  needsHidden?: boolean;
  /** words of the student's own with the pictures: a line at a pin or a step, a text, a callout */
  needsText?: boolean;
  /** marks beside pins and what hides: asked for in one picture at least, or not wanted in any */
  marks?: 'any' | 'asked' | 'forbidden';
  finishes?: AskedFinishes;
  /** words that must be readable in one of the pictures at least */
  words?: readonly string[];
}

export interface DraftPicture
  extends Pick<Preparation, 'framing' | 'marks'>,
    Partial<Pick<Preparation, 'trims' | 'encoding'>> {
  proofPointId: string;
  /** with the hash of its bytes where it is known: it is in this browser only until they are sent */
  capture: Size & { sha256?: string | null };
  /** its pixels could not be read */
  damaged?: boolean;
  /** of the file it makes; null while that is not made yet */
  fileBytes?: number | null;
  /** what a machine read in it, where that is asked for; null while it is not read yet */
  read?: string | null;
}

export interface DraftPoint {
  id: string;
  /** "P1" */
  code: string;
  title?: string;
  mustShows: ReadonlyArray<{ letter: string }>;
  requirements: PointRequirements;
}

/** What is about to be handed in; an assignment with the pictures and the statement made for it. */
export interface Draft {
  needsStatement: boolean;
  /** free words where nothing is said */
  statementForm?: StatementForm;
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
  'wrong-shape': { width: number; height: number; ratio: Size };
  'nothing-hidden': Nothing;
  'nothing-marked': Nothing;
  'nothing-written': Nothing;
  'marks-not-wanted': Nothing;
  'finish-missing': { finish: Finish['kind'] };
  'finish-not-wanted': { finish: Finish['kind'] };
  'words-not-read': { words: readonly string[] };
  'picture-too-small': { width: number; height: number; minWidth: number | null; minHeight: number | null };
  /** it shows exactly what a picture shows that comes before it, at that proof point */
  'same-as': { as: string };
  'file-too-large': { bytes: number; most: number };
  'format-not-taken': { format: PictureFormat; formats: readonly PictureFormat[] };
  'statement-missing': Nothing;
  'answers-missing': { headings: readonly string[] };
  'not-placed': { places: readonly string[] };
  'placed-astray': { places: readonly string[] };
}
export type Missing = ToldOf<MissingData>;

/** Everything that a hand-in still lacks, in the order of the proof sheet. */
export function missingForHandIn(draft: Draft): Missing[] {
  const shown = new Map<string, string>();
  const missing = draft.proofPoints.flatMap((point) => {
    const pictures = draft.pictures.filter((picture) => picture.proofPointId === point.id);
    return [...missingAtPoint(point, pictures), ...shownTwice(point, pictures, shown)];
  });
  if (draft.pictures.length === 0 && missing.length === 0) missing.push(tell('problem', 'any-picture', {}));
  if (draft.needsStatement) missing.push(...statementMissing(draft));
  return missing;
}

function statementMissing({ statement, statementForm, proofPoints, pictures }: Draft): Missing[] {
  if (statement.trim() === '') return [tell('problem', 'statement-missing', {})];
  const points = proofPoints.map(({ code, title = '' }) => ({ code, title }));
  const headings = unanswered(statementParts(statementForm ?? { kind: 'free' }, points), statement);
  const { unplaced, astray } = placingFaults(statement, placeablesOf(proofPoints, pictures), proofPoints);
  return [
    ...(headings.length > 0 ? [tell('problem', 'answers-missing', { headings })] : []),
    ...(astray.length > 0 ? [tell('to-check', 'placed-astray', { places: astray.map(placedWords) })] : []),
    ...(unplaced.length > 0 ? [tell('to-check', 'not-placed', { places: unplaced.map(placedWords) })] : []),
  ];
}

function missingAtPoint(
  { code, mustShows, requirements }: DraftPoint,
  pictures: readonly DraftPicture[],
): Missing[] {
  const letters = mustShows.map((mustShow) => mustShow.letter);
  const { minPictures, minWidth, minHeight, needsPins, formats, mostBytes } = requirements;
  const place = { point: code };
  const missing: Missing[] = [];
  if (pictures.length < minPictures) {
    missing.push(
      minPictures === 1
        ? tell('problem', 'no-picture', {}, place)
        : tell('problem', 'more-pictures', { lack: minPictures - pictures.length }, place),
    );
  }
  // Only what is asked for is missing.
  const unpinned = needsPins
    ? letters.filter((letter) => !pictures.some((picture) => pinnedInFrame(picture, letter)))
    : [];
  if (pictures.length > 0 && unpinned.length > 0)
    missing.push(tell('problem', 'pins-missing', { letters: unpinned }, place));
  const unread = wordsUnread(requirements.words ?? [], pictures);
  if (unread && unread.length > 0) missing.push(tell('to-check', 'words-not-read', { words: unread }, place));
  missing.push(...marksMissing(pictures, requirements).map((code) => tell('problem', code, {}, place)));
  missing.push(...finishesMissing(pictures, requirements.finishes ?? {}, place));
  for (const picture of pictures) {
    if (picture.damaged) missing.push(tell('problem', 'picture-damaged', {}, place));
    const { size } = placingOf(picture, picture.capture);
    if (isTooSmall(size, requirements))
      missing.push(tell('to-check', 'picture-too-small', { ...size, minWidth, minHeight }, place));
    const { ratio } = requirements;
    if (ratio && isWrongShape(size, { ratio }))
      missing.push(tell('to-check', 'wrong-shape', { ...size, ratio }, place));
    const { fileBytes } = picture;
    if (fileBytes && mostBytes && fileBytes > mostBytes)
      missing.push(tell('problem', 'file-too-large', { bytes: fileBytes, most: mostBytes }, place));
    // What nobody chose is written as the proof point asks; only a choice can be wrong.
    const format = picture.encoding?.format;
    if (format && formats && !formats.includes(format))
      missing.push(tell('problem', 'format-not-taken', { format, formats }, place));
  }
  return missing;
}

/**
 * One that was added twice by mistake, as by a key that was pressed twice. Other pins on it make it no other picture; another
 * part of one capture is one.
 * @param shown where each came first, by its capture and what is cut from it
 */
function shownTwice(
  { code }: DraftPoint,
  pictures: readonly DraftPicture[],
  shown: Map<string, string>,
): Missing[] {
  return pictures.flatMap(({ capture: { sha256 }, framing, trims = [] }): Missing[] => {
    if (!sha256) return [];
    const key = JSON.stringify([sha256, framing, trims]);
    const as = shown.get(key);
    shown.set(key, as ?? code);
    return as ? [tell('to-check', 'same-as', { as }, { point: code })] : [];
  });
}

function finishesMissing(
  pictures: readonly DraftPicture[],
  asked: AskedFinishes,
  place: Missing['place'],
): Missing[] {
  return FINISHES.flatMap((finish): Missing[] => {
    const has = ({ trims = [] }: DraftPicture) => trims.some(({ kind }) => kind === finish);
    // A capture that is shown whole goes on nowhere.
    const able = pictures.filter(({ framing }) => finish !== 'cut-here' || framing.kind !== 'whole');
    if (asked[finish] === 'asked' && !able.every(has))
      return [tell('problem', 'finish-missing', { finish }, place)];
    if (asked[finish] === 'forbidden' && pictures.some(has))
      return [tell('problem', 'finish-not-wanted', { finish }, place)];
    return [];
  });
}

/** What is asked of marks, and not so. Pins are asked for by themselves. */
function marksMissing(
  pictures: readonly DraftPicture[],
  { needsHidden = false, needsText = false, marks = 'any' }: PointRequirements,
): Array<'nothing-hidden' | 'nothing-marked' | 'nothing-written' | 'marks-not-wanted'> {
  const seen = pictures.flatMap((picture) => {
    const placing = placingOf(picture, picture.capture);
    // What lies beside the frame is in no file.
    return marksOnTrimmed(picture.marks, placing).filter((mark) => reachesInto(mark, placing.trimmed));
  });
  const isHidden = seen.some((mark) => kindOf(mark).burns);
  const isMarked = seen.some((mark) => !isPin(mark) && !kindOf(mark).burns);
  const isWritten = seen.some((mark) => kindOf(mark).written?.(mark).trim());
  const missing: ReturnType<typeof marksMissing> = [];
  if (pictures.length > 0 && needsHidden && !isHidden) missing.push('nothing-hidden');
  if (pictures.length > 0 && marks === 'asked' && !isMarked) missing.push('nothing-marked');
  if (pictures.length > 0 && needsText && !isWritten) missing.push('nothing-written');
  if (marks === 'forbidden' && isMarked) missing.push('marks-not-wanted');
  return missing;
}

/** Whether the box around a mark's places meets a picture. */
function reachesInto(mark: Mark, { width, height }: Size): boolean {
  const places = kindOf(mark).places(mark);
  const [xs, ys] = [places.map(({ x }) => x), places.map(({ y }) => y)];
  return Math.min(...xs) < width && Math.max(...xs) > 0 && Math.min(...ys) < height && Math.max(...ys) > 0;
}

function pinnedInFrame(picture: DraftPicture, letter: string): boolean {
  return marksOnTrimmed(picture.marks, placingOf(picture, picture.capture)).some(isPinOf(letter));
}
