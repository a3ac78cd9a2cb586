import type { Area, Place } from './canvas.ts';
import { type Desk, type DeskWindow, holds, openWindows, scaleOf } from './desk.ts';
import { menuPanels, menuSpotAt } from './programs/menus.ts';
import { PROGRAM_IDS, PROGRAMS, type ProgramId } from './programs/programs.ts';
import { TITLE_BAR } from './titleBar.ts';

export const STRIP = 28;
const FIRST_NAME = 110;
const GRIP = 18;

/** Names of the programs in the strip of the first display, each with its place. */
export function stripPlaces(desk: Desk): Array<{ program: ProgramId; area: Area }> {
  const [display] = desk.displays;
  let x = (display?.x ?? 0) + FIRST_NAME;
  return PROGRAM_IDS.map((program) => {
    const width = PROGRAMS[program].title.length * 7 + 22;
    const area = { x, y: display?.y ?? 0, width, height: STRIP };
    x += width;
    return { program, area };
  });
}

/** The area a program draws into, in its own units, with the window's corner at (0, 0). */
export function contentArea(desk: Desk, window: DeskWindow): Area {
  const scale = scaleOf(desk, window);
  return {
    x: 1,
    y: TITLE_BAR,
    width: window.width / scale - 2,
    height: window.height / scale - TITLE_BAR - 1,
  };
}

/** A place of the desk in a window's own units. */
export function toWindow(desk: Desk, window: DeskWindow, at: Place): Place {
  const scale = scaleOf(desk, window);
  return { x: (at.x - window.x) / scale, y: (at.y - window.y) / scale };
}

/** Where the open menus of a window lie on the desk, the innermost last. */
export function menusOf(desk: Desk, window: DeskWindow): Area[] {
  if (window.program !== 'probe-console') return [];
  const scale = scaleOf(desk, window);
  return menuPanels(contentArea(desk, window), desk.states.console.menu).map(({ box }) => ({
    x: window.x + box.x * scale,
    y: window.y + box.y * scale,
    width: box.width * scale,
    height: box.height * scale,
  }));
}

/** What lies at a place of the desk. */
export type Spot =
  | { kind: 'background' }
  | { kind: 'strip'; program: ProgramId }
  | { kind: 'title' | 'minimise' | 'grip'; program: ProgramId }
  | { kind: 'menu'; program: ProgramId; path: readonly string[]; opens: boolean }
  | { kind: 'content'; program: ProgramId; at: Place };

export function spotAt(desk: Desk, at: Place): Spot {
  for (const window of openWindows(desk).reverse()) {
    const inside = toWindow(desk, window, at);
    if (window.program === 'probe-console') {
      // Open menus may reach over the edge of their window.
      const { menu } = desk.states.console;
      const spot = menuSpotAt(contentArea(desk, window), menu, inside);
      if (spot && (holds(window, at) || spot.path.length > 1))
        return {
          kind: 'menu',
          program: window.program,
          path: spot.path,
          opens: spot.entry.entries !== undefined,
        };
    }
    if (!holds(window, at)) continue;
    const { program } = window;
    const scale = scaleOf(desk, window);
    const [wide, high] = [window.width / scale, window.height / scale];
    if (inside.y < TITLE_BAR) return { kind: inside.x > wide - 40 ? 'minimise' : 'title', program };
    if (inside.x > wide - GRIP && inside.y > high - GRIP) return { kind: 'grip', program };
    return { kind: 'content', program, at: inside };
  }
  const named = stripPlaces(desk).find(({ area }) => holds(area, at));
  return named ? { kind: 'strip', program: named.program } : { kind: 'background' };
}

/** Words that come beside the pointer when it rests somewhere; null where nothing is to be said. */
export function hintAt(desk: Desk, at: Place): string | null {
  const spot = spotAt(desk, at);
  if (spot.kind === 'minimise') return 'Put the window away';
  if (spot.kind === 'grip') return 'Pull to change the size';
  if (spot.kind === 'strip') return `Show ${PROGRAMS[spot.program].title}`;
  if (spot.kind === 'content' && spot.program === 'stage-table') return 'Click a cell, then type a value';
  return null;
}
