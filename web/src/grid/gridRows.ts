import type { GridCell, GridRow } from '@nachweis/contract';
import { median } from 'simple-statistics';
import { isMeant } from '../ui/nameSearch.ts';

export const FILTERS = [
  'all',
  'mine',
  'waiting',
  'findings',
  'late',
  'aside',
  'differing',
  'absent',
] as const;
export type Filter = (typeof FILTERS)[number];
export const ORDERS = ['name', 'time', 'findings', 'random'] as const;
export type Order = (typeof ORDERS)[number];

export const isOpen = (cell: GridCell): boolean => cell.verdicts.some(({ verdict }) => verdict === null);
const isWaiting = (row: GridRow) => row.cells.some(isOpen);
const findings = (row: GridRow) => row.cells.reduce((sum, cell) => sum + cell.toCheck + cell.problems, 0);

interface Choice {
  filter: Filter;
  order: Order;
  words: string;
  /** hand-ins that were put aside */
  aside: ReadonlySet<string>;
  /** hand-ins on which two markers differ */
  differing: ReadonlySet<string>;
  /** the person who looks: whose hand-ins are theirs; a random order is one person's own, and the same whenever they come back */
  seed: string;
}

/** The rows that are looked at, in their order. */
export function chosenRows(
  rows: readonly GridRow[],
  { filter, order, words, aside, differing, seed }: Choice,
): GridRow[] {
  const found = rows.filter((row) => {
    if (!isMeant(row.student, words)) return false;
    if (filter === 'mine') return row.marker?.id === seed;
    if (filter === 'waiting') return isWaiting(row);
    if (filter === 'findings') return findings(row) > 0;
    if (filter === 'late') return row.late;
    if (filter === 'aside') return aside.has(row.handInId);
    if (filter === 'differing') return differing.has(row.handInId);
    // Those have no row.
    if (filter === 'absent') return false;
    return true;
  });
  if (order === 'time') return found.sort((a, b) => a.handedInAt.localeCompare(b.handedInAt));
  if (order === 'findings') return found.sort((a, b) => findings(b) - findings(a));
  if (order === 'random') {
    const place = new Map(found.map((row) => [row, scattered(seed + row.handInId)]));
    return found.sort((a, b) => (place.get(a) ?? 0) - (place.get(b) ?? 0));
  }
  return found;
}

/** A number that follows from a text as if at random (FNV-1a, 32 bits, with a last mixing of its bits). */
function scattered(text: string): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  hash = Math.imul(hash ^ (hash >>> 16), 0x7feb352d);
  return (hash ^ (hash >>> 15)) >>> 0;
}

/** How many pictures' must-shows have their verdicts, of how many. */
export function progressOf(rows: readonly GridRow[]): { done: number; all: number } {
  const cells = rows.flatMap((row) => row.cells).filter((cell) => cell.verdicts.length > 0);
  return { done: cells.filter((cell) => !isOpen(cell)).length, all: cells.length };
}

/** A place in the grid. */
export interface Spot {
  handInId: string;
  column: number;
}

/**
 * The next cell that has an open verdict: further along the same proof point, then from the top of the next one. What was
 * put aside is passed over.
 */
export function nextOpen(
  rows: readonly GridRow[],
  columns: number,
  from: Spot,
  aside: ReadonlySet<string>,
): Spot | null {
  const start = Math.max(
    rows.findIndex((row) => row.handInId === from.handInId),
    0,
  );
  const all = rows.length * columns;
  for (let step = 1; step <= all; step++) {
    const place = from.column * rows.length + start + step;
    const [column, index] = [Math.floor(place / rows.length) % columns, place % rows.length];
    const row = rows[index];
    const cell = row?.cells[column];
    if (row && cell && isOpen(cell) && !aside.has(row.handInId)) return { handInId: row.handInId, column };
  }
  return null;
}

/**
 * Seconds that are left at the pace so far; null before there is one. The middle one of the last pauses counts: an hour
 * away from the screen is no pace.
 * @param at when each cell was done, in ms
 */
export function timeLeft(at: readonly number[], open: number): number | null {
  const recent = at.slice(-21);
  if (recent.length < 4) return null;
  const pace = median(recent.slice(1).map((one, index) => one - (recent[index] ?? one)));
  return Math.round((pace / 1000) * open);
}

/** Where the address says, or at the first that is open. */
export function firstSpot(rows: readonly GridRow[], search: URLSearchParams, columns: number): Spot | null {
  const [first] = rows;
  if (!first) return null;
  const named = rows.find((row) => row.handInId === search.get('hand'));
  const column = Math.min(Math.max(Number(search.get('point')?.slice(1) ?? 1) - 1 || 0, 0), columns - 1);
  if (named) return { handInId: named.handInId, column };
  const open = nextOpen(
    rows,
    columns,
    { handInId: rows.at(-1)?.handInId ?? '', column: columns - 1 },
    new Set(),
  );
  return open ?? { handInId: first.handInId, column: 0 };
}

/** Rows with one more, at the place that it has among all. */
export function keptIn(rows: readonly GridRow[], own: GridRow, all: readonly GridRow[]) {
  const place = all.indexOf(own);
  const before = rows.filter((row) => all.indexOf(row) < place);
  return [...before, own, ...rows.filter((row) => !before.includes(row))];
}
