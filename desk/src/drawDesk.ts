import { type Area, type DeskCanvas, fillArea, rule, write } from './canvas.ts';
import {
  type Desk,
  type DeskWindow,
  type Display,
  deskArea,
  frontWindow,
  openWindows,
  scaleOf,
} from './desk.ts';
import { contentArea, STRIP, stripPlaces } from './layout.ts';
import { drawMenus } from './programs/menus.ts';
import type { Anchors } from './programs/program.ts';
import { PROGRAMS, type ProgramId } from './programs/programs.ts';
import { TITLE_BAR } from './titleBar.ts';

interface DrawOptions {
  /** whether the pointer is drawn into the picture */
  pointer?: boolean;
  /** true: as a capture gets it, where protected surfaces are black; so it is unless it is said otherwise */
  captured?: boolean;
  /** draws what lies behind the windows of a display, in place of the contour lines */
  background?: (canvas: DeskCanvas, display: Display) => void;
  /** displays that have a strip with the clock; all, where it is not said */
  strips?: readonly Display[];
}

/**
 * Draws all displays into a canvas of the size of `deskArea`. Where no display is, the picture is black, as operating
 * systems give it. Says where the named things of each program lie, in pixels of the whole desk.
 */
export function drawDesk(
  canvas: DeskCanvas,
  desk: Desk,
  { pointer = true, captured = true, background = drawContours, strips = desk.displays }: DrawOptions = {},
): Record<ProgramId, Anchors> {
  fillArea(canvas, deskArea(desk), '#000000');
  for (const display of desk.displays) {
    canvas.save();
    canvas.beginPath();
    canvas.rect(display.x, display.y, display.width, display.height);
    canvas.clip();
    background(canvas, display);
    if (strips.includes(display)) drawStrip(canvas, desk, display);
    canvas.restore();
  }
  const anchors = {} as Record<ProgramId, Anchors>;
  // A window that reaches over the edge of a display is seen on the next one, and not where there is none.
  for (const display of desk.displays) {
    canvas.save();
    canvas.beginPath();
    canvas.rect(display.x, display.y, display.width, display.height);
    canvas.clip();
    for (const window of openWindows(desk))
      anchors[window.program] = drawWindow(canvas, desk, window, captured);
    drawHint(canvas, desk, display);
    if (pointer) drawPointer(canvas, desk);
    canvas.restore();
  }
  return anchors;
}

/** A background of contour lines. */
function drawContours(canvas: DeskCanvas, display: Display): void {
  fillArea(canvas, display, '#6f8a86');
  canvas.strokeStyle = '#7d9793';
  canvas.lineWidth = 2;
  for (let ring = 1; ring <= 14; ring++) {
    canvas.beginPath();
    for (let step = 0; step <= 72; step++) {
      const angle = (step / 72) * Math.PI * 2;
      const radius =
        ring * 74 * (1 + 0.16 * Math.sin(angle * 3 + ring * 0.4) + 0.07 * Math.cos(angle * 5 - ring));
      const x = display.x + display.width * 0.68 + Math.cos(angle) * radius;
      const y = display.y + display.height * 0.44 + Math.sin(angle) * radius * 0.72;
      if (step === 0) canvas.moveTo(x, y);
      else canvas.lineTo(x, y);
    }
    canvas.stroke();
  }
}

/** A strip with the display's name, the programs and the clock. */
function drawStrip(canvas: DeskCanvas, desk: Desk, display: Display): void {
  const strip: Area = { x: display.x, y: display.y, width: display.width, height: STRIP };
  fillArea(canvas, strip, '#2f3d3e');
  write(canvas, display.name, strip.x + 14, strip.y + 14, { size: 13, colour: '#e8ede8' });
  if (display === desk.displays[0]) drawNames(canvas, desk);
  write(canvas, desk.clock, strip.x + strip.width - 14, strip.y + 14, {
    size: 13,
    mono: true,
    colour: '#e8ede8',
    align: 'right',
  });
}

