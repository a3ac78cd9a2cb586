import { agreementOf, type Places } from './agreement.ts';
import type { Alignment, Lie } from './alignment.ts';
import type { PyramidStep } from './pyramid.ts';

/** How far from a first guess is looked, and in which steps, as shares of the scale; and how far in pixels. */
const [SCALE_ROOM, SCALE_STEP] = [0.03, 0.0025];
const ROOM = 4;

/** A place of the first picture. */
export type Pivot = readonly [x: number, y: number];

/** The middle of what both have: about it another scale moves as little as can be, wherever in the picture that is. */
export function pivotOf({ b, places }: PyramidStep, { scale, dx, dy }: Lie): Pivot {
  let [count, sumX, sumY] = [0, 0, 0];
  for (let i = 0; i < places.length; i += 2) {
    const [x, y] = [places[i] as number, places[i + 1] as number];
    const [u, v] = [(x - dx) / scale, (y - dy) / scale];
    if (u < 0 || v < 0 || u > b.width || v > b.height) continue;
    count++;
    sumX += x;
    sumY += y;
  }
  return count > 0 ? [sumX / count, sumY / count] : [dx + (scale * b.width) / 2, dy + (scale * b.height) / 2];
}

/** The same picture in another scale, about a place: what is there stays where it is. */
export const rescaled = ([x, y]: Pivot, at: Lie, scale: number): Lie => ({
  scale,
  dx: x - ((x - at.dx) / at.scale) * scale,
  dy: y - ((y - at.dy) / at.scale) * scale,
});

/** The best of all places, and of these scales, around a guess: a peak may be of a scale beside the right one. */
export function around(at: PyramidStep, guess: Lie, scales: readonly number[], step: number): Lie {
  let best = guess;
  let most = agreementOf(at, guess);
  const pivot = pivotOf(at, guess);
  for (const scale of scales) {
    const middle = rescaled(pivot, guess, scale);
    for (let y = -ROOM; y <= ROOM; y += step)
      for (let x = -ROOM; x <= ROOM; x += step) {
        const next = { scale, dx: middle.dx + x, dy: middle.dy + y };
        const agreement = agreementOf(at, next);
        if (agreement > most) [most, best] = [agreement, next];
      }
  }
  return best;
}

/** Scales to both sides of one. */
export function scalesAround(scale: number): number[] {
  const steps = Math.round(SCALE_ROOM / SCALE_STEP);
  return Array.from({ length: 2 * steps + 1 }, (_, i) => scale * (1 + (i - steps) * SCALE_STEP));
}

/** Improves an alignment step by step, each time with smaller steps, to an eighth of a pixel. */
export function refine(at: PyramidStep, start: Lie): Lie & Pick<Alignment, 'agreement'> {
  const { b } = at;
  const pivot = pivotOf(at, start);
  let best = { ...start, agreement: agreementOf(at, start) };
  const consider = (next: Lie): boolean => {
    const agreement = agreementOf(at, next);
    if (agreement <= best.agreement) return false;
    best = { ...next, agreement };
    return true;
  };
  for (let step = 1; step >= 0.125; step /= 2) {
    for (let round = 0, better = true; better && round < 6; round++) {
      better = false;
      for (const [x, y] of AROUND)
        better = consider({ scale: best.scale, dx: best.dx + x * step, dy: best.dy + y * step }) || better;
      const by = (2 * step) / Math.max(b.width, b.height);
      for (const scale of [best.scale * (1 - by), best.scale * (1 + by)])
        better = consider(rescaled(pivot, best, scale)) || better;
    }
  }
  return best;
}

/** Scales beside one that are looked at closely, as shares of it; and from which distance on one is another. */
const BESIDE = [0.005, 0.0125, 0.02, 0.03].flatMap((by) => [by, -by]);
const OTHER_SCALE = 0.003;
const MOST_LOOKS = 3;
/** So many places tell one scale from another; more would only take longer. */
const ENOUGH_PLACES = 1000;

/**
 * Looks closely at the scales beside one that was found: on the way up from a small size a place may have been followed
 * that suits edges in one direction, or letters of their neighbours.
 *
 * @returns the best, and how well the best of another scale goes together, as a share of it
 */
export function amongScales(
  at: PyramidStep,
  found: Lie & Pick<Alignment, 'agreement'>,
): Lie & Pick<Alignment, 'agreement'> & { rival: number } {
  const few = { ...at, places: thinned(at.places) };
  let best = found;
  let others = [found];
  for (let look = 0; look < MOST_LOOKS; look++) {
    const middle = best;
    const pivot = pivotOf(at, middle);
    others = BESIDE.map((by) => rescaled(pivot, middle, middle.scale * (1 + by)))
      .map((guess) => refine(few, around(few, guess, [guess.scale], 1)))
      .map((one) => ({ ...one, agreement: agreementOf(at, one) }))
      .concat(middle)
      .sort((x, y) => y.agreement - x.agreement);
    best = others[0] ?? middle;
    if (best === middle) break;
  }
  const other = others.find(({ scale }) => Math.abs(scale / best.scale - 1) > OTHER_SCALE);
  return { ...best, rival: other ? other.agreement / best.agreement : 0 };
}

/** Some of the places, spread over all of them. */
function thinned(places: Places): Places {
  const every = Math.ceil(places.length / 2 / ENOUGH_PLACES);
  return places.filter((_, i) => (i >> 1) % every === 0);
}

/** How much less well a usual scale may go together: what a picture shows in one corner only fits many scales. */
const AS_GOOD = 0.02;
/** A scale that is found this close to a usual one may be that one. */
export const MEANT_ROOM = 0.03;

/**
 * A usual scale is what is meant where it goes together as well, and at a scale of 1 whole pixels are.
 * @param usual scales that are usual between two pictures
 */
export function asMeant(
  at: PyramidStep,
  found: Lie & Pick<Alignment, 'agreement'>,
  usual: readonly number[],
): Lie & Pick<Alignment, 'agreement'> {
  const pivot = pivotOf(at, found);
  const [best] = usual
    .filter((scale) => Math.abs(scale / found.scale - 1) < MEANT_ROOM)
    // Letters go together with their neighbours too: all places near are looked at.
    .map((scale) => moved(at, around(at, rescaled(pivot, found, scale), [scale], 1)))
    .sort((x, y) => y.agreement - x.agreement);
  const meant = best && best.agreement >= found.agreement - AS_GOOD ? best : found;
  if (meant.scale !== 1) return meant;
  const plain = { scale: 1, dx: Math.round(meant.dx), dy: Math.round(meant.dy) };
  const agreement = agreementOf(at, plain);
  return agreement >= meant.agreement - 0.01 ? { ...plain, agreement } : meant;
}

/** The best place at one scale, to an eighth of a pixel. */
function moved(at: PyramidStep, start: Lie): Lie & Pick<Alignment, 'agreement'> {
  let best = { ...start, agreement: agreementOf(at, start) };
  for (let step = 0.5; step >= 0.125; step /= 2)
    for (let round = 0, better = true; better && round < 6; round++) {
      better = false;
      for (const [x, y] of AROUND) {
        const next = { scale: best.scale, dx: best.dx + x * step, dy: best.dy + y * step };
        const agreement = agreementOf(at, next);
        if (agreement > best.agreement) [best, better] = [{ ...next, agreement }, true];
      }
    }
  return best;
}

const AROUND = [-1, 0, 1]
  .flatMap((x) => [-1, 0, 1].map((y) => [x, y] as const))
  .filter(([x, y]) => x !== 0 || y !== 0);
