import type { Area } from './canvas.ts';
import { type Desk, deskArea } from './desk.ts';
import type { ProgramId } from './programs/programs.ts';

/** What can be taken of the desk. */
export type Take =
  | { kind: 'all-displays' }
  | { kind: 'display'; index: number }
  | { kind: 'window'; program: ProgramId };

/**
 * The box of the drawn desk that a take holds. A window's picture is the pixels at its place: what covers it is in the
 * picture, and what reaches past the displays is cut off.
 * @returns null for a display or window that is not there
 */
export function takeArea(desk: Desk, take: Take): Area | null {
  if (take.kind === 'all-displays') return deskArea(desk);
  if (take.kind === 'display') {
    const display = desk.displays[take.index];
    return display ? { x: display.x, y: display.y, width: display.width, height: display.height } : null;
  }
  const window = desk.windows.find((w) => w.program === take.program && !w.minimised);
  return window ? visiblePart(window, deskArea(desk)) : null;
}

function visiblePart(area: Area, within: Area): Area | null {
  const x = Math.max(area.x, within.x);
  const y = Math.max(area.y, within.y);
  const width = Math.min(area.x + area.width, within.width) - x;
  const height = Math.min(area.y + area.height, within.height) - y;
  return width > 0 && height > 0 ? { x, y, width, height } : null;
}
