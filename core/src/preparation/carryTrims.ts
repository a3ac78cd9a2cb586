import type { Point, Size } from '../geometry/box.ts';
import type { Framing } from '../marks/framing.ts';
import type { Trim } from '../trims/trim.ts';
import { placingOf } from './placing.ts';

/** The steps of a picture that was framed anew, on the same places of its content. A band that is not in it any more goes. */
export function carryTrims(trims: readonly Trim[], from: Framing, to: Framing, capture: Size): Trim[] {
  const carried: Trim[] = [];
  for (const [i, trim] of trims.entries()) {
    const before = placingOf({ framing: from, trims: trims.slice(0, i) }, capture);
    const after = placingOf({ framing: to, trims: carried }, capture);
    const moved = (at: Point) => after.there.point(before.back.point(at));
    if (trim.kind === 'band') {
      const along = (at: number) => {
        const { x, y } = moved(trim.of === 'columns' ? { x: at, y: 0 } : { x: 0, y: at });
        return Math.round(trim.of === 'columns' ? x : y);
      };
      const most = trim.of === 'columns' ? after.trimmed.width : after.trimmed.height;
      const band = { ...trim, from: Math.max(along(trim.from), 0), to: Math.min(along(trim.to), most) };
      if (band.to > band.from) carried.push(band);
    } else if (trim.kind === 'clear' && trim.from) carried.push({ ...trim, from: moved(trim.from) });
    else carried.push(trim);
  }
  return carried;
}
