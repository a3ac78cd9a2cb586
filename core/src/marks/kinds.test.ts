import { createCanvas } from '@napi-rs/canvas';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Point } from '../geometry/box.ts';
import { scaledBy } from '../trims/trim.ts';
import { drawMarks, settingOf } from './drawMarks.ts';
import type { Inset } from './kinds/inset.ts';
import { renumbered } from './kinds/number.ts';
import { KINDS, kindOf } from './kinds.ts';
import type { Mark, MarkKind, MarkSetting } from './mark.ts';
import type { MarkCanvas } from './markCanvas.ts';
import { MARK_FONTS, type MarkFont, type MarkStyle, STYLE_RANGES, styleFor } from './markStyle.ts';
import { SvgCanvas } from './svgCanvas.ts';

const PICTURE = { width: 800, height: 600 };
const measure = (words: string, size: number) => words.length * size * 0.6;
const FONTS = { text: 'sans-serif', heads: 'monospace', fixed: 'monospace' };
const SETTING: MarkSetting = settingOf(PICTURE, FONTS, measure, []);
const base = { id: 'm', ink: '#b3261e' };

const at: fc.Arbitrary<Point> = fc.record({
  x: fc.integer({ min: 60, max: 700 }),
  y: fc.integer({ min: 60, max: 500 }),
});
const box = fc.record({
  x: fc.integer({ min: 60, max: 400 }),
  y: fc.integer({ min: 60, max: 300 }),
  width: fc.integer({ min: 40, max: 300 }),
  height: fc.integer({ min: 40, max: 200 }),
});
const plain: fc.Arbitrary<Mark> = fc.oneof(
  at.map((p): Mark => ({ kind: 'pin', letter: 'a', ...p })),
  fc.tuple(at, at).map(([from, to]): Mark => ({ kind: 'arrow', ...base, from, to })),
  fc.tuple(at, at).map(([from, to]): Mark => ({ kind: 'line', ...base, from, to })),
  box.map((b): Mark => ({ kind: 'ring', ...base, shape: 'box', box: b })),
  box.map((b): Mark => ({ kind: 'ring', ...base, shape: 'ellipse', box: b })),
  fc
    .tuple(box, fc.constantFrom('box' as const, 'ellipse' as const), fc.integer({ min: -89, max: 89 }))
    .map(([b, shape, turned]): Mark => ({ kind: 'ring', ...base, shape, box: b, turned })),
  fc.array(at, { minLength: 3, maxLength: 12 }).map((points): Mark => ({ kind: 'loop', ...base, points })),
  at.map((p): Mark => ({ kind: 'number', ...base, number: 3, says: 'third', ...p })),
  at.map((p): Mark => ({ kind: 'legend', ...base, ...p })),
  fc
    .tuple(at, fc.string({ minLength: 1, maxLength: 60 }))
    .map(([p, text]): Mark => ({ kind: 'text', ...base, ...p, text })),
  fc
    .tuple(at, at, fc.string({ minLength: 1, maxLength: 40 }))
    .map(([p, to, text]): Mark => ({ kind: 'callout', ...base, ...p, text, to })),
  fc
    .array(at, { minLength: 2, maxLength: 20 })
    .map((points): Mark => ({ kind: 'stroke', ...base, points: points.map((p) => ({ ...p, p: 0.5 })) })),
  box.map((b): Mark => ({ kind: 'highlight', id: 'm', tint: '#ffe27a', box: b })),
  fc
    .tuple(fc.constantFrom('length' as const, 'angle' as const, 'area' as const), at, at, at)
    .map(([of, a, b, c]): Mark => {
      const points = of === 'length' ? [a, b] : [a, b, c];
      return { kind: 'measure', ...base, of, points, unit: 'px', perPixel: 1 };
    }),
  at.map((p): Mark => ({ kind: 'colour', ...base, ...p, colour: '#336699' })),
  box.map((b): Mark => ({ kind: 'inset', id: 'm', pixels: 'data:image/png;base64,AAAA', box: b })),
  box.map((b): Mark => ({ kind: 'redaction', id: 'm', look: 'blur', box: b })),
);

