/** One gauging: stage in metres above the gauge's zero, discharge in cubic metres a second. */
export interface Gauging {
  time: string;
  stage: number;
  /** null where nothing was recorded */
  discharge: number | null;
}

/** Q = a · h^b, fitted in logarithms; r2 is that of the logarithms. */
export interface RatingCurve {
  a: number;
  b: number;
  r2: number;
}

/**
 * Fits the power law Q = a · h^b by least squares on ln Q = ln a + b · ln h.
 * @returns null with fewer than two gaugings of different stage
 */
export function fitRatingCurve(gaugings: readonly Gauging[]): RatingCurve | null {
  const points = gaugings.flatMap(({ stage, discharge }) =>
    discharge !== null && stage > 0 && discharge > 0 ? [{ x: Math.log(stage), y: Math.log(discharge) }] : [],
  );
  const n = points.length;
  const mean = (pick: (p: { x: number; y: number }) => number) =>
    points.reduce((sum, p) => sum + pick(p), 0) / n;
  const mx = mean((p) => p.x);
  const my = mean((p) => p.y);
  const sxx = points.reduce((sum, p) => sum + (p.x - mx) ** 2, 0);
  const syy = points.reduce((sum, p) => sum + (p.y - my) ** 2, 0);
  const sxy = points.reduce((sum, p) => sum + (p.x - mx) * (p.y - my), 0);
  if (n < 2 || sxx === 0) return null;
  const b = sxy / sxx;
  return { a: Math.exp(my - b * mx), b, r2: syy === 0 ? 1 : sxy ** 2 / (sxx * syy) };
}
