const MINUTE = 60_000;
const UNITS: ReadonlyArray<readonly [symbol: string, length: number]> = [
  ['d', 24 * 60 * MINUTE],
  ['h', 60 * MINUTE],
  ['min', MINUTE],
];

/**
 * How long after the due time, in its two largest units: "2 d 5 h", "40 min". Symbols as the SI Brochure has them (9th
 * edition, table 8: d, h, min).
 * @param ms more than 0
 */
export function lateBy(ms: number): string {
  const first = UNITS.findIndex(([, length]) => ms >= length);
  if (first < 0) return 'under 1 min';
  const parts: string[] = [];
  let left = ms;
  for (const [symbol, length] of UNITS.slice(first, first + 2)) {
    const count = Math.floor(left / length);
    left -= count * length;
    if (count > 0) parts.push(`${count} ${symbol}`);
  }
  return parts.join(' ');
}
