import { type Levels, scaled } from '../raster/levels.ts';
import { edgePlaces, type Places } from './agreement.ts';

/** Both pictures in one reduced size, and where the first has edges. */
export interface PyramidStep {
  /** pixels of it for each pixel of the full size */
  factor: number;
  a: Levels;
  b: Levels;
  places: Places;
}

export function pyramidStep(a: Levels, b: Levels, factor: number): PyramidStep {
  const reduced = factor < 1 ? scaled(a, factor) : a;
  return { factor, a: reduced, b: factor < 1 ? scaled(b, factor) : b, places: edgePlaces(reduced) };
}

export function pyramid(a: Levels, b: Levels, from: number): PyramidStep[] {
  const steps: PyramidStep[] = [];
  for (let factor = from; factor < 1; factor *= 2) steps.push(pyramidStep(a, b, factor));
  return [...steps, pyramidStep(a, b, 1)];
}
