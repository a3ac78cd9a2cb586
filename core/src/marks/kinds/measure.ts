import type { Point } from '../../geometry/box.ts';
import type { Mapping } from '../../trims/trim.ts';
import type { MarkBase, MarkKind, MarkSetting } from '../mark.ts';
import { boxAround, distanceToSegment, evenEnd, lineWidth, strokeRimmed } from '../stroke.ts';
import { drawWords, inGround, layOut, type Worded } from '../textLayout.ts';

export const MEASURES = ['length', 'angle', 'area'] as const;

/** Something measured in the picture, with its result. Lengths and areas are real ones once the picture is calibrated. */
export interface Measure extends MarkBase {
  kind: 'measure';
  of: (typeof MEASURES)[number];
  /** a length: its ends; an angle: the end of a leg, its corner, the end of the other leg; an area: its corners in order */
  points: Point[];
  /** "px" until it is calibrated */
  unit: string;
  /** units for each pixel */
  perPixel: number;
  /** a length or an angle whose lines are followed by what is drawn near them */
  guide?: boolean | undefined;
}

/** Pixels, degrees, or square pixels. Area: the shoelace formula. */
function inPixels({ of, points }: Pick<Measure, 'of' | 'points'>): number {
  const [a = { x: 0, y: 0 }, b = a, c = b] = points;
  if (of === 'length') return Math.hypot(b.x - a.x, b.y - a.y);
  if (of === 'angle') {
    const turn = Math.atan2(a.y - b.y, a.x - b.x) - Math.atan2(c.y - b.y, c.x - b.x);
    const degrees = Math.abs((turn * 180) / Math.PI) % 360;
    return degrees > 180 ? 360 - degrees : degrees;
  }
  const twice = points.reduce((sum, p, i) => {
    const next = points[(i + 1) % points.length] ?? p;
    return sum + p.x * next.y - next.x * p.y;
  }, 0);
  return Math.abs(twice) / 2;
}

/** In the mark's unit, its square, or degrees. */
export function measured(mark: Measure): number {
  const value = inPixels(mark);
  return mark.of === 'angle'
    ? value
    : mark.of === 'length'
      ? value * mark.perPixel
      : value * mark.perPixel ** 2;
}

/** The result as it stands in the picture: four digits, and its unit. */
export function resultOf(mark: Measure): string {
  const value = measured(mark);
  const digits = value >= 1000 ? String(Math.round(value)) : String(Number(value.toPrecision(4)));
  return mark.of === 'angle' ? `${digits}°` : `${digits} ${mark.unit}${mark.of === 'area' ? '²' : ''}`;
}

/**
 * All marks of a picture after a length in it was given its real value: what is measured has that unit from then on.
 * @param value of the length, above 0
 */
export function calibrated<M extends { kind: string }>(
  marks: readonly M[],
  length: Measure,
  value: number,
  unit: string,
): M[] {
  const perPixel = value / inPixels(length);
  if (!Number.isFinite(perPixel) || perPixel <= 0) return [...marks];
  return marks.map((mark) => (mark.kind === 'measure' ? { ...mark, unit, perPixel } : mark));
}

export const measure: MarkKind<Measure> = {
  burns: false,
  styles: ['weight', 'letters', 'font', 'opacity'],
  bounds(mark, setting) {
    const { x, y, width, height } = layOut(labelOf(mark, setting), setting).ground;
    const arc = mark.of === 'angle' ? reachOf(arcIn(mark, setting)) : [];
    return boxAround(
      [...mark.points, ...arc, { x, y }, { x: x + width, y: y + height }],
      strokeWidth(setting, mark) * 6,
    );
  },
  hits(mark, at, tolerance, setting) {
    const reach = tolerance + lineWidth(setting.picture, mark.weight);
    return (
      inGround(layOut(labelOf(mark, setting), setting).ground, at, tolerance) ||
      segmentsOf(mark).some(([from, to]) => distanceToSegment(at, from, to) <= reach)
    );
  },
  handles: ({ points }) => points.map((point, i) => ({ name: String(i), ...point })),
  pull(mark, handle, to, even) {
    const index = Number(handle);
    const fixed = mark.of === 'angle' ? mark.points[1] : mark.points[index === 0 ? 1 : index - 1];
    const place = even && fixed && !(mark.of === 'angle' && index === 1) ? evenEnd(fixed, to) : to;
    return { ...mark, points: mark.points.map((point, i) => (i === index ? place : point)) };
  },
  move: (mark, dx, dy) => ({ ...mark, points: mark.points.map(({ x, y }) => ({ x: x + dx, y: y + dy })) }),
  map(mark, { point }: Mapping) {
    const mapped = { ...mark, points: mark.points.map(point) };
    if (mark.of === 'angle') return mapped;
    // What was measured stays what it is, however the picture is trimmed and scaled.
    const [before, after] = [inPixels(mark), inPixels(mapped)];
    if (before === 0 || after === 0) return mapped;
    const factor = mark.of === 'length' ? before / after : Math.sqrt(before / after);
    return { ...mapped, perPixel: mark.perPixel * factor };
  },
  turn: (mark, { point }) => ({ ...mark, points: mark.points.map(point) }),
  // It measures something else then.
  resize: (mark, { point }) => ({ ...mark, points: mark.points.map(point) }),
  places: ({ points }) => points,
  draw(canvas, mark, setting) {
    const width = strokeWidth(setting, mark);
    strokeRimmed(canvas, mark.ink, width, () => {
      for (const [from, to] of segmentsOf(mark)) {
        canvas.moveTo(from.x, from.y);
        canvas.lineTo(to.x, to.y);
      }
      if (mark.of === 'length')
        for (const [end, other] of [mark.points, [...mark.points].reverse()] as Point[][])
          if (end && other) tick(canvas, end, other, width * 4);
      if (mark.of === 'angle') drawArc(canvas, arcIn(mark, setting));
    });
    drawWords(canvas, labelOf(mark, setting), setting);
  },
  words: (mark) => ({ code: 'measure', data: { of: mark.of, result: resultOf(mark) } }),
};

