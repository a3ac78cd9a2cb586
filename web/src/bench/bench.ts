import {
  type Box,
  type Finish,
  isPin,
  type Mark,
  type MarkSetting,
  type Placing,
  type Point,
  type Trim,
} from '@nachweis/core';
import type { ShownPicture } from '../pictures/useShownPicture.ts';
import type { Arranging } from './arranging.ts';
import type { InsetPixels } from './insetOf.ts';
import type { Making, Tool } from './tools.ts';
import type { Look } from './useLook.ts';
import type { WorkHistory } from './useWorkHistory.ts';

export type DrawnMark = Extract<Mark, { id: string }>;
export const isDrawn = (mark: Mark): mark is DrawnMark => !isPin(mark);

/** What lies on the bench, what is in hand, and everything that can be done to it. */
export interface Bench {
  /** where the capture's places lie in the picture that is seen, which is trimmed and not scaled */
  placing: Placing;
  shown: ShownPicture;
  /** of marks in pixels of the picture that is seen */
  setting: MarkSetting;
  /** pixels of the capture; of the picture that is seen where it is trimmed */
  bitmap: ImageBitmap | null;
  /** of new marks */
  look: Look;
  history: WorkHistory;
  tool: Tool;
  takeTool: (tool: Tool) => void;
  /** the must-show whose pin is chosen */
  letter: string;
  chooseLetter: (letter: string) => void;
  drawn: DrawnMark[];
  /** the mark that is chosen alone; null where none is, or several are */
  chosen: DrawnMark | null;
  /** all that are chosen together; none where fewer than two are */
  several: DrawnMark[];
  /** chooses one, with its group; null: none */
  choose: (id: string | null) => void;
  /** one more, or one less */
  toggle: (id: string) => void;
  chooseAll: () => void;
  arrange: Arranging;
  /** makes what the tool in hand draws, in pixels of the picture that is seen */
  make: (from: Point, to: Point, even: boolean, path?: Making['path'], id?: string) => Mark | null;
  /** @param mark in pixels of the picture that is seen */
  add: (mark: Mark) => void;
  /** puts another picture in the middle of the one that is seen, as large as it is or as there is room */
  addInset: (inset: InsetPixels) => void;
  /** does what the tool in hand does from one place to another: makes its mark, or its step */
  finishDrawing: (mark: Mark, from: Point, to: Point) => void;
  trims: readonly Trim[];
  /** one more step. @param trim in pixels of the picture that is seen */
  trim: (trim: Exclude<Trim, Finish>) => void;
  /** @param finish null takes it out */
  finish: (kind: Finish['kind'], finish: Finish | null) => void;
  setTrims: (trims: Trim[], mergeWith?: string) => void;
  /** the part whose words are read, in pixels of the picture that is seen; null where none is */
  reading: Box | null;
  stopReading: () => void;
  /** pixels of the bitmap for a place of the picture that is seen */
  inBitmap: (at: Point) => Point;
  /** a mark of the usual size in the middle of the picture */
  addInMiddle: () => void;
  /** @param mark in pixels of the capture */
  replace: (mark: Mark, mergeWith?: string) => void;
  /** the same for several, as one step. @param marks in pixels of the capture */
  replaceAll: (marks: readonly Mark[]) => void;
  /** gives the chosen length its real value, and everything that is measured its unit */
  calibrate: (value: number, unit: string) => void;
  removeChosen: () => void;
  duplicateChosen: () => void;
  /** keeps what is chosen for this and other pictures */
  copyChosen: () => void;
  /** puts what was copied on this picture; nothing where nothing was */
  pasteCopied: () => void;
  /** the same with marks from a file. @param marks in pixels of the picture that is seen */
  putMarks: (marks: readonly DrawnMark[]) => void;
  isPinned: (letter: string) => boolean;
  /** @param at in pixels of the capture; without it where it can be told apart */
  pin: (letter: string, at?: Point, mergeWith?: string) => void;
  /** pins the chosen must-show and goes on to the next that is open */
  pinNext: (at: Point) => void;
  say: (letter: string, says: string) => void;
  unpin: (letter: string) => void;
  /** moves what is chosen, or pulls its last handle */
  nudge: (dx: number, dy: number, pull: boolean) => void;
  toCapture: (mark: Mark) => Mark;
}
