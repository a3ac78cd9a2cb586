import type { Area, Place } from './canvas.ts';
import type { DeskContent } from './content.ts';
import { FIRST_STATES, type ProgramStates } from './programStates.ts';
import { PROGRAMS, type ProgramId } from './programs/programs.ts';
import { TITLE_BAR } from './titleBar.ts';

export interface Display extends Area {
  name: string;
  /** pixels for each unit that programs are drawn in */
  scale: number;
}

/** A window; place and size in pixels of the whole desk. */
export interface DeskWindow extends Area {
  program: ProgramId;
  minimised?: boolean;
}

/** The simulated computer at one moment. Functions on it give a new one; none changes it. */
export interface Desk {
  displays: readonly Display[];
  /** the lowest first */
  windows: readonly DeskWindow[];
  pointer: Place;
  content: DeskContent;
  states: ProgramStates;
  /** as the clock on the displays shows it */
  clock: string;
  /** words beside the pointer, as they come when it rests on something */
  hint: string | null;
}

/** Two displays of unequal size and scale beside each other, their upper edges in line, as an operating system arranges them. */
const DISPLAYS: readonly Display[] = [
  { name: 'Display 1', x: 0, y: 0, width: 1440, height: 900, scale: 1 },
  { name: 'Display 2', x: 1440, y: 0, width: 1024, height: 768, scale: 1.25 },
];

export function createDesk(content: DeskContent, clock = '14:05'): Desk {
  return {
    displays: DISPLAYS,
    windows: [
      openAt('probe-console', 1500, 90, 1.25),
      openAt('stage-table', 70, 120),
      openAt('curve-fitter', 590, 190),
    ],
    pointer: { x: 1180, y: 790 },
    content,
    states: FIRST_STATES,
    clock,
    hint: null,
  };
}

function openAt(program: ProgramId, x: number, y: number, scale = 1): DeskWindow {
  const { width, height } = PROGRAMS[program].size;
  return { program, x, y, width: Math.round(width * scale), height: Math.round(height * scale) };
}

/** Where a program that was not open yet gets its window. */
const PLACES: Readonly<Record<ProgramId, Place>> = {
  'stage-table': { x: 70, y: 120 },
  'curve-fitter': { x: 590, y: 190 },
  'probe-console': { x: 1500, y: 90 },
  shell: { x: 160, y: 480 },
  notes: { x: 940, y: 80 },
  'video-player': { x: 860, y: 430 },
};

/** The box around all displays: what an operating system gives as "the screen". */
export function deskArea(desk: Desk): Area {
  const right = Math.max(...desk.displays.map((d) => d.x + d.width));
  const bottom = Math.max(...desk.displays.map((d) => d.y + d.height));
  return { x: 0, y: 0, width: right, height: bottom };
}

export const holds = (area: Area, at: Place): boolean =>
  at.x >= area.x && at.y >= area.y && at.x < area.x + area.width && at.y < area.y + area.height;

/** The windows that are seen, the lowest first. */
export const openWindows = (desk: Desk): DeskWindow[] => desk.windows.filter((w) => !w.minimised);

/** The uppermost window at a place; null where only the background is. */
export function windowAt(desk: Desk, at: Place): DeskWindow | null {
  return openWindows(desk).findLast((window) => holds(window, at)) ?? null;
}

/** The window that has the keys: the uppermost one. */
export const frontWindow = (desk: Desk): DeskWindow | null => openWindows(desk).at(-1) ?? null;

/** The scale a window is drawn at: that of the display on which the middle of its title bar lies, else the first's. */
export function scaleOf(desk: Desk, window: Area): number {
  const middle = { x: window.x + window.width / 2, y: window.y + 1 };
  return (desk.displays.find((d) => holds(d, middle)) ?? desk.displays[0])?.scale ?? 1;
}

/** Brings a window to the front, opening or restoring it where it is not to be seen. Menus of others close. */
export function raise(desk: Desk, program: ProgramId): Desk {
  const window = desk.windows.find((w) => w.program === program);
  if (window && frontWindow(desk) === window) return desk;
  const place = PLACES[program];
  const display = desk.displays.find((d) => holds(d, place));
  const { minimised: _, ...shown } = window ?? openAt(program, place.x, place.y, display?.scale);
  const others = desk.windows.filter((w) => w !== window);
  return { ...closeMenus(desk), windows: [...others, shown] };
}

export function minimise(desk: Desk, program: ProgramId): Desk {
  return {
    ...closeMenus(desk),
    windows: desk.windows.map((w) => (w.program === program ? { ...w, minimised: true } : w)),
  };
}

/** Menus and hints go when the focus does. */
export function closeMenus(desk: Desk): Desk {
  if (desk.states.console.menu.length === 0 && desk.hint === null) return desk;
  const { states } = desk;
  return { ...desk, hint: null, states: { ...states, console: { ...states.console, menu: [] } } };
}

const clamp = (v: number, low: number, high: number) => Math.round(Math.min(Math.max(v, low), high));

/**
 * Moves a window; its title bar stays within reach on the desk. On a display of another scale it gets another size in
 * pixels, as its content does.
 */
export function moveWindow(desk: Desk, program: ProgramId, to: Place): Desk {
  const area = deskArea(desk);
  const reach = 60;
  return changeWindow(desk, program, (w) => {
    const moved = {
      ...w,
      x: clamp(to.x, reach - w.width, area.width - reach),
      y: clamp(to.y, 0, area.height - TITLE_BAR),
    };
    const ratio = scaleOf(desk, moved) / scaleOf(desk, w);
    return { ...moved, width: Math.round(w.width * ratio), height: Math.round(w.height * ratio) };
  });
}

const SMALLEST = { width: 220, height: 140 };

/** Gives a window another size; its upper left corner stays. */
export function resizeWindow(desk: Desk, program: ProgramId, width: number, height: number): Desk {
  const area = deskArea(desk);
  return changeWindow(desk, program, (w) => ({
    ...w,
    width: clamp(width, SMALLEST.width, area.width),
    height: clamp(height, SMALLEST.height, area.height),
  }));
}

function changeWindow(desk: Desk, program: ProgramId, change: (w: DeskWindow) => DeskWindow): Desk {
  return { ...desk, windows: desk.windows.map((w) => (w.program === program ? change(w) : w)) };
}

export function movePointer(desk: Desk, to: Place): Desk {
  const area = deskArea(desk);
  return {
    ...desk,
    hint: null,
    pointer: { x: clamp(to.x, 0, area.width - 1), y: clamp(to.y, 0, area.height - 1) },
  };
}

export const setClock = (desk: Desk, clock: string): Desk =>
  desk.clock === clock ? desk : { ...desk, clock };