/** Programs by name; those with an open window stand out. */
function drawNames(canvas: DeskCanvas, desk: Desk): void {
  const open = openWindows(desk).map((w) => w.program);
  for (const { program, area } of stripPlaces(desk)) {
    write(canvas, PROGRAMS[program].title, area.x + 11, area.y + STRIP / 2, {
      size: 13,
      colour: open.includes(program) ? '#f2ead0' : '#9fb0ad',
    });
  }
}

/** Draws a window at the scale of its display. Anchors come in pixels of the desk. */
function drawWindow(canvas: DeskCanvas, desk: Desk, window: DeskWindow, captured: boolean): Anchors {
  const active = frontWindow(desk) === window;
  const program = PROGRAMS[window.program];
  const scale = scaleOf(desk, window);
  const [width, height] = [window.width / scale, window.height / scale];
  canvas.save();
  canvas.translate(window.x, window.y);
  canvas.scale(scale, scale);
  canvas.save();
  canvas.beginPath();
  canvas.rect(0, 0, width, height);
  canvas.clip();
  fillArea(canvas, { x: 0, y: 0, width, height: TITLE_BAR }, active ? '#d5c9a8' : '#c9c8bf');
  write(canvas, program.title, 14, TITLE_BAR / 2, {
    weight: 600,
    size: 14,
    colour: active ? '#22282a' : '#5d6364',
  });
  rule(canvas, { x: width - 27, y: TITLE_BAR / 2 + 4 }, { x: width - 15, y: TITLE_BAR / 2 + 4 }, '#22282a');
  const inside = contentArea(desk, window);
  canvas.beginPath();
  canvas.rect(inside.x, inside.y, inside.width, inside.height);
  canvas.clip();
  const anchors = program.draw(canvas, inside, desk.content, { states: desk.states, captured });
  for (const step of [5, 9])
    rule(canvas, { x: width - step - 2, y: height - 3 }, { x: width - 3, y: height - step - 2 }, '#7a8482');
  canvas.restore();
  canvas.strokeStyle = '#2f3d3e';
  canvas.lineWidth = 1;
  canvas.strokeRect(0.5, 0.5, width - 1, height - 1);
  rule(canvas, { x: 0, y: TITLE_BAR - 1 }, { x: width - 1, y: TITLE_BAR - 1 }, '#2f3d3e');
  if (window.program === 'probe-console') drawMenus(canvas, inside, desk.states.console.menu);
  canvas.restore();
  return Object.fromEntries(
    Object.entries(anchors).map(([name, at]) => [
      name,
      { x: window.x + at.x * scale, y: window.y + at.y * scale },
    ]),
  );
}

/** Where the words beside the pointer lie, kept on the display; null where there are none. */
export function hintArea({ hint, pointer }: Desk, display: Display): Area | null {
  if (hint === null) return null;
  const width = hint.length * 7.2 + 18;
  const x = Math.min(pointer.x + 14, display.x + display.width - width - 2);
  return { x, y: pointer.y + 24, width, height: 26 };
}

function drawHint(canvas: DeskCanvas, desk: Desk, display: Display): void {
  const { hint } = desk;
  const box = hintArea(desk, display);
  if (hint === null || !box) return;
  fillArea(canvas, box, '#22282a');
  write(canvas, hint, box.x + 9, box.y + 13, { size: 13, colour: '#f6f4ea' });
}

function drawPointer(canvas: DeskCanvas, { pointer }: Desk): void {
  const shape = [
    [0, 0],
    [0, 19],
    [5, 14.5],
    [9, 22],
    [12, 20.5],
    [8.4, 13.2],
    [14.5, 13],
  ] as const;
  canvas.beginPath();
  shape.forEach(([dx, dy], index) => {
    if (index === 0) canvas.moveTo(pointer.x + dx, pointer.y + dy);
    else canvas.lineTo(pointer.x + dx, pointer.y + dy);
  });
  canvas.closePath();
  canvas.fillStyle = '#ffffff';
  canvas.fill();
  canvas.strokeStyle = '#000000';
  canvas.lineWidth = 1.5;
  canvas.stroke();
}
