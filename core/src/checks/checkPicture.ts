import type { Box, Size } from '../geometry/box.ts';
import type { PointRequirements } from '../handIns/missingForHandIn.ts';
import { type Nothing, type Told, type ToldOf, tell, worstFirst } from '../told/told.ts';
import type { PictureFacts } from './pictureFacts.ts';
import { isWrongShape } from './shape.ts';
import { isTooSmall } from './tooSmall.ts';

/** What an automatic check can say of a picture, with the data its sentence needs. */
export interface FindingData {
  /** its pixels cannot be read */
  damaged: Nothing;
  'all-black': Nothing;
  'one-colour': Nothing;
  /** share of the picture that is one colour, 0 to 1 */
  'nearly-blank': { share: number };
  'black-area': Nothing;
  'several-displays': { count: number };
  'too-small': { width: number; height: number; minWidth: number | null; minHeight: number | null };
  'wrong-shape': { width: number; height: number; ratio: Size };
  /** it was handed in before its file was made, so that nobody knew */
  'file-too-large': { bytes: number; most: number };
  blurred: Nothing;
  /** other students who handed in exactly the same capture, byte for byte */
  'same-picture': { others: readonly string[] };
  /** other students who handed in the same pixels in another file: copied and pasted, saved anew, or a window that looks so for all */
  'same-pixels': { others: readonly string[] };
  /** a picture before it in the same hand-in shows the same pixels, at that proof point */
  'same-as': { as: string };
  /** words that have to be readable and that a machine read in none of the proof point's pictures */
  'words-not-read': { words: readonly string[] };
  /** that is still to come */
  'words-being-read': Nothing;
  'not-pinned': { letters: readonly string[] };
  'nothing-found': { width: number; height: number };
}
export type Finding = ToldOf<FindingData>;

/** What is known of a picture beside its pixels; each check that lacks what it needs says nothing. */
export interface CheckedWith {
  /** what the proof point asks for, where the picture goes to one */
  asked?: Pick<PointRequirements, 'minWidth' | 'minHeight' | 'surface' | 'ratio' | 'mostBytes'> | null;
  /** of the file that was made */
  fileBytes?: number | null;
  /** the letters that could be pinned in it, and those that are */
  letters?: readonly string[];
  pinned?: readonly string[];
  alsoHandedInBy?: readonly string[];
  samePixelsBy?: readonly string[];
  /** proof point of a picture before it in the same hand-in that shows exactly the same */
  sameAs?: string | null;
  /** words that were not read; null as long as they are being read */
  unreadWords?: readonly string[] | null;
}

/** From this share of one colour on nothing is to be seen: a line of 16 px text on a 1280 x 800 page covers more than the rest. */
const ALL = 0.998;
const BLANK = 0.985;
/** A page is not blank with this much writing on it: about a line. */
const A_LINE = 60;
/** Nor with so much of anything, of lines and large letters too; a pointer, a word or what turns while something loads are less. */
const SOMETHING = 1000;
/** A plain colour may have a pointer on it. */
const A_POINTER = 12;
/** A desktop with nothing but its panel: fewer pixels begin something than the border of the smallest window has. */
const BARE = 300;
/** Smaller pictures are parts, and may hold nothing but a bar. */
const LEAST_DESKTOP = 480;
const BLACK_AREA = 0.2;
const DARK = 24;
/**
 * Pixels over which the narrowest edges rise in a picture that is in focus: what a screen shows rises from one pixel to
 * the next, with the smoothing of large letters over one and a half; a camera spreads it over two or three.
 */
const WIDE_ON_SCREEN = 1.5;
const WIDE_IN_PHOTOGRAPH = 3.5;
/** Pixels of the longer side up to which that holds. */
const USUAL_PHOTOGRAPH = 2400;
/** On a screen with too little on it for the next one. */
const WIDE_WHERE_BARE = 1.05;
/**
 * The share of the finest detail that what a screen shows has at least. Measured on 84 pages at one to two pixels for each
 * of CSS and 19 screenshots: 0.123 to 2.08 as they were, 0.019 to 0.162 when made smaller by 0.6 and larger again.
 */
const FINE_ON_SCREEN = 0.11;
/**
 * Thin curves have less of it. Where so many pixels begin something for each square with writing in it, and edges are this
 * narrow, in pixels, less is enough.
 */
const [LINES, NARROW, FINE_IN_LINES] = [60, 0.9, 0.06];
/** A picture of a screen has flat areas, a photograph has none, or but of about one colour. */
const FLAT = 0.1;
/** Where there are too few edges: steps of brightness, of 255, that the sharpest of all pixels reach at least in a picture that is in focus. */
const SHARP = 26;

