import { createCanvas } from '@napi-rs/canvas';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { overlapping } from './byHand.ts';
import { drawPlate, type PlateCanvas } from './drawPlate.ts';
import { columnsOf, rowHeight, rowsOf } from './justify.ts';
import { captionOf, layOutPlate, PLATE_LINE, type PlateLayout, placesIn } from './layOutPlate.ts';
import { ARRANGEMENTS, MOST_ON_PLATE, type Plate, SHEETS, sheetSize } from './plate.ts';

const measure = (words: string, size: number) => words.length * size * 0.55;

const picture = fc.record({
  width: fc.integer({ min: 16, max: 8000 }),
  height: fc.integer({ min: 16, max: 8000 }),
  caption: fc.oneof(fc.string({ maxLength: 300 }), fc.constant('x'.repeat(400))),
  credit: fc.string({ maxLength: 80 }),
});
const plates: fc.Arbitrary<Plate> = fc.record({
  heading: fc.string({ maxLength: 120 }),
  particulars: fc.string({ maxLength: 120 }),
  arrangement: fc.constantFrom(...ARRANGEMENTS),
  sheet: fc.constantFrom(...SHEETS),
  isNumbered: fc.boolean(),
  pictures: fc.array(picture, { minLength: 1, maxLength: MOST_ON_PLATE }),
});

/** Where a layout's words lie. */
const groundsOf = ({ words }: PlateLayout) =>
  words.map(({ x, y, lines, size }) => ({
    x,
    y,
    width: Math.max(0, ...lines.map((line) => measure(line, size))),
    height: lines.length * size * PLATE_LINE,
  }));
type Ground = ReturnType<typeof groundsOf>[number];
const overlap = (a: Ground, b: Ground) =>
  Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x) > 0.5 &&
  Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y) > 0.5;
const packed = (text: string) => text.replace(/\s/g, '');

describe('a plate', () => {
  it('distorts no picture, and enlarges none beyond twice its size', () => {
    fc.assert(
      fc.property(plates, (plate) => {
        const { boxes } = layOutPlate(plate, measure);
        expect(boxes).toHaveLength(plate.pictures.length);
        for (const [index, { width, height }] of boxes.entries()) {
          const { width: w, height: h } = plate.pictures[index] ?? { width: 1, height: 1 };
          expect(width / height / (w / h)).toBeCloseTo(1, 6);
          expect(width / w).toBeLessThanOrEqual(2.0001);
        }
      }),
    );
  });
  it('has every picture and every word on the sheet, none over another', () => {
    fc.assert(
      fc.property(plates, (plate) => {
        const layout = layOutPlate(plate, measure);
        const { width, height } = layout.size;
        const all = [...layout.boxes, ...groundsOf(layout)];
        for (const one of layout.boxes) {
          expect(one.x).toBeGreaterThanOrEqual(0);
          expect(one.x + one.width).toBeLessThanOrEqual(width + 0.01);
        }
        for (const one of all) expect(one.y + one.height).toBeLessThanOrEqual(height + 0.01);
        // A page gets higher for words alone, never for pictures.
        if (
          plate.arrangement !== 'hand' &&
          plate.pictures.every(({ caption, credit }) => caption.length + credit.length < 60)
        )
          expect(height).toBeLessThanOrEqual(sheetSize(plate.sheet).height);
        for (const [i, a] of all.entries())
          for (const b of all.slice(i + 1)) expect(overlap(a, b)).toBe(false);
      }),
    );
  });
  it('stays on its page with pictures that are hundreds of times as high as wide', () => {
    const thin = [
      { width: 650, height: 3946, caption: '', credit: '' },
      { width: 16, height: 2401, caption: '!', credit: '!' },
      { width: 16, height: 4854, caption: '!', credit: '' },
      { width: 16, height: 7973, caption: '!', credit: '!' },
    ];
    for (const arrangement of ['rows', 'columns', 'pairs'] as const) {
      const pictures = Array.from({ length: MOST_ON_PLATE }, (_, i) => thin[i % thin.length] ?? thin[0]);
      for (const some of [thin, pictures as Plate['pictures']]) {
        const plate = {
          heading: '',
          particulars: '',
          arrangement,
          sheet: 'lying',
          isNumbered: false,
        } as const;
        const { size } = layOutPlate({ ...plate, pictures: some }, measure);
        expect(size.height, `${arrangement} of ${some.length}`).toBe(sheetSize('lying').height);
      }
    }
  });
  it('cuts no caption', () => {
    fc.assert(
      fc.property(plates, (plate) => {
        const said = layOutPlate(plate, measure)
          .words.filter(({ role }) => role === 'caption')
          .map(({ lines }) => packed(lines.join('')));
        const meant = plate.pictures
          .map((one, index) => packed(captionOf(one, index, plate.isNumbered)))
          .filter((text) => text !== '');
        expect(said).toEqual(meant);
      }),
    );
  });
  it('fills its width with each row of pictures that are large enough', () => {
    const plate: Plate = {
      heading: 'Start-up',
      particulars: '',
      arrangement: 'rows',
      sheet: 'free',
      isNumbered: true,
      pictures: [1920, 1280, 2560, 1600, 1920].map((width) => ({
        width,
        height: 1080,
        caption: 'Seen.',
        credit: '',
      })),
    };
    const { boxes, size } = layOutPlate(plate, measure);
    const rows = new Map<number, number>();
    for (const { x, y, width } of boxes) rows.set(y, Math.max(rows.get(y) ?? 0, x + width));
    for (const right of rows.values()) expect(right).toBeCloseTo(size.width - 80, 3);
    expect(Math.min(...boxes.map(({ x }) => x))).toBeCloseTo(80, 3);
  });
  it('is drawn with its pictures where they lie', () => {
    const plate: Plate = {
      heading: 'Two colours',
      particulars: 'Elin Ödegård, Hydrology',
      arrangement: 'pairs',
      sheet: 'upright',
      isNumbered: false,
      pictures: ['#ff0000', '#0000ff'].map(() => ({ width: 400, height: 300, caption: 'One', credit: '' })),
    };
    const layout = layOutPlate(plate, measure);
    const canvas = createCanvas(layout.size.width, layout.size.height);
    const images = ['#ff0000', '#0000ff'].map((colour) => {
      const image = createCanvas(4, 3);
      const context = image.getContext('2d');
      context.fillStyle = colour;
      context.fillRect(0, 0, 4, 3);
      return image;
    });
    const context = canvas.getContext('2d');
    drawPlate(context as unknown as PlateCanvas<(typeof images)[number]>, layout, images, {
      text: 'sans-serif',
      heads: 'monospace',
      fixed: 'monospace',
    });
    const at = (x: number, y: number) => [...context.getImageData(x, y, 1, 1).data];
    const [left, right] = layout.boxes.map((box) => at(box.x + box.width / 2, box.y + box.height / 2));
    expect([left, right]).toEqual([
      [255, 0, 0, 255],
      [0, 0, 255, 255],
    ]);
    expect(at(4, 4)).toEqual([255, 255, 255, 255]);
  });
  it('on a page has the proportion of ISO 216, 1 to √2', () => {
    for (const sheet of ['upright', 'lying'] as const) {
      const { width, height } = sheetSize(sheet);
      expect(Math.max(width, height) / Math.min(width, height)).toBeCloseTo(Math.SQRT2, 3);
    }
  });
});

