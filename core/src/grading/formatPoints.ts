import { UNITS_PER_POINT } from './verdicts.ts';

/** Units as points, with as many decimals as are needed: 250 is "2.5", 300 is "3", 267 is "2.67". */
export function formatPoints(units: number): string {
  const sign = units < 0 ? '−' : '';
  const size = Math.abs(units);
  const rest = String(size % UNITS_PER_POINT)
    .padStart(2, '0')
    .replace(/0+$/, '');
  return `${sign}${Math.floor(size / UNITS_PER_POINT)}${rest ? `.${rest}` : ''}`;
}

/**
 * Reads points as a person writes them ("2", "-1,5", "+0.25") into units.
 * @returns null when it is no number or has more than two decimals
 */
export function parsePoints(text: string): number | null {
  const match = /^([+\-−]?)(\d{1,6})(?:[.,](\d{1,2}))?$/.exec(text.trim());
  if (!match) return null;
  const [, sign, whole, decimals = ''] = match;
  const units = Number(whole) * UNITS_PER_POINT + Number(decimals.padEnd(2, '0'));
  return sign === '-' || sign === '−' ? 0 - units : units;
}
