import { boxOf, type Mark, type Measure, type Point } from '@nachweis/core';
import type { Making, Tool } from './tools.ts';

/** A new measure has the unit of those that are there: a picture is calibrated once. */
function unitOf(marks: readonly Mark[]): Pick<Measure, 'unit' | 'perPixel'> {
  const first = marks.find((mark) => mark.kind === 'measure');
  return first ? { unit: first.unit, perPixel: first.perPixel } : { unit: 'px', perPixel: 1 };
}

const measureOf = (of: Measure['of'], { id, ink, marks }: Making, points: Point[]): Measure => ({
  kind: 'measure',
  id,
  ink,
  of,
  points,
  ...unitOf(marks),
});

const length: Tool = {
  name: 'length',
  label: 'Length',
  hint: 'Drag from one end to the other. Where its real length is known, write it beside it: then all that is measured is real.',
  drawn: true,
  make: (making) => measureOf('length', making, [making.from, making.to]),
};

const angle: Tool = {
  name: 'angle',
  label: 'Angle',
  hint: 'Drag from the corner along one leg; the other one lies level. Then pull the ends to where they belong.',
  drawn: true,
  make: (making) => {
    const { from, to } = making;
    const long = Math.hypot(to.x - from.x, to.y - from.y);
    const level = { x: from.x + (to.x < from.x ? -long : long), y: from.y };
    return measureOf('angle', making, [to, from, level]);
  },
};

const area: Tool = {
  name: 'area',
  label: 'Area',
  hint: 'Drag over it, then pull the corners to where they belong. Shift begins with a square.',
  drawn: true,
  make: (making) => {
    const { x, y, width, height } = boxOf(making.from, making.to, making.even);
    return measureOf('area', making, [
      { x, y },
      { x: x + width, y },
      { x: x + width, y: y + height },
      { x, y: y + height },
    ]);
  },
};

const colour: Tool = {
  name: 'colour',
  label: 'Colour',
  hint: 'Click a pixel to read its colour.',
  drawn: false,
  make({ id, ink, to, colourAt }) {
    const read = colourAt(to);
    if (!read) return null;
    return { kind: 'colour', id, ink, x: Math.floor(to.x) + 0.5, y: Math.floor(to.y) + 0.5, colour: read };
  },
};

const words: Tool = {
  name: 'words',
  label: 'Words',
  hint: 'Drag over words to read them out of the picture, as text that can be copied.',
  drawn: true,
  reads: true,
  make: ({ id, ink, from, to, even }) => ({
    kind: 'ring',
    id,
    ink,
    shape: 'box',
    box: boxOf(from, to, even),
  }),
  inMiddle: ({ width, height }) => [
    { x: 0, y: 0 },
    { x: width, y: height },
  ],
};

export const MEASURE_TOOLS: readonly Tool[] = [length, angle, area, colour, words];