const within = ([min, max]: readonly [number, number]) => fc.double({ min, max, noNaN: true });
const style: fc.Arbitrary<MarkStyle> = fc.record(
  {
    weight: within(STYLE_RANGES.weight),
    letters: within(STYLE_RANGES.letters),
    font: fc.constantFrom(...MARK_FONTS),
    opacity: within(STYLE_RANGES.opacity),
  },
  { requiredKeys: [] },
);
const styled = (m: Mark, looks: MarkStyle): Mark => ({ ...m, ...styleFor(looks, kindOf(m).styles ?? []) });
/** Any mark in any style, often in none. */
const mark = fc.oneof(
  plain,
  fc.tuple(plain, style).map(([m, looks]) => styled(m, looks)),
);

const angle = (points: Point[]): Mark => ({
  kind: 'measure',
  ...base,
  of: 'angle',
  points,
  unit: 'px',
  perPixel: 1,
});

const onePixel = createCanvas(1, 1).getContext('2d');
/** Width of a text as it is drawn. */
function realWidth(words: string, size: number, font: MarkFont): number {
  onePixel.font = `600 ${size}px ${font === 'plain' ? FONTS.text : FONTS.fixed}`;
  return onePixel.measureText(words).width;
}

/** The pixels that drawing a mark touches. */
function touched(marks: readonly Mark[]): Array<[number, number]> {
  const context = createCanvas(PICTURE.width, PICTURE.height).getContext('2d');
  drawMarks(context as unknown as MarkCanvas, marks, PICTURE, FONTS, realWidth);
  const { data } = context.getImageData(0, 0, PICTURE.width, PICTURE.height);
  const found: Array<[number, number]> = [];
  for (let i = 3; i < data.length; i += 4)
    if ((data[i] as number) > 0)
      found.push([((i - 3) / 4) % PICTURE.width, Math.floor((i - 3) / 4 / PICTURE.width)]);
  return found;
}

describe('every kind of mark', () => {
  it('moves there and back', () => {
    fc.assert(
      fc.property(
        mark,
        fc.integer({ min: -500, max: 500 }),
        fc.integer({ min: -500, max: 500 }),
        (m, dx, dy) => {
          const kind = kindOf(m);
          expect(kind.move(kind.move(m, dx, dy), -dx, -dy)).toEqual(m);
        },
      ),
    );
  });
  it('scales about the corner, so that its place is at the same part of the picture', () => {
    fc.assert(
      fc.property(mark, fc.constantFrom(0.5, 2, 3), (m, factor) => {
        const kind = kindOf(m);
        const [before, after] = [kind.words(m).data, kind.words(kind.map(m, scaledBy(factor))).data];
        for (const side of ['x', 'y'] as const)
          if (typeof before[side] === 'number')
            expect(Math.abs(Number(after[side]) - Number(before[side]) * factor)).toBeLessThanOrEqual(factor);
      }),
    );
  });
  it('draws inside its bounds only', () => {
    fc.assert(
      fc.property(mark, (m) => {
        const { x, y, width, height } = kindOf(m).bounds(m, {
          ...SETTING,
          measure: realWidth,
        });
        // One comparison for all: 480,000 pixels are looked at in each run.
        const outside = touched([m]).find(
          ([px, py]) => px < x - 4 || py < y - 4 || px > x + width + 4 || py > y + height + 4,
        );
        expect(outside).toBeUndefined();
      }),
      {
        numRuns: 200,
        // An angle of two short legs that lie on each other, and one that is nearly straight: their arcs lie beyond the points.
        examples: [
          [
            angle([
              { x: 60, y: 60 },
              { x: 60, y: 61 },
              { x: 60, y: 60 },
            ]),
          ],
          [
            angle([
              { x: 100, y: 100 },
              { x: 200, y: 101 },
              { x: 300, y: 100 },
            ]),
          ],
        ],
      },
    );
  });
  it('is hit where its handles are, and not far away', () => {
    fc.assert(
      fc.property(mark, (m) => {
        const kind = kindOf(m);
        for (const handle of kind.handles(m, SETTING))
          if (m.kind !== 'ring' || m.shape === 'box') expect(kind.hits(m, handle, 2, SETTING)).toBe(true);
        expect(kind.hits(m, { x: 5000, y: 5000 }, 8, SETTING)).toBe(false);
      }),
    );
  });
  it('keeps the other handles where they are while one is pulled', () => {
    fc.assert(
      fc.property(mark, at, (m, to) => {
        const kind = kindOf(m);
        const [first] = kind.handles(m, SETTING);
        if (!first || kind.handles(m, SETTING).length < 2) return;
        const pulled = kind.pull(m, first.name, to, false);
        const far = (one: Mark) => kind.handles(one, SETTING).at(-1);
        // The opposite corner may change its name, when one is pulled past it.
        const { x, y } = far(m) ?? first;
        const away = kind.handles(pulled, SETTING).map((corner) => Math.hypot(corner.x - x, corner.y - y));
        // No box is less than a pixel wide or high.
        const isLeast = 'box' in pulled && Math.min(pulled.box.width, pulled.box.height) <= 1;
        if (!isLeast) expect(Math.min(...away)).toBeLessThan(1e-9);
      }),
    );
  });
});

