// Sizes of displays and how operating systems compose them into one picture: common practice, no source. Real desktops
// and practice desks are measured by `npm run bench`.
import fc from 'fast-check';
import sharp, { type Sharp } from 'sharp';
import { describe, expect, it } from 'vitest';
import type { Box } from '../geometry/box.ts';
import type { Raster } from '../raster/raster.ts';
import { type Colour, canvas, drawWindow, fill } from './drawing.testing.ts';
import { findDisplays } from './findDisplays.ts';

const slope =
  (hue: number) =>
  (x: number, y: number): Colour => [60 + hue + x / 40, 80 + y / 30, 120 + (x + y) / 60];

interface Layout {
  sizes: ReadonlyArray<readonly [number, number]>;
  align: number;
  stacked: boolean;
}

function compose({ sizes, align, stacked }: Layout, span: boolean) {
  const along = sizes.reduce((sum, [w, h]) => sum + (stacked ? h : w), 0);
  const most = Math.max(...sizes.map(([w, h]) => (stacked ? w : h)));
  const raster = canvas(stacked ? most : along, stacked ? along : most);
  let at = 0;
  const displays = sizes.map(([width, height], index): Box => {
    const free = Math.round((most - (stacked ? width : height)) * align);
    const box = stacked ? { x: free, y: at, width, height } : { x: at, y: free, width, height };
    at += stacked ? height : width;
    fill(raster, box, slope(span ? 0 : index * 60));
    return box;
  });
  return { raster, displays };
}

const SIZES = [
  [1024, 768],
  [1280, 720],
  [1280, 1024],
  [1366, 768],
  [1440, 900],
  [1920, 1080],
] as const;
const layout = fc.record({
  sizes: fc.array(fc.constantFrom(...SIZES), { minLength: 2, maxLength: 3 }),
  align: fc.constantFrom(0, 0.5, 1),
  stacked: fc.boolean(),
});
const inOrder = (boxes: readonly Box[]) => [...boxes].sort((a, b) => a.x - b.x || a.y - b.y);

