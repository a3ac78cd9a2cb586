import fc from 'fast-check';
import { Image } from 'image-js';
import sharp, { type Sharp } from 'sharp';
import { describe, expect, it } from 'vitest';
import type { Framing } from '../marks/framing.ts';
import { carryTrims } from '../preparation/carryTrims.ts';
import { tiltFor, withFinish, withTrim } from '../preparation/changeTrims.ts';
import { placingOf } from '../preparation/placing.ts';
import { trimmedPicture } from '../preparation/trimmedPicture.ts';
import type { Raster } from '../raster/raster.ts';
import { SIDES } from './kinds/cutHere.ts';
import { TRIM_KINDS, trimKindOf } from './kinds.ts';
import type { Trim } from './trim.ts';
import { TRIM_PIXELS } from './trimPixels.ts';

/** Every pixel of another colour, so that a pixel that is moved is known again. */
function chequered(width: number, height: number): Raster {
  const data = new Uint8ClampedArray(width * height * 4);
  for (let i = 0; i < width * height; i++)
    data.set([(i * 37) % 256, (i * 91 + 11) % 256, Math.floor(i / 7) % 256, 255], i * 4);
  return { width, height, data };
}
const plain = (width: number, height: number, colour: readonly number[]): Raster => ({
  width,
  height,
  data: Uint8ClampedArray.from({ length: width * height * 4 }, (_, i) => colour[i % 4] ?? 0),
});
const pixel = ({ width, data }: Raster, x: number, y: number) => [
  ...data.subarray((y * width + x) * 4, (y * width + x) * 4 + 4),
];
const sharpOf = ({ width, height, data }: Raster) =>
  sharp(Buffer.from(data), { raw: { width, height, channels: 4 } });
const rawOf = async (picture: Sharp) => [...(await picture.ensureAlpha().raw().toBuffer())];

const exact = fc.oneof(
  fc.record({
    kind: fc.constant('turn' as const),
    quarters: fc.constantFrom(1 as const, 2 as const, 3 as const),
  }),
  fc.record({
    kind: fc.constant('mirror' as const),
    sides: fc.constantFrom('left-right' as const, 'top-bottom' as const),
  }),
  fc.record({
    kind: fc.constant('band' as const),
    of: fc.constantFrom('columns' as const, 'rows' as const),
    from: fc.nat(150),
    to: fc.nat(200),
  }),
  fc.record({ kind: fc.constant('set-off' as const), by: fc.constantFrom('rule' as const, 'tone' as const) }),
);
const any: fc.Arbitrary<Trim> = fc.oneof(
  exact,
  fc.record({ kind: fc.constant('tilt' as const), degrees: fc.double({ min: -45, max: 45, noNaN: true }) }),
  fc.record({ kind: fc.constant('cut-here' as const), sides: fc.subarray([...SIDES]) }),
  fc.record({ kind: fc.constant('ground' as const), colour: fc.constant('#ffffff') }),
  fc.record({
    kind: fc.constant('tone' as const),
    as: fc.constantFrom('greys' as const, 'inverted' as const),
  }),
  fc.record({
    kind: fc.constant('clear' as const),
    colour: fc.constant('#0b0b0b'),
    tolerance: fc.nat(255),
    from: fc.option(fc.record({ x: fc.nat(250), y: fc.nat(250) })),
  }),
);
const CAPTURE = { width: 160, height: 120 };
const UNTOUCHED = Buffer.from(chequered(CAPTURE.width, CAPTURE.height).data);
const frame: fc.Arbitrary<Framing> = fc.oneof(
  fc.constant({ kind: 'whole' as const }),
  fc.record({
    kind: fc.constant('region' as const),
    box: fc.record({
      x: fc.nat(80),
      y: fc.nat(60),
      width: fc.integer({ min: 8, max: 80 }),
      height: fc.integer({ min: 8, max: 60 }),
    }),
  }),
);

