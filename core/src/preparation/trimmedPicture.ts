import type { Box } from '../geometry/box.ts';
import { redact } from '../marks/redact.ts';
import { polygonCoverage } from '../outline/polygon.ts';
import type { Raster } from '../raster/raster.ts';
import { applyTrim } from '../trims/trimPixels.ts';
import { burnedInFrame } from './placedMarks.ts';
import { placingOf } from './placing.ts';
import type { Preparation } from './preparation.ts';

/**
 * What counts of a capture, with what is hidden taken away, and all steps done; not scaled, and without marks. Hidden
 * areas go first, so that no step can mix a pixel of them into one that stays. The capture itself is left as it is.
 */
export function trimmedPicture(
  capture: Raster,
  { framing, trims, marks }: Pick<Preparation, 'framing' | 'trims' | 'marks'>,
): Raster {
  const placing = placingOf({ framing, trims }, capture);
  const { frame } = placing;
  const burned = burnedInFrame(marks, placing);
  const coverage = framing.kind === 'outline' ? polygonCoverage(framing.points, frame) : null;
  let made = cutBox(capture, frame);
  if (burned.length > 0) {
    if (made === capture) made = { ...capture, data: new Uint8ClampedArray(capture.data) };
    redact(made, burned, (x, y) => !coverage || coverage[y * frame.width + x] === 255);
  }
  if (coverage) made = cutOut(made, coverage);
  return trims.reduce((picture, trim) => applyTrim(trim, picture), made);
}

function cutBox(whole: Raster, { x, y, width, height }: Box): Raster {
  if (width === whole.width && height === whole.height) return whole;
  const data = new Uint8ClampedArray(width * height * 4);
  for (let row = 0; row < height; row++) {
    const start = ((y + row) * whole.width + x) * 4;
    data.set(whole.data.subarray(start, start + width * 4), row * width * 4);
  }
  return { width, height, data };
}

/** Multiplies the picture's own transparency with the outline's coverage; what is outside of it loses its colour too. */
function cutOut(framed: Raster, coverage: Uint8ClampedArray | Uint8Array): Raster {
  const data = new Uint8ClampedArray(framed.data);
  for (let i = 0; i < coverage.length; i++) {
    const alpha = Math.round(((data[i * 4 + 3] as number) * (coverage[i] as number)) / 255);
    if (alpha === 0) data.fill(0, i * 4, i * 4 + 3);
    data[i * 4 + 3] = alpha;
  }
  return { ...framed, data };
}
