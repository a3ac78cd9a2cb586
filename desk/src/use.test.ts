import { createCanvas } from '@napi-rs/canvas';
import { linearRegression } from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import type { DeskCanvas } from './canvas.ts';
import { deskContent } from './content.ts';
import {
  closeMenus,
  createDesk,
  type Desk,
  deskArea,
  frontWindow,
  minimise,
  moveWindow,
  openWindows,
  raise,
  resizeWindow,
  scaleOf,
} from './desk.ts';
import { drawDesk } from './drawDesk.ts';
import { hintAt, spotAt } from './layout.ts';
import { fitRatingCurve } from './ratingCurve.ts';
import { takeArea } from './take.ts';
import { hover, press, tick, typeKey } from './use.ts';

const desk = createDesk(deskContent(7, { gap: { from: 4, to: 6 } }));
const type = (of: Desk, text: string) =>
  [...text].reduce((d, key) => typeKey(d, key === '\n' ? 'Enter' : key) ?? d, of);
/** a place of a window, in its own units */
const inside = (of: Desk, program: string, x: number, y: number) => {
  const window = of.windows.find((w) => w.program === program)!;
  const scale = scaleOf(of, window);
  return { x: window.x + x * scale, y: window.y + y * scale };
};

function pixelsOf(of: Desk, captured: boolean) {
  const { width, height } = deskArea(of);
  const context = createCanvas(width, height).getContext('2d');
  drawDesk(context as unknown as DeskCanvas, of, { captured });
  return (x: number, y: number) => [...context.getImageData(x, y, 1, 1).data.subarray(0, 3)];
}

describe('windows', () => {
  it('are put away, are not to be taken then, and come back by their name in the strip', () => {
    const away = minimise(desk, 'curve-fitter');
    expect(openWindows(away).map((w) => w.program)).toEqual(['probe-console', 'stage-table']);
    expect(takeArea(away, { kind: 'window', program: 'curve-fitter' })).toBeNull();
    const names = Array.from({ length: 900 }, (_, x) => spotAt(away, { x, y: 10 }));
    const x = names.findIndex((spot) => spot.kind === 'strip' && spot.program === 'curve-fitter');
    expect(frontWindow(press(away, { x, y: 10 }))?.program).toBe('curve-fitter');
  });
  it('change their size and keep their upper left corner', () => {
    const wider = resizeWindow(desk, 'stage-table', 700, 300);
    expect(wider.windows.find((w) => w.program === 'stage-table')).toMatchObject({
      x: 70,
      y: 120,
      width: 700,
      height: 300,
    });
  });
  it('are drawn at the scale of the display they are on, and grow and shrink with it', () => {
    const before = desk.windows.find((w) => w.program === 'stage-table')!;
    const over = moveWindow(desk, 'stage-table', { x: 1600, y: 100 });
    const after = over.windows.find((w) => w.program === 'stage-table')!;
    expect([scaleOf(desk, before), scaleOf(over, after)]).toEqual([1, 1.25]);
    expect(after.width).toBe(Math.round(before.width * 1.25));
    const back = moveWindow(over, 'stage-table', { x: 70, y: 120 });
    expect(back.windows.find((w) => w.program === 'stage-table')!.width).toBe(before.width);
  });
});

