import { describe, expect, it } from 'vitest';
import { type Box, boxHolds, type Point } from '../geometry/box.ts';
import { rankParts } from './findParts.ts';
import type { Outline } from './outline.ts';
import { type Part, partMeant } from './partMeant.ts';

const PICTURE = { width: 1600, height: 900 };
const at = (x: number, y: number, width: number, height: number): Box => ({ x, y, width, height });
const seen = (box: Box, complete = true): Outline => ({ box, complete, support: 1 });

const WINDOW = at(100, 100, 600, 500);
const [BAR, ROW] = [at(100, 100, 600, 30), at(100, 200, 600, 25)];

function meant(outlines: readonly Outline[], place: Point, displays: readonly Box[] = []): Box | null {
  const area = (part: Part) => part.width * part.height;
  const under = rankParts(outlines, displays, PICTURE)
    .filter((part) => boxHolds(part, place))
    .sort((a, b) => area(a) - area(b));
  const part = under[partMeant(under)];
  return part ? at(part.x, part.y, part.width, part.height) : null;
}

// Common practice, no source: a window has a bar along its top; displays have a panel along one side, and what is left
// of them lies behind all windows.
describe('which part is meant', () => {
  const window = [seen(WINDOW), seen(BAR), seen(ROW)];
  const ground = seen(at(0, 30, 1600, 870));
  const display = seen(at(0, 0, 1600, 900));

  it('is the window, wherever in it one points', () => {
    const all = [display, ground, ...window];
    expect(meant(all, { x: 300, y: 210 })).toEqual(WINDOW);
    expect(meant(all, { x: 300, y: 110 })).toEqual(WINDOW);
    expect(meant(all, { x: 300, y: 500 })).toEqual(WINDOW);
  });
  it('is the window also where the ground has a bar at its top by chance', () => {
    expect(meant([ground, seen(at(0, 30, 1600, 40)), ...window], { x: 300, y: 210 })).toEqual(WINDOW);
  });
  it('is the window that covers the other, whichever is the larger one', () => {
    const front = at(400, 300, 500, 400);
    const other = [seen(front), seen(at(400, 300, 500, 30))];
    expect(meant([seen(WINDOW, false), seen(BAR), ...other], { x: 500, y: 400 })).toEqual(front);
    expect(meant([seen(WINDOW), seen(BAR), seen(front, false)], { x: 500, y: 400 })).toEqual(WINDOW);
    // Where a third one covers both, the larger one shows more of itself.
    const covered = [seen(WINDOW, false), seen(BAR), seen(front, false), seen(at(400, 300, 500, 30))];
    expect(meant(covered, { x: 500, y: 400 })).toEqual(WINDOW);
  });
  it('is the window around what has a bar of its own in it', () => {
    const table = [seen(at(150, 250, 300, 200)), seen(at(150, 250, 300, 25))];
    expect(meant([...window, ...table], { x: 200, y: 300 })).toEqual(WINDOW);
  });
  it('is a window that fills its display but for a panel', () => {
    const full = at(0, 30, 1600, 870);
    expect(meant([display, seen(full), seen(at(0, 30, 1600, 32)), seen(ROW)], { x: 300, y: 210 })).toEqual(
      full,
    );
  });
  it('is a boxed part where no window was found, and the largest of them', () => {
    const [box, cell] = [at(200, 200, 300, 300), at(210, 300, 50, 30)];
    expect(meant([display, ground, seen(box), seen(cell)], { x: 220, y: 310 })).toEqual(box);
  });
  it('is no display, of one or of several', () => {
    const left = at(0, 0, 800, 900);
    const [inLeft, bar] = [at(50, 300, 700, 400), at(0, 0, 800, 25)];
    expect(meant([seen(left), seen(bar), seen(inLeft)], { x: 100, y: 400 }, [left])).toEqual(inLeft);
    expect(meant([seen(left), seen(at(0, 870, 800, 30))], { x: 100, y: 880 }, [left])).toEqual(
      at(0, 870, 800, 30),
    );
  });
  it('is nothing where nothing was found', () => {
    expect(meant([seen(ROW)], { x: 1500, y: 800 })).toBeNull();
  });
});
