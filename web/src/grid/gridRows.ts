import type { GridCell, GridRow } from '@nachweis/contract';
import type { KeptJudgement } from '../store/judgement.ts';
import { judgementKey } from '../store/judgement.ts';

export const FILTERS = ['all', 'waiting', 'findings', 'late', 'aside'] as const;
export type Filter = (typeof FILTERS)[number];
export const ORDERS = ['name', 'time', 'findings'] as const;
export type Order = (typeof ORDERS)[number];

/** The rows with the verdicts that were given here and are not sent yet. */
export function withKept(
  rows: readonly GridRow[],
  personId: string,
  judgements: readonly KeptJudgement[],
): GridRow[] {
  const kept = new Map(judgements.map((one) => [one.key, one.verdicts]));
  return rows.map((row) => {
    const given = kept.get(judgementKey(personId, row.handInId));
    if (!given) return row;
    const cells = row.cells.map((cell) => ({
      ...cell,
      verdicts: cell.verdicts.map((one) => {
        const mine = given[one.mustShowId];
        return mine ? { ...one, verdict: mine.verdict } : one;
      }),
    }));
    return { ...row, cells };
  });
}

export const isOpen = (cell: GridCell): boolean => cell.verdicts.some(({ verdict }) => verdict === null);
const isWaiting = (row: GridRow) => row.cells.some(isOpen);
const findings = (row: GridRow) => row.cells.reduce((sum, cell) => sum + cell.toCheck + cell.problems, 0);

/** The rows that are looked at, in their order. @param aside hand-ins that were put aside */
export function chosenRows(
  rows: readonly GridRow[],
  {
    filter,
    order,
    words,
    aside,
  }: { filter: Filter; order: Order; words: string; aside: ReadonlySet<string> },
): GridRow[] {
  const wanted = words.trim().toLowerCase();
  const found = rows.filter((row) => {
    if (wanted && !row.student.name.toLowerCase().includes(wanted)) return false;
    if (filter === 'waiting') return isWaiting(row);
    if (filter === 'findings') return findings(row) > 0;
    if (filter === 'late') return row.late;
    if (filter === 'aside') return aside.has(row.handInId);
    return true;
  });
  if (order === 'time') return found.sort((a, b) => a.handedInAt.localeCompare(b.handedInAt));
  if (order === 'findings') return found.sort((a, b) => findings(b) - findings(a));
  return found;
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

/** Seconds that are left at the pace so far; null before there is one. @param at when each cell was done, in ms */
export function timeLeft(at: readonly number[], open: number): number | null {
  const recent = at.slice(-20);
  const [first, last] = [recent[0], recent.at(-1)];
  if (recent.length < 4 || first === undefined || last === undefined) return null;
  return Math.round(((last - first) / (recent.length - 1) / 1000) * open);
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