describe('menus and hints', () => {
  const bar = inside(desk, 'probe-console', 20, 45);
  const open = press(desk, bar);
  it('open at a press, nest, and run a command', () => {
    expect(open.states.console.menu).toEqual(['Probe']);
    const selfTest = inside(open, 'probe-console', 40, 32 + 30 + 28 + 14);
    const nested = hover(open, selfTest);
    expect(nested.states.console.menu).toEqual(['Probe', 'Self-test']);
    const memory = inside(nested, 'probe-console', 172 + 40, 32 + 30 + 28 * 3 + 14);
    expect(spotAt(nested, memory)).toMatchObject({ kind: 'menu', path: ['Probe', 'Self-test', 'Memory'] });
    const done = press(nested, memory);
    expect(done.states.console).toEqual({ printed: ['memory ............... ok'], menu: [] });
  });
  it('are in the picture while open, and gone as soon as the focus leaves', () => {
    const at = inside(open, 'probe-console', 150, 32 + 30 + 14);
    const [x, y] = [Math.round(at.x), Math.round(at.y)];
    const menuColour = pixelsOf(open, true)(x, y);
    expect(menuColour).not.toEqual(pixelsOf(desk, true)(x, y));
    expect(pixelsOf(closeMenus(open), true)(x, y)).toEqual(
      pixelsOf({ ...open, states: desk.states }, true)(x, y),
    );
    expect(press(open, { x: 20, y: 850 }).states.console.menu).toEqual([]);
    expect(raise(open, 'stage-table').states.console.menu).toEqual([]);
  });
  it('step back by Escape', () => {
    const nested = {
      ...open,
      states: { ...open.states, console: { printed: [], menu: ['Probe', 'Sampling'] } },
    };
    expect(typeKey(nested, 'Escape')?.states.console.menu).toEqual(['Probe']);
  });
  it('say what a thing is for when the pointer rests on it', () => {
    expect(hintAt(desk, inside(desk, 'curve-fitter', 645, 16))).toBe('Put the window away');
    expect(hintAt(desk, { x: 20, y: 850 })).toBeNull();
  });
});

describe('programs', () => {
  it('the table takes what is typed, and the curve is fitted anew (least squares by simple-statistics)', () => {
    const cell = inside(desk, 'stage-table', 400, 32 + 78 + 30 * 4 + 15);
    const typed = type(press(desk, cell), '3.25\n');
    expect(typed.content.gaugings[4]?.discharge).toBe(3.25);
    expect(typed.states.table.selected).toEqual({ row: 5, column: 2 });
    const points = typed.content.gaugings.flatMap((g) =>
      g.discharge === null ? [] : [[Math.log(g.stage), Math.log(g.discharge)]],
    );
    const { m, b } = linearRegression(points);
    const curve = fitRatingCurve(typed.content.gaugings);
    expect(curve?.b).toBeCloseTo(m, 9);
    expect(curve?.a).toBeCloseTo(Math.exp(b), 9);
    expect(fitRatingCurve(desk.content.gaugings)?.b).not.toBeCloseTo(m, 6);
  });
  it('the table keeps a value when nothing sensible was typed, and a cell left empty becomes a gap', () => {
    const cell = inside(desk, 'stage-table', 400, 32 + 78 + 15);
    const before = desk.content.gaugings[0]?.discharge;
    expect(type(press(desk, cell), '1.2.3\n').content.gaugings[0]?.discharge).toBe(before);
    const emptied = typeKey(typeKey(press(desk, cell), 'Backspace')!, 'Enter');
    expect(emptied?.content.gaugings[0]?.discharge).toBeNull();
  });
  it('the shell runs its commands', () => {
    const shell = raise(desk, 'shell');
    const lines = type(shell, 'station\nfit\nfrobnicate\n').states.shell.lines;
    expect(lines).toContain(desk.content.station);
    expect(lines.some((line) => /^Q = .* h\^/.test(line))).toBe(true);
    expect(lines.at(-1)).toBe('frobnicate: not a command. Type help.');
    expect(type(shell, 'clear\n').states.shell.lines).toEqual([]);
  });
  it('notes take letters, lines and corrections', () => {
    const written = type(raise(desk, 'notes'), '\nab');
    expect(typeKey(written, 'Backspace')?.states.notes.text.endsWith('\na')).toBe(true);
  });
  it('the video is seen on the display and black in a capture (common practice, no source: protected video)', () => {
    const playing = tick(typeKey(raise(desk, 'video-player'), ' ')!);
    expect(playing.states.video).toEqual({ playing: true, frame: 1 });
    const at = inside(playing, 'video-player', 200, 100);
    expect(pixelsOf(playing, true)(at.x, at.y)).toEqual([0, 0, 0]);
    expect(pixelsOf(playing, false)(at.x, at.y)).not.toEqual([0, 0, 0]);
  });
});
