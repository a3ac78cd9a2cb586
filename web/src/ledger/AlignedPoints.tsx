import { formatPoints } from '@nachweis/core';
import type { ReactNode } from 'react';

/** Letters of equal width that a figure and what stands behind its point take. */
const [ALL, PART] = [6, 3];

/**
 * Points in a column: those of one row stand below those of the other, whole below whole and part below part. It is one
 * text, so that it is read as one figure.
 */
export function AlignedPoints({ units, className = '' }: { units: number; className?: string }): ReactNode {
  const figure = formatPoints(units);
  const point = figure.indexOf('.');
  const part = point < 0 ? 0 : figure.length - point;
  return (
    <span
      className={`inline-block text-right font-mono ${className}`}
      style={{ minWidth: `${ALL}ch`, paddingRight: `${PART - part}ch` }}
    >
      {figure}
    </span>
  );
}
