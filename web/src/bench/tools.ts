import {
  type Box,
  boxOf,
  type Finish,
  HIGHLIGHT_TINTS,
  KINDS,
  MAX_LOOP_POINTS,
  MAX_STROKE_POINTS,
  type Mark,
  type Point,
  REDACTION_LOOKS,
  type Redaction,
  type Size,
  simplifyLine,
  type Trim,
} from '@nachweis/core';
import { MEASURE_TOOLS } from './measureTools.ts';
import { FINISH_TOOL, TRIM_TOOLS, type Trimming } from './trimTools.ts';

/** What a new mark is made of. */
export interface Making {
  id: string;
  ink: string;
  /** where the pointer went down, in pixels of the capture */
  from: Point;
  /** where it is now */
  to: Point;
  /** circles, squares, and lines at multiples of 15 degrees */
  even: boolean;
  /** all places on the way, with the pressure of a pen */
  path: ReadonlyArray<Point & { p: number }>;
  /** marks that are there */
  marks: readonly Mark[];
  /** of a pixel of the picture that is seen, as "#rrggbb"; null where it cannot be read */
  colourAt: (at: Point) => string | null;
  /** the line of text that lies between two places of it; null where none does */
  textUnder: (from: Point, to: Point) => Box | null;
}

/** A tool of the bench: what it is called, how it is used, and the mark it makes. */
export interface Tool {
  name: string;
  label: string;
  hint: string;
  /** drawn from one place to another; else put at one place */
  drawn: boolean;
  /** null where nothing is drawn: pins belong to must-shows, and finishing is chosen in a panel */
  make: ((making: Making) => Mark | null) | null;
  /** where it begins and ends when it is put in the middle without a pointer; else a part of the picture's size */
  inMiddle?: (picture: Size) => [Point, Point];
  /** of a tool that does a step instead: its mark only shows where; null where it would do nothing */
  trim?: (trimming: Trimming) => Exclude<Trim, Finish> | null;
  /** of a tool that reads the words of a part instead */
  reads?: true;
  /** of a tool that puts another picture in instead */
  inserts?: true;
  /** of a tool that chooses the marks in a part instead */
  chooses?: true;
}

/** Tools that serve one purpose, under one key; the same key again goes on to the next of them. */
export interface ToolGroup {
  key: string;
  label: string;
  tools: readonly Tool[];
}

const pin: Tool = {
  name: 'pin',
  label: 'Pin',
  hint: 'Click where the chosen must-show is seen, or press its letter with the pointer there.',
  drawn: false,
  make: null,
};
const arrow: Tool = {
  name: 'arrow',
  label: 'Arrow',
  hint: 'Drag from where it begins to what it points at. Shift holds it at even angles.',
  drawn: true,
  make: ({ id, ink, from, to, even }) =>
    KINDS.arrow.pull({ kind: 'arrow', id, ink, from, to: from }, 'to', to, even),
};
const ringAs = (shape: 'box' | 'ellipse', label: string, evenly: string): Tool => ({
  name: `ring-${shape}`,
  label,
  hint: `Drag around what is meant. Shift makes a ${evenly}.`,
  drawn: true,
  make: ({ id, ink, from, to, even }) => ({ kind: 'ring', id, ink, shape, box: boxOf(from, to, even) }),
});
const loop: Tool = {
  name: 'loop',
  label: 'Loop',
  hint: 'Draw around what is meant by hand. It closes by itself.',
  drawn: true,
  make: ({ id, ink, path, from, to }) => ({ kind: 'loop', id, ink, points: closed(path, from, to) }),
};

/** What was drawn by hand as few places that keep its shape; without a hand, a box. */
function closed(path: readonly Point[], from: Point, to: Point): Point[] {
  const drawn = simplifyLine(
    path.map(({ x, y }) => ({ x, y })),
    1,
  );
  if (drawn.length < 3) return [from, { x: to.x, y: from.y }, to, { x: from.x, y: to.y }];
  const every = Math.ceil(drawn.length / MAX_LOOP_POINTS);
  return drawn.filter((_, i) => i % every === 0);
}

