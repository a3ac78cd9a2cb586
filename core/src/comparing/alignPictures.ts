import { type Levels, levelsOf, scaled, slopesOf } from '../raster/levels.ts';
import { checkRaster, type Raster } from '../raster/raster.ts';
import { agreementOf } from './agreement.ts';
import type { Alignment, Lie } from './alignment.ts';
import { fitted } from './fit.ts';
import { PhaseCorrelation, type Shift } from './phaseCorrelation.ts';
import { type PyramidStep, pyramid, pyramidStep } from './pyramid.ts';
import {
  amongScales,
  around,
  asMeant,
  MEANT_ROOM,
  pivotOf,
  refine,
  rescaled,
  scalesAround,
} from './refine.ts';
import { askRegions, type OfRegions } from './regions.ts';
import { samePixels } from './samePixels.ts';

/** Longer sides that are compared, just below a power of two: over many scales, at a few, and at the best. */
const [COARSE, MIDDLE, FINE] = [110, 220, 440];
/** Scales that are tried, and by which factor they go on: at the coarse size, less moves no pixel. */
const [LEAST_SCALE, MOST_SCALE, STEP] = [0.45, 2.25, 1.015];
/** So many of the coarse scales are looked at again, and so many of those closely. */
const [AGAIN, CLOSE] = [4, 3];
/** How well they have to go together, and how far the next best place has to be behind. */
const [LEAST_AGREEMENT, MOST_RIVAL] = [0.45, 0.9];
/** Regions that have to go together with the second: so many, and of all that could; and how many of those in one place. */
const [LEAST_HEARD, LEAST_SHARE, MOST_AGREE] = [2, 0.4, 0.8];

/**
 * Finds how a second picture has to be scaled and moved to lie on a first, from their pixels alone: phase correlation of
 * their slopes over many scales, then to a fraction of a pixel by the differences along edges. It is sure only where
 * most regions of the picture, asked by themselves, lie in that place.
 */
export function alignPictures(reference: Raster, other: Raster): Alignment {
  checkRaster(reference);
  checkRaster(other);
  const [a, b] = [levelsOf(reference), levelsOf(other)];
  const unscaled = unscaledLie(reference, other, a, b);
  if (unscaled) return unscaled;
  // Between displays and zooms a few scales are usual: where one of them fits well, no other is looked for.
  const meant = [...MEANT_SCALES, a.width / b.width, a.height / b.height];
  let best = bestOf(a, b, meant, (scale) => [scale]);
  if (!best || best.agreement < CLEAR_AGREEMENT || best.rival > MOST_RIVAL) {
    const searched = bestOf(a, b, coarseScales(a, b), scalesAround);
    if (searched && searched.agreement > (best?.agreement ?? 0) + MORE) best = searched;
  }
  if (!best || best.agreement < LEAST_AGREEMENT || best.rival > MOST_RIVAL)
    return { ...UNSURE, agreement: best?.agreement ?? 0 };
  const { small } = best;
  const steps = pyramid(a, b, small.factor);
  const pivot = pivotOf(small, best);
  const guesses = [
    best,
    ...meant
      .filter((scale) => scale !== best.scale && Math.abs(scale / best.scale - 1) < MEANT_ROOM)
      .map((scale) => around(small, rescaled(pivot, best, scale), [scale], 1)),
  ];
  const climbed = guesses.map((guess) => climb(steps, guess)).sort((x, y) => y.agreement - x.agreement);
  const full = steps.at(-1) ?? small;
  const whole = asMeant(full, climbed[0] ?? best, meant);
  const first = askRegions(full, whole);
  // Where most regions lie elsewhere together, it is there; asked once more, they have to lie as one.
  const moved = first.lie === whole ? whole : asMeant(full, refine(full, first.lie), meant);
  const held = isHeld(first.lie === whole ? first : askRegions(full, moved));
  const isUsual = meant.includes(moved.scale);
  // A usual scale has no other beside it; what was found of any other may be of one that is near.
  const last = held && !isUsual ? amongScales(full, moved) : { ...moved, rival: 0 };
  if (last.rival > MOST_RIVAL) return { ...UNSURE, agreement: last.agreement };
  const stays = last.scale === moved.scale || isHeld(askRegions(full, last));
  // Whole pixels at a scale of 1 are what is meant; anything else is as close as the levels say.
  const isPlain = moved.scale === 1 && Number.isInteger(moved.dx) && Number.isInteger(moved.dy);
  const { scale, dx, dy, agreement } = isPlain ? moved : fitted(full, last, isUsual);
  return { scale, dx, dy, agreement, sure: agreement >= LEAST_AGREEMENT && held && stays };
}

