import { expect, it } from 'vitest';
import type { Mark } from '../marks/mark.ts';
import { marksInFrame, marksOnPicture, marksOnTrimmed } from './placedMarks.ts';
import { placingOf } from './placing.ts';

const CAPTURE = { width: 400, height: 300 };
const arrow = (x: number, to: number): Mark =>
  ({ id: `a${x}`, kind: 'arrow', from: { x, y: 20 }, to: { x: to, y: 30 } }) as Mark;
const pin = (letter: string, x: number): Mark => ({ kind: 'pin', letter, x, y: 20 });
const placesOf = (marks: readonly Mark[]) =>
  marks.map((mark) => (mark.kind === 'arrow' ? [mark.from.x, mark.to.x] : 'x' in mark ? mark.x : null));

it('a mark of which nothing is left in the picture goes with the band it lay in; one that reaches out of it stays', () => {
  const placing = placingOf(
    { framing: { kind: 'whole' }, trims: [{ kind: 'band', of: 'columns', from: 100, to: 200 }] },
    CAPTURE,
  );
  const marks = [arrow(120, 180), arrow(50, 150), arrow(150, 250), pin('a', 130), pin('b', 250)];
  const left = marksOnTrimmed(marks, placing);
  expect(left.map((mark) => (mark.kind === 'pin' ? mark.letter : (mark as { id?: string }).id))).toEqual([
    'a50',
    'a150',
    'b',
  ]);
  // Behind the band everything has come nearer by what was taken out, less the strip that joins.
  const nearer = CAPTURE.width - placing.trimmed.width;
  expect(placesOf(left).at(-1)).toBe(250 - nearer);
});

it('a pin outside of the frame is not in the picture; an arrow that reaches into it from there is', () => {
  const framing = { kind: 'region' as const, box: { x: 100, y: 0, width: 200, height: 100 } };
  const marks = [pin('a', 50), pin('b', 150), arrow(50, 150)];
  const placing = placingOf({ framing }, CAPTURE);
  expect(placesOf(marksOnTrimmed(marks, placing))).toEqual([50, [-50, 50]]);
  expect(placesOf(marksInFrame(marks, placing.frame))).toEqual([50, [-50, 50]]);
  const half = placingOf({ framing: { ...framing, width: 100 } }, CAPTURE);
  expect(placesOf(marksOnPicture(marks, half))).toEqual([25, [-25, 25]]);
});