const line: Tool = {
  name: 'line',
  label: 'Line',
  hint: 'Drag from one end to the other. Shift holds it at even angles.',
  drawn: true,
  make: ({ id, ink, from, to, even }) =>
    KINDS.line.pull({ kind: 'line', id, ink, from, to: from }, 'to', to, even),
};
const number: Tool = {
  name: 'number',
  label: 'Step',
  hint: 'Click where a step is seen; the next one gets the next number.',
  drawn: false,
  make: ({ id, ink, to, marks }) => ({
    kind: 'number',
    id,
    ink,
    number: marks.filter((mark) => mark.kind === 'number').length + 1,
    ...to,
    says: '',
  }),
};
const legend: Tool = {
  name: 'legend',
  label: 'Steps’ list',
  hint: 'Put the steps first, then click where the list of them shall stand. It follows what is written at each.',
  drawn: false,
  make: ({ id, ink, to, marks }) =>
    marks.some((mark) => mark.kind === 'number') ? { kind: 'legend', id, ink, ...to } : null,
};
const text: Tool = {
  name: 'text',
  label: 'Text',
  hint: 'Click where it shall stand, then write.',
  drawn: false,
  make: ({ id, ink, to }) => ({ kind: 'text', id, ink, ...to, text: FIRST_TEXT }),
};
const callout: Tool = {
  name: 'callout',
  label: 'Callout',
  hint: 'Drag from the place that is meant to where the words shall stand, then write.',
  drawn: true,
  make: ({ id, ink, from, to }) => ({ kind: 'callout', id, ink, ...to, text: FIRST_TEXT, to: from }),
};
const stroke: Tool = {
  name: 'stroke',
  label: 'Stroke',
  hint: 'Draw by hand. It is smoothed; a pen that is pressed harder draws a thicker line.',
  drawn: true,
  make: ({ id, ink, path, from, to }) => ({
    kind: 'stroke',
    id,
    ink,
    points: thinned(path.length >= 2 ? path : [from, to].map((place) => ({ ...place, p: 0.5 }))),
  }),
};

const highlighter: Tool = {
  name: 'highlight',
  label: 'Highlighter',
  hint: 'Drag along what is to be noticed. It tints, and never covers.',
  drawn: true,
  make: ({ id, from, to, even }) => ({
    kind: 'highlight',
    id,
    tint: HIGHLIGHT_TINTS[0],
    box: boxOf(from, to, even),
  }),
};

/** A tint that is lower than this, in pixels, is not noticed. */
const LEAST_TINT = 14;
const atLeast = (box: Box, height: number): Box =>
  box.height >= height ? box : { ...box, y: box.y - (height - box.height) / 2, height };

const textHighlighter: Tool = {
  name: 'highlight-text',
  label: 'Line of text',
  hint: 'Drag along a line of text: the tint is as high as its letters. Where there is none, it is as you drag.',
  drawn: true,
  make: ({ id, from, to, textUnder }) => ({
    kind: 'highlight',
    id,
    tint: HIGHLIGHT_TINTS[0],
    box: textUnder(from, to) ?? atLeast(boxOf(from, to, false), LEAST_TINT),
  }),
};

const picture: Tool = {
  name: 'inset',
  label: 'Picture',
  hint: 'Choose a picture, or press Ctrl V; it is put in the middle. Drag it to its place, and a corner to its size.',
  drawn: true,
  inserts: true,
  make: () => null,
};

/** No more places than are kept, evenly taken from all. */
function thinned(path: ReadonlyArray<Point & { p: number }>): Array<Point & { p: number }> {
  const every = Math.ceil(path.length / MAX_STROKE_POINTS);
  return path.filter((_, i) => i % every === 0 || i === path.length - 1).slice(-MAX_STROKE_POINTS);
}

const choose: Tool = {
  name: 'choose',
  label: 'Choose',
  hint: 'Drag a frame around marks, or click one; with Shift one more. Ctrl A takes all.',
  drawn: true,
  chooses: true,
  make: ({ id, from, to }) => ({
    kind: 'ring',
    id,
    ink: '#1c6660',
    shape: 'box',
    box: boxOf(from, to, false),
  }),
};

/** What a text says until something is written. */
export const FIRST_TEXT = '…';

const LOOK_LABELS: Readonly<Record<Redaction['look'], string>> = {
  solid: 'Solid',
  mosaic: 'Mosaic',
  blur: 'Blur',
};
const hideAs = (look: Redaction['look']): Tool => ({
  name: `hide-${look}`,
  label: LOOK_LABELS[look],
  hint: 'Drag over what is nobody’s business. It is taken away for good in all that leaves you.',
  drawn: true,
  make: ({ id, from, to, even }) => ({ kind: 'redaction', id, look, box: boxOf(from, to, even) }),
});

export const TOOL_GROUPS: readonly ToolGroup[] = [
  {
    key: '1',
    label: 'Point',
    tools: [
      pin,
      arrow,
      ringAs('box', 'Box', 'square'),
      ringAs('ellipse', 'Ellipse', 'circle'),
      loop,
      line,
      number,
      legend,
      choose,
    ],
  },
  { key: '2', label: 'Say', tools: [text, callout, stroke, highlighter, textHighlighter, picture] },
  { key: '3', label: 'Measure', tools: MEASURE_TOOLS },
  { key: '4', label: 'Hide', tools: REDACTION_LOOKS.map(hideAs) },
  { key: '5', label: 'Trim', tools: TRIM_TOOLS },
  { key: '6', label: 'Finish', tools: [FINISH_TOOL] },
];

export const PIN_TOOL = pin;

/** The tool that a group's key leads to: its first, or the next one where one of it is in hand. */
export function toolFor(key: string, now: Tool): Tool | null {
  const group = TOOL_GROUPS.find((one) => one.key === key);
  if (!group) return null;
  const place = group.tools.findIndex((tool) => tool.name === now.name);
  return group.tools[(place + 1) % group.tools.length] ?? null;
}