describe('findDisplays', () => {
  it('finds displays beside or above one another to the pixel, whatever their heights', () => {
    fc.assert(
      fc.property(layout, (given) => {
        const { raster, displays } = compose(given, false);
        const { sure, perhaps } = findDisplays(raster);
        // Two that are together as one that is as wide as two are a question.
        expect(perhaps.length > 0 ? perhaps : sure).toEqual(inOrder(displays));
      }),
      { numRuns: 12 },
    );
  });
  it('finds them under one wallpaper that runs across, where the sizes can be nothing else', () => {
    const pairs = [
      {
        sizes: [
          [1440, 900],
          [1440, 900],
        ],
        align: 0,
        stacked: false,
      },
      {
        sizes: [
          [1920, 1080],
          [1280, 1024],
        ],
        align: 1,
        stacked: false,
      },
      {
        sizes: [
          [1280, 1024],
          [1280, 1024],
          [1280, 1024],
        ],
        align: 0,
        stacked: false,
      },
    ] as const;
    for (const given of pairs) {
      const { raster, displays } = compose(given, true);
      expect(findDisplays(raster).sure).toEqual(inOrder(displays));
    }
  });
  it.each([
    [1024, 768],
    [1366, 768],
    [1920, 1080],
    [2560, 1440],
    [3440, 1440],
    [3840, 1080],
    [5120, 1440],
    [3840, 2160],
    [1080, 1920],
    [900, 700],
    [1237, 801],
  ])(
    'leaves a picture of %i x %i whole: two windows side by side over its height, and a panel through',
    (width, height) => {
      const raster = canvas(width, height, [90, 120, 140]);
      const middle = Math.floor(width / 2);
      drawWindow(raster, { x: 0, y: 0, width: middle, height: height - 30 });
      drawWindow(raster, { x: middle, y: 0, width: width - middle, height: height - 30 });
      fill(raster, { x: 0, y: height - 30, width, height: 30 }, [47, 61, 62]);
      expect(findDisplays(raster).sure).toEqual([{ x: 0, y: 0, width, height }]);
    },
  );
  it('leaves a black terminal in a corner where it is', () => {
    const raster = canvas(1920, 1080, [90, 120, 140]);
    fill(raster, { x: 1000, y: 500, width: 920, height: 580 }, [0, 0, 0]);
    expect(findDisplays(raster).sure).toHaveLength(1);
  });
  it('is one display when all is black', () => {
    expect(findDisplays(canvas(2560, 1024)).sure).toHaveLength(1);
    expect(findDisplays(canvas(1920, 1080)).sure).toHaveLength(1);
  });
  it.each([
    [2560, 1440],
    [2560, 1600],
    [3840, 2160],
  ])('leaves %i x %i whole with two windows, or four, that fill it: no question either', (width, height) => {
    for (const rows of [1, 2]) {
      const raster = canvas(width, height, [90, 120, 140]);
      for (const x of [0, width / 2])
        for (let row = 0; row < rows; row++)
          drawWindow(raster, { x, y: (row * height) / rows, width: width / 2, height: height / rows });
      expect(findDisplays(raster)).toEqual({ sure: [{ x: 0, y: 0, width, height }], perhaps: [] });
    }
  });
  it('asks where two windows fill a display as wide as two: two displays would look the same', () => {
    for (const [width, height] of [
      [3840, 1080],
      [5120, 1440],
    ] as const) {
      const raster = canvas(width, height, [90, 120, 140]);
      const halves = [0, width / 2].map((x) => ({ x, y: 0, width: width / 2, height }));
      for (const half of halves) drawWindow(raster, half);
      expect(findDisplays(raster)).toEqual({ sure: [{ x: 0, y: 0, width, height }], perhaps: halves });
    }
  });

  /** A bar along the lower edge with starters at its beginning and a clock at its end. */
  const panel = (raster: Raster, { x, y, width, height }: Box) => {
    fill(raster, { x, y: y + height - 32, width, height: 32 }, [40, 44, 48]);
    for (let i = 0; i < 4; i++)
      fill(raster, { x: x + 10 + i * 30, y: y + height - 24, width: 16, height: 16 }, [220, 220, 200]);
    for (let i = 0; i < 9; i++)
      fill(raster, { x: x + width - 90 + i * 8, y: y + height - 20, width: 4, height: 9 }, [230, 230, 230]);
  };
  it('tells two displays as wide as one by a panel that begins and ends on each, and not by one that runs through', () => {
    const halves = [0, 1920].map((x) => ({ x, y: 0, width: 1920, height: 1080 }));
    const draw = (panels: Box[]) => {
      const raster = canvas(3840, 1080, [90, 120, 140]);
      for (const x of [300, 2400]) drawWindow(raster, { x, y: 100, width: 900, height: 700 });
      for (const box of panels) panel(raster, box);
      return findDisplays(raster);
    };
    expect(draw(halves)).toEqual({ sure: halves, perhaps: [] });
    expect(draw([{ x: 0, y: 0, width: 3840, height: 1080 }]).sure).toHaveLength(1);
  });
  it('finds the same after JPEG, and after the picture was made smaller', async () => {
    const { raster } = compose(
      {
        sizes: [
          [1920, 1080],
          [1280, 1024],
        ],
        align: 0.5,
        stacked: false,
      },
      false,
    );
    const coded = (quality: number) =>
      sharp(raster.data, { raw: { width: 3200, height: 1080, channels: 4 } }).jpeg({ quality });
    for (const quality of [60, 80, 95]) {
      expect(findDisplays(await rasterOf(sharp(await coded(quality).toBuffer()))).sure).toEqual([
        { x: 0, y: 0, width: 1920, height: 1080 },
        { x: 1920, y: 28, width: 1280, height: 1024 },
      ]);
    }
    const small = await rasterOf(sharp(await coded(95).toBuffer()).resize(2400, 810));
    // An edge that was made smaller lies on one pixel or the next.
    const found = findDisplays(small).sure;
    const truth = [
      { x: 0, y: 0, width: 1440, height: 810 },
      { x: 1440, y: 21, width: 960, height: 768 },
    ];
    expect(found).toHaveLength(2);
    truth.forEach((box, index) => {
      for (const key of ['x', 'y', 'width', 'height'] as const)
        expect(Math.abs((found[index] as Box)[key] - box[key])).toBeLessThanOrEqual(2);
    });
  });
  it('counts a display that shows nothing', () => {
    const raster = canvas(3840, 1080);
    fill(raster, { x: 0, y: 0, width: 1920, height: 1080 }, slope(20));
    expect(findDisplays(raster).sure).toEqual([0, 1920].map((x) => ({ x, y: 0, width: 1920, height: 1080 })));
  });
});

async function rasterOf(picture: Sharp): Promise<Raster> {
  const { data, info } = await picture.ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data: new Uint8ClampedArray(data) };
}