describe('a picture in a picture', () => {
  const inset: Mark = {
    ...{ kind: 'inset', id: 'm', pixels: 'data:image/png;base64,AAAA' },
    box: { x: 100, y: 100, width: 200, height: 100 },
  };
  it('keeps the ratio of its sides, whichever corner is pulled wherever', () => {
    fc.assert(
      fc.property(fc.constantFrom('nw', 'ne', 'sw', 'se'), at, fc.boolean(), (corner, to, even) => {
        const { box } = KINDS.inset.pull(inset as Inset, corner, to, even);
        expect(box.width / box.height).toBeCloseTo(2, 6);
        expect(Math.min(box.width, box.height)).toBeGreaterThanOrEqual(1);
      }),
    );
  });
  it('stays upright and undistorted where the picture is turned by a quarter', () => {
    const turned = { ...scaledBy(1), point: ({ x, y }: Point) => ({ x: 600 - y, y: x }) };
    expect(KINDS.inset.map(inset as Inset, turned)).toMatchObject({
      box: { x: 350, y: 150, width: 200, height: 100 },
    });
  });
  it('shows that something is there where its pixels cannot be had', () => {
    expect(touched([inset]).length).toBe(200 * 100);
  });
});

describe('a ring', () => {
  const ring: Mark = {
    kind: 'ring',
    ...base,
    shape: 'ellipse',
    box: { x: 100, y: 100, width: 200, height: 100 },
  };
  it('leaves free what lies in it', () => {
    expect(KINDS.ring.hits(ring, { x: 200, y: 150 }, 4, SETTING)).toBe(false);
    expect(KINDS.ring.hits(ring, { x: 300, y: 150 }, 4, SETTING)).toBe(true);
    // A corner of its box is no part of an ellipse.
    expect(KINDS.ring.hits(ring, { x: 102, y: 102 }, 4, SETTING)).toBe(false);
    expect(touched([ring]).some(([x, y]) => Math.abs(x - 200) < 60 && Math.abs(y - 150) < 30)).toBe(false);
  });
  it('becomes a circle when it is pulled evenly', () => {
    const even = KINDS.ring.pull(ring, 'se', { x: 250, y: 130 }, true);
    expect(even.box).toEqual({ x: 100, y: 100, width: 150, height: 150 });
  });
});

describe('a line that is held even', () => {
  it('lies at a multiple of 15 degrees (two drafting set squares; common practice, no source)', () => {
    fc.assert(
      fc.property(at, at, (from, to) => {
        const line: Mark = { kind: 'line', ...base, from, to: from };
        const { to: end } = KINDS.line.pull(line, 'to', to, true);
        const degrees = (Math.atan2(end.y - from.y, end.x - from.x) * 180) / Math.PI;
        const off = Math.abs(degrees / 15 - Math.round(degrees / 15));
        expect(off).toBeLessThan(1e-6);
      }),
    );
  });
});

