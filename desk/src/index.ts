export { type Area, type DeskCanvas, MONO_FONT, type Place, TEXT_FONT } from './canvas.ts';
export { type DeskContent, deskContent } from './content.ts';
export {
  closeMenus,
  createDesk,
  type Desk,
  type DeskWindow,
  type Display,
  deskArea,
  frontWindow,
  minimise,
  movePointer,
  moveWindow,
  openWindows,
  raise,
  resizeWindow,
  scaleOf,
  setClock,
  windowAt,
} from './desk.ts';
export { drawDesk, hintArea } from './drawDesk.ts';
export { hintAt, menusOf, type Spot, spotAt } from './layout.ts';
export { FIRST_STATES, type ProgramStates } from './programStates.ts';
export type { Anchors } from './programs/program.ts';
export { PROGRAM_IDS, PROGRAMS, type ProgramId } from './programs/programs.ts';
export { seededRandom, seedFromText } from './random.ts';
export { fitRatingCurve, type Gauging, type RatingCurve } from './ratingCurve.ts';
export { type Take, takeArea } from './take.ts';
export { TITLE_BAR } from './titleBar.ts';
export { hover, press, tick, typeKey } from './use.ts';
