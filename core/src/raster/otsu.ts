/** The threshold that separates two classes of levels best (Otsu 1979). */
export function otsu(levels: Uint8Array): number {
  const counts = new Float64Array(256);
  let total = 0;
  for (const level of levels) {
    counts[level] = (counts[level] as number) + 1;
    total += level;
  }
  let best = 0;
  let threshold = 127;
  let below = 0;
  let sumBelow = 0;
  for (let level = 0; level < 255; level++) {
    below += counts[level] as number;
    sumBelow += level * (counts[level] as number);
    const above = levels.length - below;
    if (below === 0 || above === 0) continue;
    const gap = sumBelow / below - (total - sumBelow) / above;
    const variance = below * above * gap * gap;
    if (variance > best) {
      best = variance;
      threshold = level;
    }
  }
  return threshold;
}