function segmentsOf({ of, points }: Measure): Array<[Point, Point]> {
  const all = of === 'area' ? [...points, ...points.slice(0, 1)] : points;
  return all.slice(1).map((to, i) => [all[i] ?? to, to]);
}

/** Where the result is written: beside the middle of a length, beside the corner of an angle, in the middle of an area. */
function labelOf(mark: Measure, setting: MarkSetting): Worded {
  const { points, of } = mark;
  const corner = of === 'angle' ? points.slice(1, 2) : points;
  const x = corner.reduce((sum, p) => sum + p.x, 0) / Math.max(corner.length, 1);
  const y = corner.reduce((sum, p) => sum + p.y, 0) / Math.max(corner.length, 1);
  const away = of === 'area' ? 0 : lineWidth(setting.picture, mark.weight) * 3;
  return { ...mark, x: x + away, y: y + away, text: resultOf(mark) };
}

type Path = Parameters<MarkKind<Measure>['draw']>[0];

/** A short line across an end. */
function tick(canvas: Path, { x, y }: Point, other: Point, half: number): void {
  const long = Math.hypot(other.x - x, other.y - y) || 1;
  const [dx, dy] = [((other.y - y) / long) * half, (-(other.x - x) / long) * half];
  canvas.moveTo(x - dx, y - dy);
  canvas.lineTo(x + dx, y + dy);
}

interface Arc {
  centre: Point;
  radius: number;
  /** radians, clockwise from the first to the second */
  from: number;
  to: number;
}

/** The arc of the smaller of the two angles between the legs; it ends within the shorter leg. */
function arcIn(mark: Measure, setting: MarkSetting): Arc | undefined {
  const [a, b, c] = mark.points;
  if (!a || !b || !c) return undefined;
  const legs = [Math.hypot(a.x - b.x, a.y - b.y), Math.hypot(c.x - b.x, c.y - b.y)];
  const [first, second] = [Math.atan2(a.y - b.y, a.x - b.x), Math.atan2(c.y - b.y, c.x - b.x)];
  const turn = (second - first + 4 * Math.PI) % (2 * Math.PI);
  const from = turn > Math.PI ? second : first;
  return {
    centre: b,
    radius: Math.min(strokeWidth(setting, mark) * 9, ...legs),
    from,
    to: from + Math.min(turn, 2 * Math.PI - turn),
  };
}

function drawArc(canvas: Path, arc: Arc | undefined): void {
  if (!arc) return;
  const start = onArc(arc, arc.from);
  canvas.moveTo(start.x, start.y);
  canvas.arc(arc.centre.x, arc.centre.y, arc.radius, arc.from, arc.to);
}

/** The places of an arc that lie farthest to each side: its ends, and where it crosses an axis through its centre. */
function reachOf(arc: Arc | undefined): Point[] {
  if (!arc) return [];
  const first = Math.ceil(arc.from / (Math.PI / 2));
  const last = Math.floor(arc.to / (Math.PI / 2));
  const crossings = Array.from(
    { length: Math.max(last - first + 1, 0) },
    (_, i) => ((first + i) * Math.PI) / 2,
  );
  return [arc.from, ...crossings, arc.to].map((angle) => onArc(arc, angle));
}

function onArc({ centre, radius }: Arc, angle: number): Point {
  return { x: centre.x + radius * Math.cos(angle), y: centre.y + radius * Math.sin(angle) };
}

function strokeWidth(setting: MarkSetting, { weight }: Measure): number {
  return Math.max(2, lineWidth(setting.picture, weight) * 0.7);
}
