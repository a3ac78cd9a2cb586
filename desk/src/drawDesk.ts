import { type Area, type DeskCanvas, fillArea, rule, write } from './canvas.ts';
import { type Desk, type DeskWindow, type Display, deskArea, TITLE_BAR } from './desk.ts';
import type { Anchors } from './programs/program.ts';
import { PROGRAMS, type ProgramId } from './programs/programs.ts';

interface DrawOptions {
  /** whether the pointer is drawn into the picture */
  pointer?: boolean;
}

/**
 * Draws all displays into a canvas of the size of `deskArea`. Where no display is, the picture is black, as operating
 * systems give it. Says where the named things of each program lie, in pixels of the whole desk.
 */
export function drawDesk(
  canvas: DeskCanvas,
  desk: Desk,
  { pointer = true }: DrawOptions = {},
): Record<ProgramId, Anchors> {
  fillArea(canvas, deskArea(desk), '#000000');
  for (const display of desk.displays) drawDisplay(canvas, desk, display);
  const anchors = {} as Record<ProgramId, Anchors>;
  // A window that reaches over the edge of a display is seen on the next one, and not where there is none.
  for (const display of desk.displays) {
    canvas.save();
    canvas.beginPath();
    canvas.rect(display.x, display.y, display.width, display.height);
    canvas.clip();
    for (const window of desk.windows) anchors[window.program] = drawWindow(canvas, desk, window);
    if (pointer) drawPointer(canvas, desk);
    canvas.restore();
  }
  return anchors;
}

/** A background of contour lines, and a strip with the display's name and the clock. */
function drawDisplay(canvas: DeskCanvas, desk: Desk, display: Display): void {
  canvas.save();
  canvas.beginPath();
  canvas.rect(display.x, display.y, display.width, display.height);
  canvas.clip();
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
  const strip: Area = { x: display.x, y: display.y, width: display.width, height: 28 };
  fillArea(canvas, strip, '#2f3d3e');
  write(canvas, display.name, strip.x + 14, strip.y + 14, { size: 13, colour: '#e8ede8' });
  write(canvas, desk.clock, strip.x + strip.width - 14, strip.y + 14, {
    size: 13,
    mono: true,
    colour: '#e8ede8',
    align: 'right',
  });
  canvas.restore();
}

function drawWindow(canvas: DeskCanvas, desk: Desk, window: DeskWindow): Anchors {
  const active = desk.windows.at(-1) === window;
  const program = PROGRAMS[window.program];
  const { x, y, width, height } = window;
  canvas.save();
  canvas.beginPath();
  canvas.rect(x, y, width, height);
  canvas.clip();
  fillArea(canvas, { x, y, width, height: TITLE_BAR }, active ? '#d5c9a8' : '#c9c8bf');
  write(canvas, program.title, x + 14, y + TITLE_BAR / 2, {
    weight: 600,
    size: 14,
    colour: active ? '#22282a' : '#5d6364',
  });
  const inside = { x: x + 1, y: y + TITLE_BAR, width: width - 2, height: height - TITLE_BAR - 1 };
  canvas.beginPath();
  canvas.rect(inside.x, inside.y, inside.width, inside.height);
  canvas.clip();
  const anchors = program.draw(canvas, inside, desk.content);
  canvas.restore();
  canvas.strokeStyle = '#2f3d3e';
  canvas.lineWidth = 1;
  canvas.strokeRect(x + 0.5, y + 0.5, width - 1, height - 1);
  rule(canvas, { x, y: y + TITLE_BAR - 1 }, { x: x + width - 1, y: y + TITLE_BAR - 1 }, '#2f3d3e');
  return anchors;
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
