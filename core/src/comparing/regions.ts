import { agreementOf, type Places } from './agreement.ts';
import type { Lie } from './alignment.ts';
import type { PyramidStep } from './pyramid.ts';

/** Regions of the first picture, across and down; each is looked at by itself. */
const [ACROSS, DOWN] = [4, 3];
/** Edges that a region needs, and how well it has to go together, to say anything. */
const [LEAST_PLACES, LEAST_AGREEMENT] = [40, 0.6];
/** How far from where all lies a region is looked for, in pixels, and in which steps, each around the best of the last. */
const FAR = 8;
const STEPS = [2, 1, 0.5];
/** Regions that lie as they should do so within this many pixels. */
const NEAR = 1;

/** What one region says: its middle in the first picture, and how far from the common place it goes together best. */
interface Said {
  x: number;
  y: number;
  offX: number;
  offY: number;
}

export interface OfRegions {
  /** where most regions lie together */
  lie: Lie;
  /** regions that have enough in common with the second, those of them that go together with it, and that lie there */
  asked: number;
  heard: number;
  agreeing: number;
}

/**
 * Asks regions of the picture one by one where they lie. What was found for the whole may be a place that suits it a
 * little everywhere and no part of it: then the regions differ, or tell together how it has to be scaled and moved.
 */
export function askRegions(step: PyramidStep, at: Lie): OfRegions {
  const common = regionsOf(step)
    .map((places) => inBoth(step, places, at))
    .filter((places) => places.length >= LEAST_PLACES * 2);
  const said = common.flatMap((places) => hear(step, places, at) ?? []);
  const counts = { asked: common.length, heard: said.length };
  let best: OfRegions = { ...counts, lie: at, agreeing: within(said, 0, 0, 0).length };
  // A scale and a shift follow from any two; of all of them, those with which most others go.
  for (const [i, one] of said.entries())
    for (const other of said.slice(i + 1)) {
      const far = (other.x - one.x) ** 2 + (other.y - one.y) ** 2;
      const along = (other.x - one.x) * (other.offX - one.offX) + (other.y - one.y) * (other.offY - one.offY);
      const grow = along / far;
      const [offX, offY] = [one.offX - grow * one.x, one.offY - grow * one.y];
      const together = within(said, grow, offX, offY);
      if (together.length > best.agreeing)
        best = { ...counts, lie: fitted(at, together), agreeing: together.length };
    }
  return best;
}

/** Those that a common growth and shift explains. */
const within = (said: readonly Said[], grow: number, offX: number, offY: number): Said[] =>
  said.filter(
    (one) =>
      Math.abs(one.offX - grow * one.x - offX) <= NEAR && Math.abs(one.offY - grow * one.y - offY) <= NEAR,
  );

/** The least squares of their growth and shift, laid on the lie. */
function fitted({ scale, dx, dy }: Lie, said: readonly Said[]): Lie {
  const mean = (of: (one: Said) => number) => said.reduce((sum, one) => sum + of(one), 0) / said.length;
  const [x, y, offX, offY] = [mean((o) => o.x), mean((o) => o.y), mean((o) => o.offX), mean((o) => o.offY)];
  const spread = mean((o) => (o.x - x) ** 2 + (o.y - y) ** 2);
  const along = mean((o) => (o.x - x) * (o.offX - offX) + (o.y - y) * (o.offY - offY));
  const grow = spread > 0 ? along / spread : 0;
  return {
    scale: scale * (1 + grow),
    dx: dx * (1 + grow) + offX - grow * x,
    dy: dy * (1 + grow) + offY - grow * y,
  };
}

/** The places along edges, by region. */
function regionsOf({ a, places }: PyramidStep): Places[] {
  const regions = Array.from({ length: ACROSS * DOWN }, (): number[] => []);
  for (let i = 0; i < places.length; i += 2) {
    const [x, y] = [places[i] as number, places[i + 1] as number];
    const column = Math.floor((x * ACROSS) / a.width);
    const row = Math.floor((y * DOWN) / a.height);
    regions[row * ACROSS + column]?.push(x, y);
  }
  return regions.map((region) => Int32Array.from(region));
}

/** Those places that the second covers too. */
function inBoth({ b }: PyramidStep, places: Places, at: Lie): Places {
  const common: number[] = [];
  for (let i = 0; i < places.length; i += 2) {
    const [x, y] = [places[i] as number, places[i + 1] as number];
    const [u, v] = [(x - at.dx) / at.scale, (y - at.dy) / at.scale];
    if (u >= 0 && v >= 0 && u <= b.width && v <= b.height) common.push(x, y);
  }
  return Int32Array.from(common);
}

/** Null where a region goes together with the second nowhere near. */
function hear(step: PyramidStep, places: Places, at: Lie): Said | null {
  const region = { ...step, places };
  const worth = (offX: number, offY: number) =>
    agreementOf(region, { scale: at.scale, dx: at.dx + offX, dy: at.dy + offY });
  let best = { offX: 0, offY: 0, agreement: worth(0, 0) };
  let room = FAR;
  for (const by of STEPS) {
    const { offX, offY } = best;
    for (let y = offY - room; y <= offY + room; y += by)
      for (let x = offX - room; x <= offX + room; x += by) {
        const agreement = worth(x, y);
        // Of equals the nearest: lines go together with themselves all along.
        if (agreement > best.agreement + 0.005) best = { offX: x, offY: y, agreement };
      }
    room = by;
  }
  if (best.agreement < LEAST_AGREEMENT) return null;
  const mean = (axis: 0 | 1) =>
    (places.reduce((sum, value, i) => (i % 2 === axis ? sum + value : sum), 0) * 2) / places.length;
  return { x: mean(0), y: mean(1), offX: best.offX, offY: best.offY };
}
