export { type Area, type DeskCanvas, MONO_FONT, type Place, TEXT_FONT } from './canvas.ts';
export { type DeskContent, deskContent } from './content.ts';
export {
  createDesk,
  type Desk,
  type DeskWindow,
  type Display,
  deskArea,
  movePointer,
  moveWindow,
  raise,
  TITLE_BAR,
  windowAt,
} from './desk.ts';
export { drawDesk } from './drawDesk.ts';
export type { Anchors } from './programs/program.ts';
export { PROGRAM_IDS, PROGRAMS, type ProgramId } from './programs/programs.ts';
export { seededRandom, seedFromText } from './random.ts';
export { fitRatingCurve, type Gauging, type RatingCurve } from './ratingCurve.ts';
export { type Take, takeArea } from './take.ts';