describe('numbers', () => {
  const number = (id: string, n: number): Mark => ({
    kind: 'number',
    id,
    ink: '#b3261e',
    number: n,
    x: 0,
    y: 0,
    says: '',
  });
  it('have no gap after one was taken away', () => {
    const marks = [
      number('c', 3),
      { kind: 'pin', letter: 'a', x: 1, y: 1 } as Mark,
      number('a', 1),
      number('d', 7),
    ];
    expect(renumbered(marks).flatMap((m) => (m.kind === 'number' ? [[m.id, m.number]] : []))).toEqual([
      ['c', 2],
      ['a', 1],
      ['d', 3],
    ]);
  });
});

describe('a callout', () => {
  const callout: Mark = { kind: 'callout', ...base, x: 100, y: 100, text: 'here', to: { x: 400, y: 300 } };
  it('stays attached when either end is moved', () => {
    expect(KINDS.callout.drag?.(callout, 30, 40)).toMatchObject({ x: 130, y: 140, to: { x: 400, y: 300 } });
    expect(KINDS.callout.pull(callout, 'to', { x: 5, y: 6 }, false)).toMatchObject({
      x: 100,
      y: 100,
      to: { x: 5, y: 6 },
    });
  });
});

describe('a text', () => {
  it('of 5,000 letters wraps, and never leaves the picture', () => {
    const { text } = KINDS;
    for (const words of ['x'.repeat(5000), 'word '.repeat(1000), 'منحنى '.repeat(800)]) {
      const { x, y, width, height } = text.bounds(
        { kind: 'text', ...base, x: 700, y: 590, text: words },
        SETTING,
      );
      expect(x).toBeGreaterThanOrEqual(0);
      expect(y).toBeGreaterThanOrEqual(0);
      expect(x + width).toBeLessThanOrEqual(PICTURE.width + 0.01);
      expect(y + height).toBeLessThanOrEqual(PICTURE.height + 0.01);
    }
  });
});

describe('a kind that is added to the table', () => {
  it('is drawn, hit, scaled and read aloud without a change anywhere else', () => {
    interface Star {
      kind: 'star';
      x: number;
      y: number;
    }
    const star: MarkKind<Star> = {
      burns: false,
      bounds: ({ x, y }) => ({ x: x - 5, y: y - 5, width: 10, height: 10 }),
      hits: (s, p, tolerance) => Math.hypot(p.x - s.x, p.y - s.y) <= 5 + tolerance,
      handles: () => [],
      pull: (s) => s,
      move: (s, dx, dy) => ({ ...s, x: s.x + dx, y: s.y + dy }),
      map: (s, { point }) => ({ ...s, ...point(s) }),
      places: ({ x, y }) => [{ x, y }],
      draw(canvas, { x, y }) {
        canvas.fillStyle = '#000000';
        canvas.beginPath();
        canvas.rect(x - 5, y - 5, 10, 10);
        canvas.fill();
      },
      words: ({ x, y }) => ({ code: 'star' as 'line', data: { x, y } }),
    };
    const table = KINDS as unknown as Record<string, unknown>;
    table.star = star;
    try {
      const one = { kind: 'star', x: 100, y: 50 } as unknown as Mark;
      expect(touched([one]).length).toBe(100);
      expect(kindOf(one).hits(one, { x: 104, y: 50 }, 0, SETTING)).toBe(true);
      expect(kindOf(one).words(kindOf(one).map(one, scaledBy(2))).data).toEqual({ x: 200, y: 100 });
    } finally {
      delete table.star;
    }
  });
});