/** Looks at one picture: while it is taken, before it is handed in, and in review. The worst first; nothing where all is well. */
export function checkPicture(facts: PictureFacts, known: CheckedWith = {}): Finding[] {
  const { asked = null, fileBytes = null, letters = [], pinned = [], alsoHandedInBy = [] } = known;
  const { sameAs = null, samePixelsBy = [] } = known;
  const { width, height, displays } = facts;
  const found: Finding[] = [...contentFindings(facts)];
  if (displays > 1 && asked?.surface !== 'all-displays')
    found.push(tell('to-check', 'several-displays', { count: displays }));
  if (alsoHandedInBy.length > 0) found.push(tell('problem', 'same-picture', { others: alsoHandedInBy }));
  if (samePixelsBy.length > 0) found.push(tell('to-check', 'same-pixels', { others: samePixelsBy }));
  if (sameAs) found.push(tell('to-check', 'same-as', { as: sameAs }));
  if (asked && isTooSmall(facts, asked)) {
    const { minWidth, minHeight } = asked;
    found.push(tell('to-check', 'too-small', { width, height, minWidth, minHeight }));
  }
  if (asked?.ratio && isWrongShape(facts, asked))
    found.push(tell('to-check', 'wrong-shape', { width, height, ratio: asked.ratio }));
  if (asked?.mostBytes && fileBytes && fileBytes > asked.mostBytes)
    found.push(tell('to-check', 'file-too-large', { bytes: fileBytes, most: asked.mostBytes }));
  const { unreadWords = [] } = known;
  if (unreadWords === null) found.push(tell('fine', 'words-being-read', {}));
  else if (unreadWords.length > 0) found.push(tell('to-check', 'words-not-read', { words: unreadWords }));
  const unpinned = letters.filter((letter) => !pinned.includes(letter));
  if (unpinned.length > 0) found.push(tell('to-check', 'not-pinned', { letters: unpinned }));
  return worstFirst(found);
}

/** The same where something has to be said: that nothing was found, where nothing was. */
export function findingsOf(facts: PictureFacts | null, known: CheckedWith): Finding[] {
  if (!facts) return [tell('problem', 'damaged', {})];
  const { width, height } = facts;
  const found = checkPicture(facts, known);
  return found.length > 0 ? found : [tell('fine', 'nothing-found', { width, height })];
}

function contentFindings({
  displays,
  flat,
  black,
  ink,
  drawn,
  edges,
  fine,
  camera,
  sharpness,
  width,
  height,
}: PictureFacts): Finding[] {
  const dark = Math.max(flat.colour.r, flat.colour.g, flat.colour.b) <= DARK;
  const isBlank = ink < A_LINE && drawn < SOMETHING;
  if (flat.share >= ALL && ink < A_POINTER && isBlank)
    return [tell('problem', dark ? 'all-black' : 'one-colour', {})];
  if (flat.share >= BLANK && isBlank) return [tell('to-check', 'nearly-blank', { share: flat.share })];
  const screen = flat.share >= FLAT && !camera;
  const isNarrow = edges !== null && edges <= NARROW;
  const leastFine = isNarrow && drawn > LINES * ink ? FINE_IN_LINES : FINE_ON_SCREEN;
  const sharp =
    edges !== null &&
    edges <= widestIn(screen, fine, Math.max(width, height)) &&
    !(screen && fine !== null && fine < leastFine);
  if ((sharp || isNarrow) && drawn < BARE && Math.min(width, height) >= LEAST_DESKTOP)
    return [tell('to-check', 'nearly-blank', { share: flat.share })];
  const found: Finding[] = [];
  if (black && displays < 2 && (black.width * black.height) / (width * height) >= BLACK_AREA)
    found.push(tell('to-check', 'black-area', {}, { box: black }));
  if (edges === null ? sharpness < SHARP : !sharp) found.push(tell('to-check', 'blurred', {}));
  return found;
}

/** @param long the longer side: of a photograph with more pixels nobody sees more at once */
function widestIn(screen: boolean, fine: number | null, long: number): number {
  if (!screen) return WIDE_IN_PHOTOGRAPH * Math.max(1, long / USUAL_PHOTOGRAPH);
  return fine === null ? WIDE_WHERE_BARE : WIDE_ON_SCREEN;
}

/** Whether the part of a capture that was chosen settles what was found: it lies on one of several displays. */
export function isSettled(finding: Told, displays: readonly Box[], part: Box): boolean {
  return finding.code === 'several-displays' && displays.some((display) => isInside(part, display));
}

const isInside = (part: Box, whole: Box) =>
  part.x >= whole.x &&
  part.y >= whole.y &&
  part.x + part.width <= whole.x + whole.width &&
  part.y + part.height <= whole.y + whole.height;
