import type { Filter } from './FilterBar.tsx';

/** What is asked of the server: fields that hold something, and days as the instants at which they begin and end here. */
export function filterQuery({ from, until, ...others }: Filter): Record<string, string> {
  const asked = Object.entries({ ...others, from: startOf(from, 0), until: startOf(until, 1) });
  return Object.fromEntries(asked.filter(([, value]) => value !== ''));
}

/** When a day, or one after it, begins on this computer's clock; days are not always 24 hours long. */
function startOf(day: string, later: number): string {
  const [year, month, date] = day.split('-').map(Number);
  if (year === undefined || month === undefined || date === undefined) return '';
  const start = new Date(year, month - 1, date + later);
  return Number.isNaN(start.getTime()) ? '' : start.toISOString();
}
