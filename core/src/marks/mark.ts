import type { Box, Point, Size } from '../geometry/box.ts';
import type { Mapping } from '../trims/trim.ts';
import type { Arrow } from './kinds/arrow.ts';
import type { Callout } from './kinds/callout.ts';
import type { ColourMark } from './kinds/colour.ts';
import type { Highlight } from './kinds/highlight.ts';
import type { Inset } from './kinds/inset.ts';
import type { Legend } from './kinds/legend.ts';
import type { Line } from './kinds/line.ts';
import type { Loop } from './kinds/loop.ts';
import type { Measure } from './kinds/measure.ts';
import type { NumberMark } from './kinds/number.ts';
import type { Redaction } from './kinds/redaction.ts';
import type { Ring } from './kinds/ring.ts';
import type { StrokeMark } from './kinds/stroke.ts';
import type { TextMark } from './kinds/text.ts';
import type { MarkCanvas } from './markCanvas.ts';
import type { MarkFont, MarkStyle, StyleName } from './markStyle.ts';
import type { Pin } from './pins.ts';

/** Anything drawn on evidence. Places are in pixels of the capture, so that reframing moves none. */
export type Mark =
  | Pin
  | Arrow
  | Line
  | Ring
  | Loop
  | NumberMark
  | Legend
  | TextMark
  | Callout
  | StrokeMark
  | Highlight
  | Measure
  | ColourMark
  | Inset
  | Redaction;

/** What all marks but pins have. */
export interface Arranged {
  /** UUID, made where it was drawn */
  id: string;
  /** of all marks that are chosen together, the same */
  group?: string | undefined;
  /** stays where it is and as it is until that is taken back */
  locked?: boolean | undefined;
}

/** What all marks that are drawn in a colour have. */
export interface MarkBase extends Arranged, MarkStyle {
  /** "#rrggbb" */
  ink: string;
}

/** What a canvas draws of pixels that a mark carries. */
export type ImageOf = (pixels: string) => unknown;

/** The picture that marks are drawn on: defaults follow its size, so that they read as well on a small as on a large one. */
export interface MarkSetting {
  picture: Size;
  /** by their names where it is drawn */
  fonts: Readonly<Record<MarkFont, string>>;
  /** width of a text in pixels at a size of letters in pixels */
  measure: (text: string, size: number, font: MarkFont) => number;
  /** the image of an inset's pixels for the canvas that is drawn on; nothing where it is not there (yet) */
  imageOf?: ImageOf | undefined;
  /** numbered steps of the picture, in their order */
  steps?: readonly Step[];
}

/** A numbered step of a picture, as a legend lists it. */
export interface Step {
  number: number;
  says: string;
}

/** A place by which a mark is pulled. */
export interface MarkHandle extends Point {
  name: string;
}

/** What a mark is, as whoever hears the page is told: a code with data, of which a sentence is made. */
export interface MarkWords {
  code: Mark['kind'];
  data: Readonly<Record<string, string | number>>;
}

/** All that is known of one kind of mark. Nothing outside a kind's own file and the table of kinds tells kinds apart. */
export interface MarkKind<M> {
  bounds(mark: M, setting: MarkSetting): Box;
  /** @param tolerance in pixels of the picture */
  hits(mark: M, at: Point, tolerance: number, setting: MarkSetting): boolean;
  handles(mark: M, setting: MarkSetting): MarkHandle[];
  /** @param even circles and squares; lines at multiples of 15 degrees */
  pull(mark: M, handle: string, to: Point, even: boolean): M;
  move(mark: M, dx: number, dy: number): M;
  /** what dragging it by hand does, where that is not to move all of it */
  drag?(mark: M, dx: number, dy: number): M;
  /** as it lies after the picture was trimmed or scaled */
  map(mark: M, mapping: Mapping): M;
  /** as it lies after it was turned; absent: it stays upright */
  turn?(mark: M, turning: Mapping): M;
  /** as it lies after it was made larger or smaller, where that is not as with its picture */
  resize?(mark: M, mapping: Mapping): M;
  /** where it is: when none of these is left in a picture that was trimmed, it is not seen there */
  places(mark: M): Point[];
  draw(canvas: MarkCanvas, mark: M, setting: MarkSetting): void;
  words(mark: M): MarkWords;
  /** what whoever made it wrote with it; absent where a mark has no words of its own */
  written?(mark: M): string;
  /** what of its looks can be chosen beside its ink; absent: nothing */
  styles?: readonly StyleName[];
  /** whether it takes away what lies under it, for good */
  burns: boolean;
  /** whether it is laid under all others and darkens what lies under it, instead of covering it */
  multiplies?: boolean;
}
