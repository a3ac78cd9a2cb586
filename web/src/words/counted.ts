import { formatPoints, UNITS_PER_POINT } from '@nachweis/core';

/** "1 file", "2 files". @param many where it is more than an s */
export const several = (count: number, one: string, many = `${one}s`): string =>
  `${count} ${count === 1 ? one : many}`;

/** "1 point", "2.5 points". */
export const pointsWords = (units: number): string =>
  `${formatPoints(units)} ${units === UNITS_PER_POINT ? 'point' : 'points'}`;