describe('the list of steps', () => {
  const list: Mark = { kind: 'legend', ...base, x: 40, y: 40 };
  const step = (number: number, says: string): Mark => ({
    kind: 'number',
    ...base,
    id: `s${number}`,
    number,
    says,
    x: 700,
    y: 60 * number,
  });
  const texts = (marks: readonly Mark[]) => {
    const canvas = new SvgCanvas();
    drawMarks(canvas, marks, PICTURE, FONTS, realWidth);
    return [...canvas.content.matchAll(/>([^<]*)<\/text>/g)].map(([, words]) => words);
  };
  it('names them in their order, whatever the order of the marks, and follows them', () => {
    const steps = [step(2, 'close it'), list, step(1, 'open the valve'), step(3, '')];
    // The numbers of the slips themselves, and the lines of the list, in the order of the marks.
    expect(texts(steps)).toEqual(['2', '1\u2003open the valve', '2\u2003close it', '3', '1', '3']);
    const fewer = renumbered(steps.filter((mark) => mark.kind !== 'number' || mark.number !== 1));
    expect(texts(fewer)).toEqual(['1', '1\u2003close it', '2', '2']);
  });
  it('has room for every line', () => {
    const steps = Array.from({ length: 9 }, (_, i) =>
      step(i + 1, 'a longer line of what is seen at this step'),
    );
    const setting = settingOf(PICTURE, FONTS, realWidth, steps);
    const { x, y, width, height } = kindOf(list).bounds(list, setting);
    expect(height).toBeGreaterThan(9 * 14);
    expect([x >= 0, y >= 0, x + width <= 800, y + height <= 600]).toEqual([true, true, true, true]);
  });
});

describe('how a mark looks', () => {
  const line: Mark = { kind: 'line', ...base, from: { x: 100, y: 300 }, to: { x: 700, y: 300 } };
  const text: Mark = { kind: 'text', ...base, x: 20, y: 20, text: 'iiii\nWWWW' };
  /** the height of what is touched in one column of pixels */
  const thickness = (m: Mark) => touched([m]).filter(([x]) => x === 400).length;
  const opaque = (m: Mark) => {
    const context = createCanvas(PICTURE.width, PICTURE.height).getContext('2d');
    drawMarks(context as unknown as MarkCanvas, [m], PICTURE, FONTS, realWidth);
    return Math.max(...context.getImageData(400, 300, 1, 1).data.slice(3));
  };
  it('lines are as many times as thick as is said', () => {
    // Its rim makes a line 1.9 times as wide as its ink; a pixel more or less where edges are smoothed.
    expect(Math.abs(thickness({ ...line, weight: 3 }) - 3 * thickness(line))).toBeLessThanOrEqual(3);
    expect(thickness({ ...line, weight: 0.25 })).toBeLessThan(thickness(line));
  });
  it('letters are as large as is said, and in the font that is said', () => {
    const height = (m: Mark) => kindOf(m).bounds(m, SETTING).height;
    expect(height({ ...text, letters: 2 })).toBeCloseTo(2 * height(text), 0);
    const widths = MARK_FONTS.map((font) =>
      ['iiii', 'WWWW'].map((words) => Math.round(realWidth(words, 20, font))),
    );
    expect(widths[0]?.[0]).not.toBe(widths[0]?.[1]);
    expect(widths[1]?.[0]).toBe(widths[1]?.[1]);
  });
  it('lets what is below be seen as much as is said, and the next mark not', () => {
    expect(opaque(line)).toBe(255);
    // Its rim lies under its ink, so that half of each leaves a quarter (source-over, W3C Compositing 1).
    expect(Math.abs(opaque({ ...line, opacity: 0.5 }) - 255 * 0.75)).toBeLessThanOrEqual(2);
    const over: Mark = { ...line, id: 'n', from: { x: 100, y: 301 } };
    const context = createCanvas(PICTURE.width, PICTURE.height).getContext('2d');
    drawMarks(context as unknown as MarkCanvas, [{ ...line, opacity: 0.5 }, over], PICTURE, FONTS, realWidth);
    expect(context.globalAlpha).toBe(1);
    expect(Math.max(...context.getImageData(400, 300, 1, 1).data.slice(3))).toBe(255);
  });
  it('a style leaves out what a kind does not have', () => {
    const all: MarkStyle = { weight: 2, letters: 2, font: 'fixed', opacity: 0.5 };
    expect(styleFor(all, KINDS.arrow.styles ?? [])).toEqual({ weight: 2, opacity: 0.5 });
    expect(styleFor(all, KINDS.redaction.styles ?? [])).toEqual({});
  });
});