describe('every step', () => {
  it('maps each place that it keeps there and back to where it was', () => {
    fc.assert(
      fc.property(
        frame,
        fc.array(any, { maxLength: 5 }),
        fc.double({ min: 0, max: 160, noNaN: true }),
        fc.double({ min: 0, max: 120, noNaN: true }),
        (framing, trims, x, y) => {
          const { there, back } = placingOf({ framing, trims }, CAPTURE);
          if (!there.keeps({ x, y })) return;
          const again = back.point(there.point({ x, y }));
          expect(again.x).toBeCloseTo(x, 6);
          expect(again.y).toBeCloseTo(y, 6);
        },
      ),
    );
  });
  it('makes a picture of the size it says, of whole pixels, and leaves the one it gets as it is', () => {
    fc.assert(
      fc.property(frame, fc.array(any, { maxLength: 4 }), (framing, trims) => {
        const capture = chequered(CAPTURE.width, CAPTURE.height);
        const { trimmed } = placingOf({ framing, trims }, CAPTURE);
        const made = trimmedPicture(capture, { framing, trims, marks: [] });
        expect([made.width, made.height]).toEqual([trimmed.width, trimmed.height]);
        expect(made.data.length).toBe(made.width * made.height * 4);
        // Compared as bytes: value by value it took longer than making the pictures.
        expect(Buffer.from(capture.data).equals(UNTOUCHED)).toBe(true);
      }),
      { numRuns: 60 },
    );
  });
  it('puts each pixel where its mapping says: a mark stays on the pixel it was put on', () => {
    fc.assert(
      fc.property(
        frame,
        fc.array(exact, { maxLength: 4 }),
        fc.nat(159),
        fc.nat(119),
        (framing, trims, x, y) => {
          const capture = chequered(CAPTURE.width, CAPTURE.height);
          const placing = placingOf({ framing, trims }, CAPTURE);
          const { frame: part, there } = placing;
          const middle = { x: x + 0.5, y: y + 0.5 };
          const inside = x >= part.x && y >= part.y && x < part.x + part.width && y < part.y + part.height;
          if (!inside || !there.keeps(middle)) return;
          const at = there.point(middle);
          const made = trimmedPicture(capture, { framing, trims, marks: [] });
          expect(pixel(made, Math.floor(at.x), Math.floor(at.y))).toEqual(pixel(capture, x, y));
        },
      ),
    );
  });
});

describe('against other libraries', () => {
  const picture = chequered(31, 20);
  it.each([1, 2, 3] as const)('%i quarter turns are those of sharp', async (quarters) => {
    const made = TRIM_PIXELS.turn({ kind: 'turn', quarters }, picture);
    expect([...made.data]).toEqual(await rawOf(sharpOf(picture).rotate(90 * quarters)));
  });
  it('mirrors as sharp does', async () => {
    const across = TRIM_PIXELS.mirror({ kind: 'mirror', sides: 'left-right' }, picture);
    expect([...across.data]).toEqual(await rawOf(sharpOf(picture).flop()));
    const down = TRIM_PIXELS.mirror({ kind: 'mirror', sides: 'top-bottom' }, picture);
    expect([...down.data]).toEqual(await rawOf(sharpOf(picture).flip()));
  });
  it('inverts as sharp does, and as image-js does', async () => {
    const made = TRIM_PIXELS.tone({ kind: 'tone', as: 'inverted' }, picture);
    expect([...made.data]).toEqual(await rawOf(sharpOf(picture).negate({ alpha: false })));
    const theirs = new Image(31, 20, { data: Uint8Array.from(picture.data), colorModel: 'RGBA' }).invert();
    expect([...made.data]).toEqual([...theirs.getRawImage().data]);
  });
  it('makes the greys of sharp, which weighs linear light too, within two levels', async () => {
    const made = TRIM_PIXELS.tone({ kind: 'tone', as: 'greys' }, picture);
    const theirs = await sharpOf(picture).removeAlpha().greyscale().raw().toBuffer();
    for (const [i, grey] of theirs.entries())
      expect(Math.abs((made.data[i * 4] ?? 0) - grey)).toBeLessThanOrEqual(2);
  });
  it('lays what is transparent on a ground as sharp does, within a level', async () => {
    const through = { ...picture, data: picture.data.map((v, i) => (i % 4 === 3 ? (i * 5) % 256 : v)) };
    const made = TRIM_PIXELS.ground({ kind: 'ground', colour: '#336699' }, through);
    const theirs = await rawOf(sharpOf(through).flatten({ background: '#336699' }));
    for (let i = 0; i < theirs.length; i++)
      expect(Math.abs((made.data[i] ?? 0) - (theirs[i] ?? 0))).toBeLessThanOrEqual(1);
  });
  it('tilts a smooth picture as sharp does, more than 40 dB alike where both have pixels', async () => {
    const [width, height] = [200, 140];
    const smooth = plain(width, height, [0, 0, 0, 255]);
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++)
        smooth.data.set([x, y, (x + y) / 2].map(Math.round), (y * width + x) * 4);
    const made = TRIM_PIXELS.tilt({ kind: 'tilt', degrees: 9 }, smooth);
    const { data, info } = await sharpOf(smooth)
      .rotate(9, { background: '#00000000' })
      .raw()
      .toBuffer({ resolveWithObject: true });
    // Both turn about the middle; compared is the middle of both.
    let [error, count] = [0, 0];
    for (let y = 12; y < made.height - 12; y++)
      for (let x = 12; x < made.width - 12; x++) {
        const [u, v] = [
          x + Math.round((info.width - made.width) / 2),
          y + Math.round((info.height - made.height) / 2),
        ];
        for (let c = 0; c < 3; c++) {
          error +=
            ((made.data[(y * made.width + x) * 4 + c] ?? 0) - (data[(v * info.width + u) * 4 + c] ?? 0)) ** 2;
          count++;
        }
      }
    expect(10 * Math.log10(255 ** 2 / (error / count))).toBeGreaterThan(40);
  });
});

