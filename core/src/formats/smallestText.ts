import { textLines } from '../checks/legibility.ts';
import type { Box } from '../geometry/box.ts';
import type { Raster } from '../raster/raster.ts';

/** The smallest text of a picture: how high its small letters are, and a part of the picture in which it stands. */
export interface SmallestText {
  /** in pixels */
  letters: number;
  box: Box;
}

/** Single lines are measured wrongly now and then; of all lines this part may be smaller. */
const FEW = 0.08;
/** What is shown of it, in pixels. */
const SHOWN = { width: 220, height: 56 };

/** Null where there is hardly any text. O(pixels). */
export function smallestText(raster: Raster): SmallestText | null {
  const lines = textLines(raster).sort((a, b) => a.height - b.height);
  const line = lines[Math.floor(lines.length * FEW)];
  if (!line) return null;
  const width = Math.min(SHOWN.width, raster.width);
  const height = Math.min(SHOWN.height, raster.height);
  const x = Math.min(Math.max(line.x - 24, 0), raster.width - width);
  const y = Math.min(Math.max(Math.round(line.y - height / 2), 0), raster.height - height);
  return { letters: line.height, box: { x, y, width, height } };
}
