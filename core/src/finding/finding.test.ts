// Sizes of displays and how operating systems compose them into one picture: common practice, no source. Real desktops
// and practice desks are measured by `npm run bench`.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Box } from '../geometry/box.ts';
import type { Raster } from '../raster/raster.ts';
import { findDisplays } from './findDisplays.ts';
import { findOutlines } from './findOutlines.ts';

type Colour = readonly [number, number, number];

function canvas(width: number, height: number, colour: Colour = [0, 0, 0]): Raster {
  const data = new Uint8ClampedArray(width * height * 4);
  new Uint32Array(data.buffer).fill(0xff000000 | (colour[2] << 16) | (colour[1] << 8) | colour[0]);
  return { width, height, data };
}

function fill({ width, data }: Raster, box: Box, paint: Colour | ((x: number, y: number) => Colour)): void {
  for (let y = box.y; y < box.y + box.height; y++)
    for (let x = box.x; x < box.x + box.width; x++) {
      const [r, g, b] = typeof paint === 'function' ? paint(x, y) : paint;
      const at = (y * width + x) * 4;
      data[at] = r;
      data[at + 1] = g;
      data[at + 2] = b;
    }
}

function hash(x: number, y: number): number {
  let h = Math.imul(x + 1, 374761393) ^ Math.imul(y + 1, 668265263);
  h = Math.imul(h ^ (h >>> 13), 1274126177);
  return (h ^ (h >>> 16)) & 255;
}

/** A window with a border, a title bar and lines of something like text. */
function drawWindow(raster: Raster, box: Box): void {
  fill(raster, box, [40, 50, 52]);
  const inner = { x: box.x + 1, y: box.y + 1, width: box.width - 2, height: box.height - 2 };
  fill(raster, inner, [250, 249, 244]);
  fill(raster, { ...inner, height: Math.min(24, inner.height) }, [213, 201, 168]);
  for (let y = inner.y + 34; y + 8 < inner.y + inner.height; y += 18)
    for (let x = inner.x + 12; x + 8 < inner.x + inner.width - 10; x += 9)
      if ((Math.imul(x * 31 + y * 17, 2654435761) >>> 9) % 5 > 1)
        fill(raster, { x, y, width: 5, height: 8 }, [60, 60, 60]);
}

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
        expect(findDisplays(raster)).toEqual(inOrder(displays));
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
      expect(findDisplays(raster)).toEqual(inOrder(displays));
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
      expect(findDisplays(raster)).toEqual([{ x: 0, y: 0, width, height }]);
    },
  );
  it('leaves a black terminal in a corner where it is', () => {
    const raster = canvas(1920, 1080, [90, 120, 140]);
    fill(raster, { x: 1000, y: 500, width: 920, height: 580 }, [0, 0, 0]);
    expect(findDisplays(raster)).toHaveLength(1);
  });
  it('is one display when all is black', () => {
    expect(findDisplays(canvas(2560, 1024))).toHaveLength(1);
    expect(findDisplays(canvas(1920, 1080))).toHaveLength(1);
  });
});

function overlap(a: Box, b: Box): number {
  const w = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x);
  const h = Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y);
  return w > 0 && h > 0 ? (w * h) / (a.width * a.height + b.width * b.height - w * h) : 0;
}
const bestOf = (raster: Raster, box: Box) =>
  Math.max(0, ...findOutlines(raster).map((outline) => overlap(outline.box, box)));