describe('tilt', () => {
  it('cuts to the largest upright rectangle of the turned picture: none that is larger has all corners in it', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 20, max: 400 }),
        fc.integer({ min: 20, max: 400 }),
        fc.double({ min: 1, max: 45, noNaN: true }),
        (width, height, degrees) => {
          const { width: w, height: h } = TRIM_KINDS.tilt.size({ kind: 'tilt', degrees }, { width, height });
          const a = (degrees * Math.PI) / 180;
          const holds = (half: number, tall: number) =>
            Math.abs(half * Math.cos(a) + tall * Math.sin(a)) <= width / 2 + 1e-6 &&
            Math.abs(half * Math.sin(a) + tall * Math.cos(a)) <= height / 2 + 1e-6;
          expect(holds(w / 2, h / 2)).toBe(true);
          // By search over the ratio of its sides.
          let best = 0;
          for (let i = 1; i < 400; i++) {
            const ratio = Math.tan((i / 400) * (Math.PI / 2));
            const half = Math.min(
              width / 2 / (Math.cos(a) + ratio * Math.sin(a)),
              height / 2 / (Math.sin(a) + ratio * Math.cos(a)),
            );
            best = Math.max(best, 4 * half * half * ratio);
          }
          expect((w + 1) * (h + 1)).toBeGreaterThanOrEqual(best * 0.98);
        },
      ),
    );
  });
  it('is what makes a drawn line level or upright, whichever is nearer', () => {
    // Worked by hand: 1 in 10 is 5.71 degrees.
    expect(tiltFor({ x: 0, y: 0 }, { x: 100, y: 10 })).toBe(-5.71);
    expect(tiltFor({ x: 100, y: 10 }, { x: 0, y: 0 })).toBe(-5.71);
    expect(tiltFor({ x: 0, y: 0 }, { x: 10, y: 100 })).toBe(5.71);
    expect(tiltFor({ x: 0, y: 0 }, { x: 100, y: 0 })).toBe(0);
  });
});

