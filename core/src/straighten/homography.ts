import { CoreError } from '../errors.ts';
import type { Point } from '../geometry/box.ts';

/** A projective map of the plane, row by row; the last entry is 1. */
export type Homography = readonly [number, number, number, number, number, number, number, number, 1];

/** Four corners in the order upper left, upper right, lower right, lower left. */
export type Quad = readonly [Point, Point, Point, Point];

/**
 * The homography that takes four points to four others: eight linear equations in eight unknowns, solved with partial
 * pivoting (Hartley and Zisserman, Multiple View Geometry, section 4.1, with h33 = 1).
 *
 * @throws CoreError `bad-quad` when three of the points lie on one line
 */
export function homographyBetween(from: Quad, to: Quad): Homography {
  const rows: number[][] = [];
  for (let i = 0; i < 4; i++) {
    const { x, y } = from[i] as Point;
    const { x: u, y: v } = to[i] as Point;
    rows.push([x, y, 1, 0, 0, 0, -u * x, -u * y, u], [0, 0, 0, x, y, 1, -v * x, -v * y, v]);
  }
  const h = solve(rows);
  if (!h) {
    throw new CoreError('bad-quad', 'Three of the four corners lie on one line; move one of them.', {
      from,
      to,
    });
  }
  return [...h, 1] as unknown as Homography;
}

/** Where a homography takes a point. */
export function mapPoint(h: Homography, { x, y }: Point): Point {
  const w = h[6] * x + h[7] * y + h[8];
  return { x: (h[0] * x + h[1] * y + h[2]) / w, y: (h[3] * x + h[4] * y + h[5]) / w };
}

/** Gauss elimination of n rows of n + 1 numbers; null when they are not independent. */
function solve(rows: number[][]): number[] | null {
  const n = rows.length;
  const at = (row: number, column: number) => (rows[row] as number[])[column] as number;
  for (let column = 0; column < n; column++) {
    let pivot = column;
    for (let row = column + 1; row < n; row++)
      if (Math.abs(at(row, column)) > Math.abs(at(pivot, column))) pivot = row;
    if (Math.abs(at(pivot, column)) < 1e-9) return null;
    [rows[column], rows[pivot]] = [rows[pivot] as number[], rows[column] as number[]];
    for (let row = 0; row < n; row++) {
      if (row === column) continue;
      const factor = at(row, column) / at(column, column);
      if (factor === 0) continue;
      for (let i = column; i <= n; i++) (rows[row] as number[])[i] = at(row, i) - factor * at(column, i);
    }
  }
  return rows.map((row, i) => (row[n] as number) / (row[i] as number));
}
