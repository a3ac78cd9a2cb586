import type { Raster } from '../raster/raster.ts';
import type { Places } from './agreement.ts';

/** Places that are looked at: enough to tell, few enough to look at everywhere near. */
const LOOKED_AT = 1200;
/** How many of them both pictures have to have. */
const LEAST_SEEN = 200;
/** Share of them that have to be the same to the bit; and what another place beside it may have of that. */
const [LEAST_SAME, MOST_RIVAL] = [0.5, 0.7];

/**
 * Two captures of one screen are the same pixels, moved by whole ones: found by trying. Copies with loss, and such of
 * another size, are not found like this.
 * @param places along edges of the first, where a place differs from those beside it
 * @param near about where the second lies, in pixels of the first
 * @param room how far from there is tried, in pixels
 * @returns null where no place stands out
 */
export function samePixels(
  first: Raster,
  second: Raster,
  places: Places,
  near: { dx: number; dy: number },
  room: number,
): { dx: number; dy: number } | null {
  const [a, b] = [pixelsOf(first), pixelsOf(second)];
  const every = Math.max(1, Math.floor(places.length / 2 / LOOKED_AT)) * 2;
  const sameAt = (dx: number, dy: number): number => {
    let [seen, same] = [0, 0];
    for (let i = 0; i < places.length; i += every) {
      const x = places[i] as number;
      const y = places[i + 1] as number;
      const u = x - dx;
      const v = y - dy;
      if (u < 0 || v < 0 || u >= second.width || v >= second.height) continue;
      seen++;
      if (a[y * first.width + x] === b[v * second.width + u]) same++;
    }
    return seen >= LEAST_SEEN ? same / seen : 0;
  };
  let best = { dx: 0, dy: 0, share: 0 };
  let rival = 0;
  const [nearX, nearY] = [Math.round(near.dx), Math.round(near.dy)];
  for (let dy = nearY - room; dy <= nearY + room; dy++)
    for (let dx = nearX - room; dx <= nearX + room; dx++) {
      const share = sameAt(dx, dy);
      if (share > best.share) {
        rival = best.share;
        best = { dx, dy, share };
      } else if (share > rival) rival = share;
    }
  return best.share >= LEAST_SAME && rival <= best.share * MOST_RIVAL ? { dx: best.dx, dy: best.dy } : null;
}

const pixelsOf = ({ data }: Raster): Uint32Array =>
  data.byteOffset % 4 === 0
    ? new Uint32Array(data.buffer, data.byteOffset, data.length / 4)
    : new Uint32Array(data.slice().buffer);
