import type { EdgeLines, EdgeRun, Edges } from './edges.ts';

/** A place where a row edge and a column edge meet, and which corners of a box it can be. */
export interface Corner {
  /** column of the column edge */
  x: number;
  /** row of the row edge */
  y: number;
  upperLeft: boolean;
  upperRight: boolean;
  lowerLeft: boolean;
  lowerRight: boolean;
  /** two lines that both go on: a corner of cells only */
  cross: boolean;
  /** both edges end here */
  sharp: boolean;
  /** both edges end here or are the picture's border: no line in the picture goes on */
  closed: boolean;
  row: EdgeRun;
  column: EdgeRun;
}

/** How far an edge may stop before the corner: rounded corners of windows have up to about this radius, in pixels of a dense display. */
export const ROUNDING = 24;
/** Beyond this, both edges have to stop as far before it, as they do where a corner is round, but for so many pixels. */
const [SMALL_ROUNDING, EVEN] = [10, 8];
/** An edge goes on past a corner when it does so for longer than this. */
const PAST = 12;

/** Finds where edges meet. */
export function findCorners({ rows, columns }: Edges): Corner[] {
  const byColumn = new Map<number, EdgeRun[]>();
  for (const run of columns.runs) {
    const list = byColumn.get(run.at);
    if (list) list.push(run);
    else byColumn.set(run.at, [run]);
  }
  const corners: Corner[] = [];
  for (const row of rows.runs) {
    for (let x = row.from - ROUNDING; x <= row.to + ROUNDING; x++) {
      for (const column of byColumn.get(x) ?? []) {
        const [rowStops, columnStops] = [before(row, x), before(column, row.at)];
        if (columnStops > ROUNDING) continue;
        if (Math.max(rowStops, columnStops) > SMALL_ROUNDING && Math.abs(rowStops - columnStops) > EVEN)
          continue;
        const right = row.to - x > PAST;
        const left = x - row.from > PAST;
        const down = column.to - row.at > PAST;
        const up = row.at - column.from > PAST;
        if (!(right || left) || !(up || down)) continue;
        corners.push({
          x,
          y: row.at,
          upperLeft: right && down,
          upperRight: left && down,
          lowerLeft: right && up,
          lowerRight: left && up,
          cross: right && left && up && down,
          sharp: !(right && left) && !(up && down),
          closed: (isBorder(row, rows) || !(right && left)) && (isBorder(column, columns) || !(up && down)),
          row,
          column,
        });
      }
    }
  }
  return corners;
}

/** How far before a place an edge ends; 0 where it reaches it. */
const before = (run: EdgeRun, place: number) => Math.max(run.from - place, place - run.to, 0);

const isBorder = (run: EdgeRun, lines: EdgeLines) => run.at === 0 || run.at === lines.end;