describe('a band', () => {
  it('is gone, what is left is joined by a strip in which two lines are drawn, and each part keeps its pixels', () => {
    const picture = chequered(100, 40);
    const trim = { kind: 'band' as const, of: 'columns' as const, from: 30, to: 70 };
    const made = TRIM_PIXELS.band(trim, picture);
    const gap = made.width - 60;
    expect(gap).toBeGreaterThanOrEqual(8);
    for (const x of [0, 12, 29]) expect(pixel(made, x, 5)).toEqual(pixel(picture, x, 5));
    for (const x of [70, 99]) expect(pixel(made, x - 40 + gap, 5)).toEqual(pixel(picture, x, 5));
    const dark = Array.from({ length: gap }, (_, i) => pixel(made, 30 + i, 2)[0] ?? 0).filter((v) => v < 200);
    expect(dark.length).toBeGreaterThanOrEqual(2);
  });
  it('takes nothing where it would leave nothing, or is none', () => {
    for (const [from, to] of [
      [0, 100],
      [50, 50],
      [60, 50],
      [100, 140],
    ] as const)
      expect(
        TRIM_KINDS.band.size({ kind: 'band', of: 'columns', from, to }, { width: 100, height: 40 }),
      ).toEqual({
        width: 100,
        height: 40,
      });
  });
});

describe('a colour made transparent', () => {
  it('goes where it hangs together with a place, and everywhere without one', () => {
    const picture = plain(30, 10, [255, 255, 255, 255]);
    for (let y = 0; y < 10; y++) picture.data.set([0, 0, 0, 255], (y * 30 + 15) * 4);
    const clear = { kind: 'clear' as const, colour: '#ffffff', tolerance: 10 };
    const left = TRIM_PIXELS.clear({ ...clear, from: { x: 2, y: 2 } }, picture);
    expect([pixel(left, 3, 5)[3], pixel(left, 15, 5)[3], pixel(left, 20, 5)[3]]).toEqual([0, 255, 255]);
    const all = TRIM_PIXELS.clear({ ...clear, from: null }, picture);
    expect([pixel(all, 3, 5)[3], pixel(all, 15, 5)[3], pixel(all, 20, 5)[3]]).toEqual([0, 255, 0]);
  });
  it('gives back a disc that was laid over a ground: coverage and colour of its edge (over, Porter and Duff 1984)', async () => {
    // sharp draws the disc with its own smoothing and lays it on the ground.
    const disc = (fill: string) =>
      Buffer.from(`<svg width="60" height="60"><circle cx="30" cy="30" r="20" fill="${fill}"/></svg>`);
    const original = await rawOf(sharp(disc('#b3261e')));
    const laid = await rawOf(
      sharp({ create: { width: 60, height: 60, channels: 4, background: '#ffffff' } }).composite([
        { input: disc('#b3261e') },
      ]),
    );
    const made = TRIM_PIXELS.clear(
      { kind: 'clear', colour: '#ffffff', tolerance: 4, from: { x: 0, y: 0 } },
      { width: 60, height: 60, data: Uint8ClampedArray.from(laid) },
    );
    for (let i = 0; i < original.length; i += 4) {
      const alpha = original[i + 3] ?? 0;
      expect(Math.abs((made.data[i + 3] ?? 0) - alpha), `pixel ${i / 4}`).toBeLessThanOrEqual(8);
      if (alpha > 16) expect(Math.abs((made.data[i] ?? 0) - 0xb3)).toBeLessThanOrEqual(6);
    }
  });
  it('fills 4000 x 3000 pixels of one colour without running out of room', () => {
    const picture = plain(4000, 3000, [250, 250, 250, 255]);
    const made = TRIM_PIXELS.clear(
      { kind: 'clear', colour: '#fafafa', tolerance: 0, from: { x: 1999, y: 1500 } },
      picture,
    );
    expect(made.data.every((v) => v === 0)).toBe(true);
  });
});

