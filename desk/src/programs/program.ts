import type { Area, DeskCanvas, Place } from '../canvas.ts';
import type { DeskContent } from '../content.ts';

/** Places inside a program that a proof point can ask for, by name, in the coordinates the program was drawn in. */
export type Anchors = Record<string, Place>;

/** A program of the practice desk: draws its content into the area under its window's title bar. */
export interface Program {
  title: string;
  /** size of the whole window when it is opened */
  size: { width: number; height: number };
  draw(canvas: DeskCanvas, area: Area, content: DeskContent): Anchors;
}
