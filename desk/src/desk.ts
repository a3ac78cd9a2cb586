import type { Area, Place } from './canvas.ts';
import type { DeskContent } from './content.ts';
import { PROGRAMS, type ProgramId } from './programs/programs.ts';

export interface Display extends Area {
  name: string;
}

export interface DeskWindow extends Area {
  program: ProgramId;
}

/** The simulated computer at one moment. Functions on it give a new one; none changes it. */
export interface Desk {
  displays: readonly Display[];
  /** the lowest first */
  windows: readonly DeskWindow[];
  pointer: Place;
  content: DeskContent;
  /** as the clock on the displays shows it */
  clock: string;
}

export const TITLE_BAR = 32;

/** Two displays of unequal size beside each other, their upper edges in line, as an operating system arranges them. */
const DISPLAYS: readonly Display[] = [
  { name: 'Display 1', x: 0, y: 0, width: 1440, height: 900 },
  { name: 'Display 2', x: 1440, y: 0, width: 1024, height: 768 },
];

export function createDesk(content: DeskContent, clock = '14:05'): Desk {
  return {
    displays: DISPLAYS,
    windows: [
      openAt('probe-console', 1500, 90),
      openAt('stage-table', 70, 120),
      openAt('curve-fitter', 590, 190),
    ],
    pointer: { x: 1180, y: 790 },
    content,
    clock,
  };
}

function openAt(program: ProgramId, x: number, y: number): DeskWindow {
  return { program, x, y, ...PROGRAMS[program].size };
}

/** The box around all displays: what an operating system gives as "the screen". */
export function deskArea(desk: Desk): Area {
  const right = Math.max(...desk.displays.map((d) => d.x + d.width));
  const bottom = Math.max(...desk.displays.map((d) => d.y + d.height));
  return { x: 0, y: 0, width: right, height: bottom };
}

const holds = (area: Area, at: Place) =>
  at.x >= area.x && at.y >= area.y && at.x < area.x + area.width && at.y < area.y + area.height;

/** The uppermost window at a place; null where only the background is. */
export function windowAt(desk: Desk, at: Place): DeskWindow | null {
  return desk.windows.findLast((window) => holds(window, at)) ?? null;
}

/** Brings a window to the front. */
export function raise(desk: Desk, program: ProgramId): Desk {
  const window = desk.windows.find((w) => w.program === program);
  if (!window || desk.windows.at(-1) === window) return desk;
  return { ...desk, windows: [...desk.windows.filter((w) => w !== window), window] };
}

/** Moves a window; its title bar stays within reach on the desk. */
export function moveWindow(desk: Desk, program: ProgramId, to: Place): Desk {
  const area = deskArea(desk);
  const reach = 60;
  const clamp = (v: number, low: number, high: number) => Math.round(Math.min(Math.max(v, low), high));
  return {
    ...desk,
    windows: desk.windows.map((w) =>
      w.program === program
        ? {
            ...w,
            x: clamp(to.x, reach - w.width, area.width - reach),
            y: clamp(to.y, 0, area.height - TITLE_BAR),
          }
        : w,
    ),
  };
}

export function movePointer(desk: Desk, to: Place): Desk {
  const area = deskArea(desk);
  return {
    ...desk,
    pointer: {
      x: Math.round(Math.min(Math.max(to.x, 0), area.width - 1)),
      y: Math.round(Math.min(Math.max(to.y, 0), area.height - 1)),
    },
  };
}
