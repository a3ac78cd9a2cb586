import type { Box, Size } from '../geometry/box.ts';
import { LEAST_BLACK, type Lines, type Piece } from './displayLines.ts';
import { hasDisplayShape, hasDoubleShape, isCommonSize, isDouble, isDoubleSize } from './displaySizes.ts';
import { samePanel } from './samePanel.ts';
import { likeness } from './seams.ts';

/** From this likeness on, two parts show the same wallpaper. */
const ALIKE = 0.25;

export interface Judged {
  /** how much speaks for it; comparable between partitions of one picture only */
  score: number;
  /** false: one display whose halves are filled by windows would look the same */
  sure: boolean;
}

/**
 * How much speaks for a partition; null when it is not enough.
 *
 * - Common sizes that add up to the picture to the pixel speak for themselves, unless the picture as a whole has the
 *   size of a display too.
 * - Where it has, or is as wide as two, windows side by side look like displays: the same wallpaper or the same panel on
 *   each tells them apart, and a display that shows nothing.
 * - Black that fills exactly what a lower display leaves speaks for it.
 * - Everything else has to be seen as a line from end to end.
 */
export function judgePartition(lines: Lines, parts: Piece[][], area: Box): Judged | null {
  const pieces = parts.flat();
  const touchesBoth =
    pieces.some((p) => lowOf(lines, p.box) === lines.low) &&
    pieces.some((p) => highOf(lines, p.box) === lines.high);
  if (!touchesBoth || pieces.filter((p) => p.blank).length > 1) return null;
  const allCommon = pieces.every((p) => p.common);
  const explained = pieces.some((p) => p.fit > 0.5 && p.black >= LEAST_BLACK);
  let score = 0;
  let weakest = Number.POSITIVE_INFINITY;
  let toldApart = true;
  for (let i = 1; i < parts.length; i++) {
    const seam = seamBetween(lines, parts[i - 1] as Piece[], parts[i] as Piece[]);
    if (seam === null) return null;
    score += seam.evidence;
    weakest = Math.min(weakest, seam.evidence);
    if (!seam.toldApart) toldApart = false;
  }
  const { raster } = lines.reading;
  const root = { x: 0, y: 0, width: raster.width, height: raster.height };
  const isDisplay = (size: Size) => isCommonSize(size) || (allCommon ? hasDoubleShape(size) : isDouble(size));
  const sure = toldApart || explained || !(isDisplay(root) || isDisplay(area));
  if (!sure && !(pieces.length === 2 && allCommon)) return null;
  if (hasDisplayShape(root) && parts.some((part) => part.length > 1) && !toldApart) return null;
  const wholeIsDisplay = isDisplay(area) || hasDisplayShape(area);
  if (allCommon && !wholeIsDisplay) {
    if (weakest < -0.3) return null;
  } else if (weakest < (allCommon ? 0.55 : 0.7)) return null;
  // Among partitions that are all possible: common sizes before others, equal ones, fewer, and few as wide as two.
  score += allCommon && pieces.every((p) => p.fit >= 0) ? 1.5 : 0;
  score += pieces.reduce((sum, p) => sum + p.fit, 0) / pieces.length;
  score -= 0.35 * (pieces.length - 2);
  score -= 0.6 * pieces.filter((p) => isDoubleSize(p.box)).length;
  const first = pieces[0] as Piece;
  if (pieces.every((p) => p.box.width === first.box.width && p.box.height === first.box.height))
    score += 0.15;
  return { score, sure };
}

const lowOf = ({ reading }: Lines, box: Box) => (reading.upright ? box.y : box.x);
const highOf = ({ reading }: Lines, box: Box) => (reading.upright ? box.y + box.height : box.x + box.width);

interface Seam {
  /** what speaks for it, about 0 to 2 */
  evidence: number;
  /** something says that no window ends here, but a display */
  toldApart: boolean;
}

/** @returns null when the parts do not even lie side by side */
function seamBetween(lines: Lines, a: readonly Piece[], b: readonly Piece[]): Seam | null {
  const low = Math.max(
    Math.min(...a.map((p) => lowOf(lines, p.box))),
    Math.min(...b.map((p) => lowOf(lines, p.box))),
  );
  const high = Math.min(
    Math.max(...a.map((p) => highOf(lines, p.box))),
    Math.max(...b.map((p) => highOf(lines, p.box))),
  );
  if (high - low < 100) return null;
  const { upright, raster } = lines.reading;
  const at = Math.min(...b.map((p) => (upright ? p.box.x : p.box.y)));
  const look = lines.look(at, low, high);
  let evidence = look.step;
  if (!look.bothEnds) evidence -= 0.25;
  // The end of a panel, or of a window that fills its display, stands alone against a wallpaper that runs through.
  if (look.longest >= 20) evidence += 0.15;
  const black = a.concat(b).reduce((sum, p) => sum + (p.fit > 0.5 ? p.black : 0), 0);
  if (black >= LEAST_BLACK) {
    // Beside the unused area the other display goes on: a step where that is not black too.
    const edges = [
      [lines.low, low],
      [high, lines.high],
    ].filter(([from, to]) => (to as number) > (from as number)) as Array<[number, number]>;
    const beside = Math.max(0, ...edges.map(([from, to]) => lines.look(at, from, to).step));
    evidence += 0.4 + 0.6 * beside;
  }
  const [p, q] = [a[0] as Piece, b[0] as Piece];
  const one = a.length === 1 && b.length === 1;
  const alike =
    one &&
    !p.blank &&
    !q.blank &&
    (likeness(raster, p.box, q.box) >= ALIKE || (upright && samePanel(raster, p.box, q.box)));
  const blank = one && (p.blank || q.blank) && look.step >= 0.5;
  if (alike || blank) evidence += 1;
  return { evidence, toldApart: alike || blank };
}