describe('rows', () => {
  const square = { width: 100, height: 100 };
  it('of three squares in 320 pixels with gaps of 10 are 100 high (worked by hand)', () => {
    expect(rowHeight([square, square, square], 320, 10)).toBe(100);
    // 4:3 and 3:4 beside each other in 1000: 1000 / (4/3 + 3/4) = 480.
    expect(
      rowHeight(
        [
          { width: 4, height: 3 },
          { width: 3, height: 4 },
        ],
        1000,
        0,
      ),
    ).toBeCloseTo(480, 9);
  });
  it('break where they come nearest to the wanted height, as all ways tried one by one say', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({ width: fc.integer({ min: 1, max: 9 }), height: fc.integer({ min: 1, max: 9 }) }),
          {
            minLength: 1,
            maxLength: 8,
          },
        ),
        fc.integer({ min: 50, max: 500 }),
        (sizes, wanted) => {
          const cost = (breaks: ReadonlyArray<readonly [number, number]>) =>
            breaks.reduce(
              (sum, [from, to]) => sum + Math.log(rowHeight(sizes.slice(from, to), 1000, 0) / wanted) ** 2,
              0,
            );
          // Every subset of the places between two pictures.
          const all = Array.from({ length: 2 ** (sizes.length - 1) }, (_, bits) => {
            const ends = [...sizes.keys()].slice(1).filter((at) => bits & (1 << (at - 1)));
            const edges = [0, ...ends, sizes.length];
            return edges.slice(1).map((to, i) => [edges[i] as number, to] as const);
          });
          const found = rowsOf(sizes, 1000, 0, wanted).map(({ from, to }) => [from, to] as const);
          expect(cost(found)).toBeCloseTo(Math.min(...all.map(cost)), 9);
        },
      ),
    );
  });
});

