import { type Area, type DeskCanvas, fillArea, type Place, rule, write } from '../canvas.ts';

/** An entry of a menu: a command, or a menu of its own. */
export interface MenuEntry {
  label: string;
  entries?: readonly MenuEntry[];
}

/** The menus of the Probe Console. */
export const CONSOLE_MENUS: readonly MenuEntry[] = [
  {
    label: 'Probe',
    entries: [
      { label: 'Read status' },
      {
        label: 'Self-test',
        entries: [{ label: 'Pressure cell' }, { label: 'Temperature' }, { label: 'Memory' }],
      },
      {
        label: 'Sampling',
        entries: [
          { label: 'Every minute' },
          { label: 'Every 10 minutes' },
          { label: 'On change', entries: [{ label: 'By 1 cm' }, { label: 'By 5 cm' }] },
        ],
      },
    ],
  },
  { label: 'Log', entries: [{ label: 'Clear' }, { label: 'Mark a time' }] },
  { label: 'View', entries: [{ label: 'Larger text' }, { label: 'Line numbers' }] },
];

export const MENU_BAR = 30;
const TITLE_STEP = 62;
const ENTRY = 28;
const WIDTH = 172;

/** A place in the menus: the labels that lead to it, and where it is drawn. */
interface MenuSpot {
  path: readonly string[];
  area: Area;
  entry: MenuEntry;
}

/** Everything of the menus that is on the screen: the titles, and the entries of what is open. */
export function menuSpots(area: Area, open: readonly string[]): MenuSpot[] {
  const spots: MenuSpot[] = [];
  let entries: readonly MenuEntry[] | undefined;
  let corner: Place = { x: 0, y: 0 };
  CONSOLE_MENUS.forEach((menu, index) => {
    const title = { x: area.x + index * TITLE_STEP, y: area.y, width: TITLE_STEP, height: MENU_BAR };
    spots.push({ path: [menu.label], area: title, entry: menu });
    if (open[0] === menu.label) {
      entries = menu.entries;
      corner = { x: title.x, y: area.y + MENU_BAR };
    }
  });
  for (let depth = 1; entries && depth <= open.length; depth++) {
    const path = open.slice(0, depth);
    let next: readonly MenuEntry[] | undefined;
    let nextCorner = corner;
    entries.forEach((entry, index) => {
      const at = { x: corner.x, y: corner.y + index * ENTRY, width: WIDTH, height: ENTRY };
      spots.push({ path: [...path, entry.label], area: at, entry });
      if (open[depth] === entry.label) {
        next = entry.entries;
        nextCorner = { x: corner.x + WIDTH - 4, y: at.y };
      }
    });
    entries = next;
    corner = nextCorner;
  }
  return spots;
}

/** The entry at a place; the innermost menu lies on top. */
export function menuSpotAt(area: Area, open: readonly string[], at: Place): MenuSpot | null {
  return (
    menuSpots(area, open).findLast(
      ({ area: a }) => at.x >= a.x && at.y >= a.y && at.x < a.x + a.width && at.y < a.y + a.height,
    ) ?? null
  );
}

/** An open menu: where it lies, and what is in it. */
interface MenuPanel {
  level: number;
  box: Area;
  spots: MenuSpot[];
}

/** The menus that are open, the innermost last. */
export function menuPanels(area: Area, open: readonly string[]): MenuPanel[] {
  if (open.length === 0) return [];
  const entries = menuSpots(area, open).filter((spot) => spot.path.length > 1);
  return [...new Set(entries.map((spot) => spot.path.length))].flatMap((level) => {
    const spots = entries.filter((spot) => spot.path.length === level);
    const [first] = spots;
    return first ? [{ level, spots, box: { ...first.area, height: spots.length * ENTRY } }] : [];
  });
}

/** Draws the open menus over everything else of the window. */
export function drawMenus(canvas: DeskCanvas, area: Area, open: readonly string[]): void {
  if (open.length === 0) return;
  for (const { level, box, spots: here } of menuPanels(area, open)) {
    fillArea(canvas, box, '#f6f4ea');
    for (const { area: at, entry, path } of here) {
      if (open[level - 1] === path[level - 1]) fillArea(canvas, at, '#d5c9a8');
      write(canvas, entry.label, at.x + 12, at.y + ENTRY / 2, { size: 13 });
      if (entry.entries)
        write(canvas, '›', at.x + WIDTH - 14, at.y + ENTRY / 2, { size: 15, align: 'right' });
    }
    canvas.strokeStyle = '#2f3d3e';
    canvas.lineWidth = 1;
    canvas.strokeRect(box.x + 0.5, box.y + 0.5, box.width - 1, box.height - 1);
  }
  rule(
    canvas,
    { x: area.x, y: area.y + MENU_BAR },
    { x: area.x + area.width, y: area.y + MENU_BAR },
    '#b9bdb2',
  );
}
