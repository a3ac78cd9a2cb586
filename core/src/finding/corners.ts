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

/** How far an edge may stop before the corner: rounded corners of windows are up to about this radius. */
const ROUNDING = 10;
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
        if (row.at < column.from - ROUNDING || row.at > column.to + ROUNDING) continue;
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

const isBorder = (run: EdgeRun, lines: EdgeLines) => run.at === 0 || run.at === lines.end;
