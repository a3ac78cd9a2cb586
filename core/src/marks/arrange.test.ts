import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ALIGNMENTS, alignMarks, boundsOfAll, reorderMarks, spreadMarks, withGroups } from './arrange.ts';
import { kindOf } from './kinds.ts';
import type { Mark, MarkSetting } from './mark.ts';

const setting: MarkSetting = {
  picture: { width: 4000, height: 4000 },
  fonts: { plain: 'Nachweis', fixed: 'Nachweis' },
  measure: (text, size) => text.length * size * 0.5,
};
/** Away from the edges: no text leaves the picture, so that one there cannot follow an arrow's rim over the edge. */
const place = fc.record({ x: fc.integer({ min: 1700, max: 2300 }), y: fc.integer({ min: 1700, max: 2300 }) });
const side = fc.integer({ min: 1, max: 90 });
const mark: fc.Arbitrary<Mark> = fc.oneof(
  fc.record({ at: place, width: side, height: side }).map(
    ({ at, width, height }): Mark => ({
      kind: 'ring',
      id: 'r',
      ink: '#000000',
      shape: 'box',
      box: { ...at, width, height },
    }),
  ),
  fc.tuple(place, place).map(([from, to]): Mark => ({ kind: 'arrow', id: 'a', ink: '#000000', from, to })),
  place.map((at): Mark => ({ kind: 'text', id: 't', ink: '#000000', ...at, text: 'Peak' })),
);
const several = fc
  .array(mark, { minLength: 2, maxLength: 8 })
  .map((marks) => marks.map((one, i) => ({ ...one, id: `m${i}` }) as Mark));
const boxOf = (one: Mark) => kindOf<Mark>(one).bounds(one, setting);
const idsOf = (marks: readonly Mark[]) => marks.map((one) => ('id' in one ? one.id : ''));

describe('alignMarks', () => {
  it('brings one edge or the middle of all to one line, keeps sizes, and moves nothing the other way', () => {
    fc.assert(
      fc.property(several, fc.constantFrom(...ALIGNMENTS), (marks, to) => {
        const around = boundsOfAll(marks, setting);
        const line = (one: Mark) => {
          const { x, y, width, height } = boxOf(one);
          return {
            left: x,
            centre: x + width / 2,
            right: x + width,
            top: y,
            middle: y + height / 2,
            bottom: y + height,
          }[to];
        };
        const { x, y, width, height } = around;
        const wanted = {
          left: x,
          centre: x + width / 2,
          right: x + width,
          top: y,
          middle: y + height / 2,
          bottom: y + height,
        }[to];
        const across = ['left', 'centre', 'right'].includes(to);
        for (const [index, one] of alignMarks(marks, to, setting).entries()) {
          const before = boxOf(marks[index] as Mark);
          expect(line(one)).toBeCloseTo(wanted, 6);
          expect(boxOf(one).width).toBeCloseTo(before.width, 6);
          expect(across ? boxOf(one).y : boxOf(one).x).toBeCloseTo(across ? before.y : before.x, 6);
        }
      }),
    );
  });
  it('done twice is done once', () => {
    fc.assert(
      fc.property(several, fc.constantFrom(...ALIGNMENTS), (marks, to) => {
        const once = alignMarks(marks, to, setting).map(boxOf);
        const twice = alignMarks(alignMarks(marks, to, setting), to, setting).map(boxOf);
        for (const [index, box] of once.entries()) expect(twice[index]?.x).toBeCloseTo(box.x, 6);
      }),
    );
  });
});

describe('spreadMarks', () => {
  it('gives the same distance between neighbours; the outer two stay', () => {
    fc.assert(
      fc.property(several, fc.constantFrom('across' as const, 'down' as const), (marks, along) => {
        const spread = spreadMarks(marks, along, setting);
        expect(idsOf(spread)).toEqual(idsOf(marks));
        if (marks.length < 3) {
          expect(spread).toEqual(marks);
          return;
        }
        const [start, length] = along === 'across' ? (['x', 'width'] as const) : (['y', 'height'] as const);
        // In the order they had before, since what is large may reach over its neighbour.
        const order = marks
          .map((one, index) => ({ index, middle: boxOf(one)[start] + boxOf(one)[length] / 2 }))
          .sort((a, b) => a.middle - b.middle)
          .map(({ index }) => boxOf(spread[index] as Mark));
        const gaps = order
          .slice(1)
          .map((box, i) => box[start] - ((order[i]?.[start] ?? 0) + (order[i]?.[length] ?? 0)));
        for (const gap of gaps) expect(gap).toBeCloseTo(gaps[0] ?? 0, 6);
      }),
    );
  });
});

describe('reorderMarks', () => {
  it('puts what is meant in front or behind, and keeps the order otherwise', () => {
    fc.assert(
      fc.property(
        several,
        fc.func(fc.boolean()),
        fc.constantFrom('front' as const, 'back' as const),
        (marks, is, to) => {
          const meant = (one: Mark) => is(idsOf([one])[0]);
          const done = reorderMarks(marks, meant, to);
          expect([...idsOf(done)].sort()).toEqual([...idsOf(marks)].sort());
          const [a, b] = [marks.filter(meant), marks.filter((one) => !meant(one))];
          expect(idsOf(done)).toEqual(idsOf(to === 'front' ? [...b, ...a] : [...a, ...b]));
        },
      ),
    );
  });
});

describe('withGroups', () => {
  const line = { kind: 'line', ink: '#000000', from: { x: 0, y: 0 }, to: { x: 9, y: 9 } } as const;
  const marks: Mark[] = [
    { ...line, id: 'a', group: 'g' },
    { ...line, id: 'b' },
    { ...line, id: 'c', group: 'g' },
  ];
  it('takes the others of a group along, and nobody else', () => {
    expect(withGroups(['a'], marks)).toEqual(['a', 'c']);
    expect(withGroups(['b'], marks)).toEqual(['b']);
    expect(withGroups([], marks)).toEqual([]);
    expect(withGroups(['gone'], marks)).toEqual([]);
  });
});
