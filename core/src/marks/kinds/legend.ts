import type { Mark, MarkBase, MarkKind, MarkSetting, Step } from '../mark.ts';
import { drawWords, inGround, layOut, type Worded } from '../textLayout.ts';

/** The list of all numbered steps of the picture with their lines of text, on a ground of its own. */
export interface Legend extends MarkBase {
  kind: 'legend';
  /** upper left corner of its ground */
  x: number;
  y: number;
}

export const legend: MarkKind<Legend> = {
  burns: false,
  styles: ['letters', 'font', 'opacity'],
  bounds: (mark, setting) => layOut(listed(mark, setting), setting).ground,
  hits: (mark, at, tolerance, setting) =>
    inGround(layOut(listed(mark, setting), setting).ground, at, tolerance),
  handles: () => [],
  pull: (mark) => mark,
  move: (mark, dx, dy) => ({ ...mark, x: mark.x + dx, y: mark.y + dy }),
  map: (mark, { point }) => ({ ...mark, ...point(mark) }),
  places: ({ x, y }) => [{ x, y }],
  draw: (canvas, mark, setting) => drawWords(canvas, listed(mark, setting), setting),
  words: ({ x, y }) => ({ code: 'legend', data: { x: Math.round(x), y: Math.round(y) } }),
};

/** A line for each step, in their order. */
const listed = (mark: Legend, { steps = [] }: MarkSetting): Worded => ({
  ...mark,
  text: steps.map(({ number, says }) => `${number}\u2003${says}`.trimEnd()).join('\n'),
});

/** What a legend lists of the marks of a picture. */
export const stepsOf = (marks: readonly Mark[]): Step[] =>
  marks
    .flatMap((mark) => (mark.kind === 'number' ? [{ number: mark.number, says: mark.says }] : []))
    .sort((a, b) => a.number - b.number);