describe('findOutlines', () => {
  it('finds a panel along the lower edge that is thinner than a window, and no small part that is as thin', () => {
    const raster = canvas(600, 200, [200, 200, 200]);
    const bar = { x: 0, y: 180, width: 600, height: 20 };
    fill(raster, bar, [60, 60, 60]);
    fill(raster, { x: 40, y: 60, width: 60, height: 18 }, [60, 60, 60]);
    const boxes = findOutlines(raster).map((o) => o.box);
    expect(boxes).toContainEqual(bar);
    expect(boxes.filter((b) => b.width < 100)).toEqual([]);
  });
  it('finds every window that nothing covers, wherever it stands, on a slope and on grain', () => {
    const box = fc.record({
      x: fc.integer({ min: 0, max: 300 }),
      y: fc.integer({ min: 0, max: 200 }),
      width: fc.integer({ min: 60, max: 400 }),
      height: fc.integer({ min: 50, max: 300 }),
    });
    fc.assert(
      fc.property(box, fc.boolean(), (window, grain) => {
        const raster = canvas(720, 520);
        fill(raster, { x: 0, y: 0, width: 720, height: 520 }, (x, y) => {
          const noise = grain ? ((x * 7919 + y * 104729) % 61) - 30 : 0;
          return [90 + noise, 120 + noise + x / 20, 140 + noise];
        });
        drawWindow(raster, window);
        expect(bestOf(raster, window)).toBeGreaterThanOrEqual(0.95);
      }),
      { numRuns: 60 },
    );
  });
  it('gives a covered window its whole box where two of its corners and both other sides can be seen', () => {
    const raster = canvas(800, 600, [90, 120, 140]);
    const back = { x: 60, y: 60, width: 420, height: 300 };
    const front = { x: 300, y: 220, width: 400, height: 320 };
    drawWindow(raster, back);
    drawWindow(raster, front);
    expect(bestOf(raster, back)).toBeGreaterThan(0.97);
    expect(findOutlines(raster).find((o) => overlap(o.box, back) > 0.97)?.complete).toBe(false);
    expect(bestOf(raster, front)).toBeGreaterThan(0.97);
  });
  it('gives a window that is cut by the border of the picture and covered in part what there is of it', () => {
    const raster = canvas(800, 600, [90, 120, 140]);
    drawWindow(raster, { x: 420, y: 80, width: 520, height: 400 });
    drawWindow(raster, { x: 200, y: 200, width: 360, height: 160 });
    expect(bestOf(raster, { x: 420, y: 80, width: 380, height: 400 })).toBeGreaterThan(0.97);
  });
  it('gives a menu whose first entry is lit and flows into its title', () => {
    const raster = canvas(700, 500, [245, 245, 245]);
    const menu = { x: 60, y: 80, width: 300, height: 340 };
    fill(raster, menu, [200, 200, 200]);
    fill(raster, { x: 61, y: 81, width: 298, height: 338 }, [255, 255, 255]);
    fill(raster, { ...menu, height: 24 }, [30, 100, 220]);
    fill(raster, { x: 60, y: 60, width: 38, height: 20 }, [30, 100, 220]);
    expect(bestOf(raster, menu)).toBeGreaterThan(0.97);
  });
  it('finds parts inside a window, the largest first', () => {
    const raster = canvas(600, 400, [90, 120, 140]);
    drawWindow(raster, { x: 50, y: 40, width: 480, height: 320 });
    const panel = { x: 80, y: 100, width: 200, height: 220 };
    fill(raster, panel, [160, 190, 180]);
    expect(bestOf(raster, panel)).toBeGreaterThan(0.97);
    const areas = findOutlines(raster).map(({ box }) => box.width * box.height);
    expect(areas).toEqual([...areas].sort((a, b) => b - a));
  });
  it('finds nothing in a plain picture and nothing in noise: a normal answer', () => {
    expect(findOutlines(canvas(300, 200, [200, 200, 200]))).toEqual([]);
    const noise = canvas(300, 200);
    fill(noise, { x: 0, y: 0, width: 300, height: 200 }, (x, y) => {
      const v = hash(x, y);
      return [v, 255 - v, v];
    });
    expect(findOutlines(noise)).toEqual([]);
  });
  it('gives a table of cells no box for every rectangle of them', () => {
    const raster = canvas(800, 600, [255, 255, 255]);
    for (let x = 0; x < 800; x += 40) fill(raster, { x, y: 0, width: 1, height: 600 }, [150, 150, 150]);
    for (let y = 0; y < 600; y += 30) fill(raster, { x: 0, y, width: 800, height: 1 }, [150, 150, 150]);
    expect(findOutlines(raster).length).toBeLessThan(600);
  });
  it('stops when it is told to', () => {
    const stop = {
      throwIfAborted: () => {
        throw new Error('stopped');
      },
    };
    expect(() => findOutlines(canvas(50, 50), { signal: stop })).toThrow('stopped');
  });
});