/** Most comparisons are of the same program on the same display: nothing else is looked for where that is so. */
function unscaledLie(reference: Raster, other: Raster, a: Levels, b: Levels): Alignment | null {
  const [tried] = correlated(a, b, [1], FINE);
  if (!tried || tried.shift.rival > MOST_RIVAL) return null;
  const { factor, shift } = tried;
  const full = pyramidStep(a, b, 1);
  const near = { dx: shift.dx / factor, dy: shift.dy / factor };
  const moved = samePixels(reference, other, full.places, near, Math.ceil(2 / factor));
  if (!moved) return null;
  const lie = { scale: 1, ...moved };
  const agreement = agreementOf(full, lie);
  return agreement >= LEAST_AGREEMENT && isHeld(askRegions(full, lie))
    ? { ...lie, agreement, sure: true }
    : null;
}

/** Whether most regions say that the picture lies where it was found. */
const isHeld = ({ asked, heard, agreeing }: OfRegions): boolean =>
  heard >= Math.max(LEAST_HEARD, asked * LEAST_SHARE) && agreeing >= heard * MOST_AGREE;

/** Scales between displays and zooms that are usual. */
const MEANT_SCALES = [1, 0.5, 2, 2 / 3, 1.5, 0.75, 4 / 3, 0.8, 1.25, 4 / 7, 1.75] as const;
/** From this on, a usual scale needs no other beside it; and so much better another one has to be. */
const [CLEAR_AGREEMENT, MORE] = [0.85, 0.02];

/** The best of some scales at a small size, and how far the next best place is behind. */
function bestOf(
  a: Levels,
  b: Levels,
  scales: readonly number[],
  beside: (scale: number) => readonly number[],
): (ReturnType<typeof refine> & { rival: number; small: PyramidStep }) | null {
  const possible = scales.filter((scale) => scale >= LEAST_SCALE / 2 && scale <= MOST_SCALE * 2);
  const close = correlated(a, b, possible, MIDDLE).slice(0, CLOSE);
  const begun = correlated(
    a,
    b,
    close.map((one) => one.scale),
    FINE,
  );
  const [first] = begun;
  if (!first) return null;
  const small = pyramidStep(a, b, first.factor);
  const [best] = begun
    .map(({ scale, shift }) => ({
      ...refine(small, around(small, { scale, dx: shift.dx, dy: shift.dy }, beside(scale), 2)),
      rival: shift.rival,
      small,
    }))
    .sort((x, y) => y.agreement - x.agreement);
  return best ?? null;
}

/** From the small size up to the full one, each time twice as close. */
function climb(steps: readonly PyramidStep[], guess: Lie): Lie & Pick<Alignment, 'agreement'> {
  let at = { ...guess, agreement: 0 };
  let factor = steps[0]?.factor ?? 1;
  for (const step of steps) {
    const up = step.factor / factor;
    at = refine(step, { scale: at.scale, dx: at.dx * up, dy: at.dy * up });
    factor = step.factor;
  }
  return at;
}

const UNSURE: Alignment = { scale: 1, dx: 0, dy: 0, sure: false, agreement: 0 };

interface Tried {
  scale: number;
  shift: Shift;
  /** pixels that were compared for each pixel of the first */
  factor: number;
}

/** Where the second lies best at each scale, the best first. */
function correlated(a: Levels, b: Levels, scales: readonly number[], long: number): Tried[] {
  const factor = Math.min(1, long / Math.max(a.width, a.height, b.width, b.height));
  let size = 1;
  while (size < Math.max(a.width, a.height) * factor * 1.15) size *= 2;
  const correlation = new PhaseCorrelation(size);
  const spectrum = (picture: Levels, by: number) => {
    const { levels, width, height } = slopesOf(scaled(picture, by));
    return correlation.spectrumOf(levels, width, height);
  };
  const first = spectrum(a, factor);
  return scales
    .filter((scale) => scale * factor <= 1)
    .map((scale) => ({ scale, factor, shift: correlation.shiftOf(first, spectrum(b, scale * factor)) }))
    .sort((x, y) => y.shift.peak - x.shift.peak);
}

function coarseScales(a: Levels, b: Levels): number[] {
  const scales: number[] = [];
  for (let scale = LEAST_SCALE; scale <= MOST_SCALE; scale *= STEP) scales.push(scale);
  // Each with what lies between it and its neighbours.
  return correlated(a, b, scales, COARSE)
    .slice(0, AGAIN)
    .flatMap(({ scale }) => [-1, 0, 1].map((by) => scale * STEP ** (by / 2)));
}