describe('columns', () => {
  it('are in order, and the highest is as low as it can be (worked by hand)', () => {
    // 9 | 1 2 3 | 4 5: no split of these into three has a highest below 9.
    expect(columnsOf([9, 1, 2, 3, 4, 5], 3)).toEqual([
      { from: 0, to: 1 },
      { from: 1, to: 4 },
      { from: 4, to: 6 },
    ]);
  });
});

describe('a plate by hand', () => {
  const plate: Plate = {
    ...{ heading: 'Two', particulars: '', arrangement: 'rows', sheet: 'free', isNumbered: false },
    pictures: [
      { width: 800, height: 600, caption: 'One', credit: '' },
      { width: 400, height: 600, caption: 'Other', credit: '' },
    ],
  };
  it('begins where the layout had put them', () => {
    const before = layOutPlate(plate, measure);
    const places = placesIn(plate, before, measure);
    const pictures = plate.pictures.map((one, index) => ({ ...one, place: places[index] }));
    const after = layOutPlate({ ...plate, arrangement: 'hand', pictures }, measure);
    for (const [index, box] of after.boxes.entries()) {
      const was = before.boxes[index];
      for (const side of ['x', 'y', 'width', 'height'] as const)
        expect(box[side]).toBeCloseTo(was?.[side] ?? 0, 6);
    }
  });
  it('keeps every picture whole, in its shape and on the sheet, wherever it is put', () => {
    const place = fc.record({
      x: fc.integer({ min: -3000, max: 5000 }),
      y: fc.integer({ min: -3000, max: 5000 }),
      width: fc.integer({ min: -10, max: 9000 }),
    });
    fc.assert(
      fc.property(plates, fc.array(place, { minLength: 12, maxLength: 12 }), (one, places) => {
        const pictures = one.pictures.map((each, index) => ({ ...each, place: places[index] }));
        const layout = layOutPlate({ ...one, arrangement: 'hand', pictures }, measure);
        for (const [index, { x, y, width, height }] of layout.boxes.entries()) {
          const { width: w, height: h } = pictures[index] ?? { width: 1, height: 1 };
          expect(width / height / (w / h)).toBeCloseTo(1, 6);
          expect(x).toBeGreaterThanOrEqual(0);
          expect(x + width).toBeLessThanOrEqual(layout.size.width);
          expect(y + height).toBeLessThanOrEqual(layout.size.height);
        }
        for (const { x, width } of groundsOf(layout).filter(({ width: wide }) => wide < 260))
          expect(x + width).toBeLessThanOrEqual(layout.size.width);
      }),
    );
  });
  it('puts what has no place below all others, and says which lie over each other', () => {
    const pictures = [
      { ...plate.pictures[0], place: { x: 0, y: 0, width: 400 } },
      { ...plate.pictures[1] },
      { ...plate.pictures[1], place: { x: 200, y: 100, width: 200 } },
    ] as Plate['pictures'];
    const layout = layOutPlate({ ...plate, arrangement: 'hand', pictures }, measure);
    const { boxes } = layout;
    expect(boxes[1]?.y).toBeGreaterThan((boxes[2]?.y ?? 0) + (boxes[2]?.height ?? 0));
    expect(overlapping(layout)).toEqual([0, 2]);
  });
  it('keeps the words of a picture readable under another one, and says that they lie over each other', () => {
    // The first is 300 high, so that its words begin at 310; the second begins there, the third is away from both.
    const pictures = [
      { ...plate.pictures[0], place: { x: 0, y: 0, width: 400 } },
      { ...plate.pictures[1], place: { x: 0, y: 305, width: 400 } },
      { ...plate.pictures[1], place: { x: 800, y: 0, width: 200 } },
    ] as Plate['pictures'];
    const layout = layOutPlate({ ...plate, arrangement: 'hand', pictures }, measure);
    expect(overlapping(layout)).toEqual([0, 1]);
    const canvas = createCanvas(layout.size.width, layout.size.height);
    const context = canvas.getContext('2d');
    const [dark, words] = [createCanvas(8, 8), layout.words.find(({ lines }) => lines[0] === 'One')];
    dark.getContext('2d').fillRect(0, 0, 8, 8);
    drawPlate(context as unknown as PlateCanvas<typeof dark>, layout, [dark, dark, dark], {
      text: 'sans-serif',
      heads: 'monospace',
      fixed: 'monospace',
    });
    const at = (x: number, y: number) => [...context.getImageData(x, y, 1, 1).data.slice(0, 3)];
    // Paper just before the first letter, the other picture's dark below.
    expect(at((words?.x ?? 0) - 2, (words?.y ?? 0) + 12)).toEqual([255, 255, 255]);
    expect(at((words?.x ?? 0) + 2, (words?.y ?? 0) + 60)).toEqual([0, 0, 0]);
  });
});
