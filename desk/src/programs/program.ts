import type { Area, DeskCanvas, Place } from '../canvas.ts';
import type { DeskContent } from '../content.ts';
import type { ProgramStates } from '../programStates.ts';

/** Places inside a program that a proof point can ask for, by name, in the coordinates the program was drawn in. */
export type Anchors = Record<string, Place>;

/** What a program shows besides its content. */
export interface Shown {
  states: ProgramStates;
  /** true: as a capture gets it, where protected surfaces are black */
  captured: boolean;
}

/** A program of the practice desk: draws its content into the area under its window's title bar. */
export interface Program {
  title: string;
  /** size of the whole window when it is opened, at scale 1 */
  size: { width: number; height: number };
  draw(canvas: DeskCanvas, area: Area, content: DeskContent, shown: Shown): Anchors;
}
