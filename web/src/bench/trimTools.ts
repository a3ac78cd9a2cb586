import { boxOf, type Finish, type Mark, type Point, type Size, type Trim, tiltFor } from '@nachweis/core';
import type { Making, Tool } from './tools.ts';

/** What a step is made of. */
export interface Trimming {
  /** in pixels of the picture that is seen */
  from: Point;
  to: Point;
  picture: Size;
  /** of the pixel at `to`; null where it cannot be read */
  colour: string | null;
}

/** Shows along which way a tool is being drawn. */
const shownAs =
  (of: 'box' | 'line') =>
  ({ id, ink, from, to, even }: Making): Mark =>
    of === 'box'
      ? { kind: 'ring', id, ink, shape: 'box', box: boxOf(from, to, even) }
      : { kind: 'line', id, ink, from, to };

const band: Tool = {
  name: 'band',
  label: 'Band',
  hint: 'Drag over what shall be left out: across for columns, down for rows. The join shows that something is left out.',
  drawn: true,
  make: shownAs('box'),
  trim({ from, to, picture }) {
    const columns = Math.abs(to.x - from.x) >= Math.abs(to.y - from.y);
    const [a, b, most] = columns ? [from.x, to.x, picture.width] : [from.y, to.y, picture.height];
    const [first, last] = [
      Math.max(0, Math.round(Math.min(a, b))),
      Math.min(most, Math.round(Math.max(a, b))),
    ];
    return last > first && last - first < most
      ? { kind: 'band', of: columns ? 'columns' : 'rows', from: first, to: last }
      : null;
  },
};

const level: Tool = {
  name: 'level',
  label: 'Level',
  hint: 'Drag along an edge that ought to be level or upright. The picture is tilted until it is.',
  drawn: true,
  make: shownAs('line'),
  // A degree, which is then changed in its field.
  inMiddle: ({ width, height }) => [
    { x: 0, y: height / 2 },
    { x: width, y: height / 2 - width * Math.tan(Math.PI / 180) },
  ],
  trim({ from, to }) {
    const degrees = tiltFor(from, to);
    return degrees === 0 ? null : { kind: 'tilt', degrees };
  },
};

/** Steps of brightness that compression and smoothing make of one colour; common practice, no source. */
const USUAL_TOLERANCE = 16;

const clear: Tool = {
  name: 'clear',
  label: 'Clear colour',
  hint: 'Click a colour to make it transparent where it hangs together with that place.',
  drawn: false,
  make: shownAs('box'),
  trim({ to, colour }) {
    if (!colour) return null;
    const from = { x: Math.floor(to.x), y: Math.floor(to.y) };
    return { kind: 'clear', colour, tolerance: USUAL_TOLERANCE, from };
  },
};

export const TRIM_TOOLS: readonly Tool[] = [band, level, clear];

/** Finishing draws nothing: it is chosen in its panel. */
export const FINISH_TOOL: Tool = {
  name: 'finish',
  label: 'Finish',
  hint: 'What the picture needs on the page it goes to. All of it is off unless it is wanted.',
  drawn: false,
  make: null,
};

/** Steps that need no place: they are done at once. */
export const AT_ONCE: ReadonlyArray<{ label: string; trim: Exclude<Trim, Finish> }> = [
  { label: 'Turn left', trim: { kind: 'turn', quarters: 3 } },
  { label: 'Turn right', trim: { kind: 'turn', quarters: 1 } },
  { label: 'Mirror left and right', trim: { kind: 'mirror', sides: 'left-right' } },
  { label: 'Mirror top and bottom', trim: { kind: 'mirror', sides: 'top-bottom' } },
];