describe('finishing', () => {
  it('cuts along a line with zigzags: nothing is left beyond it, and nothing is touched deeper in', () => {
    const picture = plain(200, 120, [200, 210, 220, 255]);
    const made = TRIM_PIXELS['cut-here']({ kind: 'cut-here', sides: ['right'] }, picture);
    const row = (y: number) => Array.from({ length: 200 }, (_, x) => pixel(made, x, y)[3] ?? 0);
    expect(row(3).at(-1)).toBe(0);
    expect(
      row(60)
        .slice(0, 185)
        .every((alpha) => alpha === 255),
    ).toBe(true);
    const ends = new Set(Array.from({ length: 120 }, (_, y) => row(y).filter((alpha) => alpha > 0).length));
    // A straight line would end all rows at one place.
    expect(ends.size).toBeGreaterThan(2);
  });
  it('sets off by a margin that is told from the edge beside it, light or dark', () => {
    for (const level of [0, 20, 127, 240, 255]) {
      const made = TRIM_PIXELS['set-off'](
        { kind: 'set-off', by: 'tone' },
        plain(100, 100, [level, level, level, 255]),
      );
      expect(Math.abs((pixel(made, 0, 0)[0] ?? 0) - level)).toBeGreaterThan(25);
    }
  });
});

describe('changing steps', () => {
  it('puts a new step before those that finish the picture, at the place that was pointed at', () => {
    const trims = withFinish([], 'set-off', { kind: 'set-off', by: 'tone' });
    const margin = (TRIM_KINDS['set-off'].size({ kind: 'set-off', by: 'tone' }, CAPTURE).width - 160) / 2;
    const next = withTrim(
      { framing: { kind: 'whole' }, trims },
      { kind: 'band', of: 'columns', from: 40 + margin, to: 60 + margin },
      CAPTURE,
    );
    expect(next).toEqual([{ kind: 'band', of: 'columns', from: 40, to: 60 }, ...trims]);
  });
  it('makes one tilt of two, and has one finish of each kind, in their order', () => {
    const tilted = withTrim(
      { framing: { kind: 'whole' }, trims: [{ kind: 'tilt', degrees: 2 }] },
      { kind: 'tilt', degrees: 1.5 },
      CAPTURE,
    );
    expect(tilted).toEqual([{ kind: 'tilt', degrees: 3.5 }]);
    // No more than the schema of what is kept allows.
    for (const way of [1, -1])
      expect(
        withTrim(
          { framing: { kind: 'whole' }, trims: [{ kind: 'tilt', degrees: 40 * way }] },
          { kind: 'tilt', degrees: 30 * way },
          CAPTURE,
        ),
      ).toEqual([{ kind: 'tilt', degrees: 45 * way }]);
    let trims: Trim[] = withFinish([], 'set-off', { kind: 'set-off', by: 'rule' });
    trims = withFinish(trims, 'tone', { kind: 'tone', as: 'greys' });
    trims = withFinish(trims, 'set-off', { kind: 'set-off', by: 'tone' });
    expect(trims).toEqual([
      { kind: 'tone', as: 'greys' },
      { kind: 'set-off', by: 'tone' },
    ]);
    expect(withFinish(trims, 'tone', null)).toEqual([{ kind: 'set-off', by: 'tone' }]);
  });
  it('keeps a band on its content when the picture is framed anew, also after a turn', () => {
    const from: Framing = { kind: 'whole' };
    const to: Framing = { kind: 'region', box: { x: 10, y: 20, width: 120, height: 90 } };
    const trims: Trim[] = [
      { kind: 'turn', quarters: 1 },
      { kind: 'band', of: 'rows', from: 50, to: 70 },
    ];
    const carried = carryTrims(trims, from, to, CAPTURE);
    // Rows of the turned picture are columns of the capture.
    expect(carried[1]).toEqual({ kind: 'band', of: 'rows', from: 40, to: 60 });
    expect(carryTrims(carried, to, from, CAPTURE)).toEqual(trims);
    const beside: Framing = { kind: 'region', box: { x: 80, y: 0, width: 60, height: 60 } };
    expect(carryTrims(trims, from, beside, CAPTURE)).toEqual([{ kind: 'turn', quarters: 1 }]);
  });
  it('knows every kind by its table', () => {
    for (const kind of Object.keys(TRIM_KINDS) as Array<Trim['kind']>)
      expect(trimKindOf({ kind } as Trim)).toBe(TRIM_KINDS[kind]);
  });
});
