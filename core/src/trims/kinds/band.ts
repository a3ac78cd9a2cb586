import type { Point, Size } from '../../geometry/box.ts';
import { inkChannels, PIN_INK, PIN_PAPER } from '../../marks/ink.ts';
import type { Raster } from '../../raster/raster.ts';
import { lineCover, zigzag } from '../breakLine.ts';
import { emptyRaster, wholePixelsOf } from '../pixels.ts';
import { byCorners, type Mapping, STAYS, type TrimKind, type TrimPixels } from '../trim.ts';

/**
 * A band taken out of the middle, from edge to edge; what is left is joined by a strip with two break lines, so that
 * whoever looks sees that something is left out.
 */
export interface Band {
  kind: 'band';
  /** `columns`: from left to right between two columns; `rows`: between two rows */
  of: 'columns' | 'rows';
  /** first that is taken out, and the one after the last; whole pixels */
  from: number;
  to: number;
}

export const band: TrimKind<Band> = {
  size(trim, before) {
    const cut = cutOf(trim, before);
    if (!cut) return before;
    const taken = cut.to - cut.from - cut.gap;
    return trim.of === 'columns'
      ? { ...before, width: before.width - taken }
      : { ...before, height: before.height - taken };
  },
  there(trim, before) {
    const cut = cutOf(trim, before);
    if (!cut) return STAYS;
    const { from, to, gap } = cut;
    const along = (at: number) => (at < from ? at : at < to ? from + gap / 2 : at - to + from + gap);
    return mapping(trim.of, along, (at) => at < from || at >= to);
  },
  back(trim, before) {
    const cut = cutOf(trim, before);
    if (!cut) return STAYS;
    const { from, to, gap } = cut;
    const along = (at: number) => (at < from ? at : at < from + gap ? from : at - gap - from + to);
    return mapping(trim.of, along, (at) => at < from || at >= from + gap);
  },
};

export const bandPixels: TrimPixels<Band> = (trim, picture) => {
  const cut = cutOf(trim, picture);
  if (!cut) return picture;
  const made = emptyRaster(band.size(trim, picture));
  const [source, target] = [wholePixelsOf(picture), wholePixelsOf(made)];
  const { from, to, gap } = cut;
  const columns = trim.of === 'columns';
  for (let y = 0; y < made.height; y++)
    for (let x = 0; x < made.width; x++) {
      const along = columns ? x : y;
      if (along >= from && along < from + gap) continue;
      const taken = along < from ? along : along - from - gap + to;
      target[y * made.width + x] = source[
        columns ? y * picture.width + taken : taken * picture.width + x
      ] as number;
    }
  drawJoin(made, columns, from, gap);
  return made;
};

/** Where a band lies in a picture; null where it takes nothing, or would leave nothing. */
function cutOf({ of, from, to }: Band, size: Size) {
  const [length, other] = of === 'columns' ? [size.width, size.height] : [size.height, size.width];
  const cut = { from: Math.max(Math.round(from), 0), to: Math.min(Math.round(to), length) };
  if (cut.to <= cut.from || cut.to - cut.from >= length) return null;
  return { ...cut, gap: joinWidth({ width: length, height: other }) };
}

/** Width of the strip between the parts that are left, in pixels. */
const joinWidth = ({ width, height }: Size): number =>
  Math.round(Math.min(Math.max(Math.max(width, height) * 0.012, 8), 40));

function mapping(of: Band['of'], along: (at: number) => number, keepsAt: (at: number) => boolean): Mapping {
  const columns = of === 'columns';
  const point = ({ x, y }: Point) => (columns ? { x: along(x), y } : { x, y: along(y) });
  return { point, box: byCorners(point), keeps: ({ x, y }) => keepsAt(columns ? x : y), scale: 1 };
}

function drawJoin(made: Raster, columns: boolean, from: number, gap: number): void {
  const [ink, paper] = [inkChannels(PIN_INK), inkChannels(PIN_PAPER)];
  const length = columns ? made.height : made.width;
  const swing = gap * 0.22;
  const thin = Math.max(1, gap / 12);
  for (let i = 0; i < gap; i++)
    for (let j = 0; j < length; j++) {
      const bend = zigzag((j + 0.5) / swing) * swing;
      const cover = Math.max(
        lineCover(i + 0.5 - gap * 0.28 - bend, thin),
        lineCover(i + 0.5 - gap * 0.72 - bend, thin),
      );
      const at = (columns ? j * made.width + from + i : (from + i) * made.width + j) * 4;
      for (let c = 0; c < 3; c++)
        made.data[at + c] = (paper[c] as number) * (1 - cover) + (ink[c] as number) * cover;
      made.data[at + 3] = 255;
    }
}
