import { formatPoints, UNITS_PER_POINT } from '@nachweis/core';
import type { ReactNode } from 'react';

/** What something is worth: a figure to the eye; to the ear also of what. */
export function Worth({ units, className = '' }: { units: number; className?: string }): ReactNode {
  return (
    <span className={`relative font-mono ${className}`}>
      {formatPoints(units)}
      <span className="sr-only"> {units === UNITS_PER_POINT ? 'point' : 'points'}</span>
    </span>
  );
}
