import type { Point, Size } from '../geometry/box.ts';
import { MOST_TILT } from '../trims/kinds/tilt.ts';
import type { Trim } from '../trims/trim.ts';
import { inTurn, type Mapping } from '../trims/trim.ts';
import { placingOf } from './placing.ts';
import type { Preparation } from './preparation.ts';

/** Steps that finish a picture, in the order in which they are done, after all others; one of each. */
export const FINISHES = ['cut-here', 'ground', 'tone', 'set-off'] as const satisfies ReadonlyArray<
  Trim['kind']
>;
export type Finish = Extract<Trim, { kind: (typeof FINISHES)[number] }>;

export const isFinish = (trim: Trim): trim is Finish => FINISHES.some((kind) => kind === trim.kind);

/**
 * The steps with one more, before those that finish the picture. A tilt on top of a tilt is one tilt, so that pixels are
 * mixed once.
 *
 * @param trim in pixels of the picture as it is seen, with all steps done
 */
export function withTrim(
  { framing, trims }: Pick<Preparation, 'framing' | 'trims'>,
  trim: Exclude<Trim, Finish>,
  capture: Size,
): Trim[] {
  const first = trims.findIndex(isFinish);
  const before = first < 0 ? trims : trims.slice(0, first);
  const finishes = first < 0 ? [] : trims.slice(first);
  const last = before.at(-1);
  if (trim.kind === 'tilt' && last?.kind === 'tilt') {
    const degrees = Math.min(Math.max(last.degrees + trim.degrees, -MOST_TILT), MOST_TILT);
    return [...before.slice(0, -1), { ...trim, degrees }, ...finishes];
  }
  const [all, part] = [
    placingOf({ framing, trims }, capture),
    placingOf({ framing, trims: before }, capture),
  ];
  return [...before, moved(trim, inTurn([all.back, part.there])), ...finishes];
}

function moved(trim: Exclude<Trim, Finish>, { point }: Mapping): Trim {
  if (trim.kind === 'clear') return { ...trim, from: trim.from && point(trim.from) };
  if (trim.kind !== 'band') return trim;
  const along = (at: number): number => {
    const place: Point = trim.of === 'columns' ? { x: at, y: 0 } : { x: 0, y: at };
    return Math.max(0, Math.round(trim.of === 'columns' ? point(place).x : point(place).y));
  };
  return { ...trim, from: along(trim.from), to: along(trim.to) };
}

/** The steps with one that finishes the picture, in the place of an earlier one of its kind. @param finish null takes it out */
export function withFinish(trims: readonly Trim[], kind: Finish['kind'], finish: Finish | null): Trim[] {
  const others = trims.filter((trim) => trim.kind !== kind);
  const all = [...others.filter(isFinish), ...(finish ? [finish] : [])];
  return [
    ...others.filter((trim) => !isFinish(trim)),
    ...FINISHES.flatMap((one) => all.filter((trim) => trim.kind === one)),
  ];
}

/** How far a picture has to be tilted for a line in it to be level, or upright where it is nearer to that; in degrees. */
export function tiltFor(from: Point, to: Point): number {
  const angle = (Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI;
  const off = angle - Math.round(angle / 90) * 90;
  return Math.round(-off * 100) / 100 || 0;
}
