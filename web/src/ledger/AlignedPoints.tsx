import { formatPoints } from '@nachweis/core';
import type { ReactNode } from 'react';

/** Points in a column: those of one row stand below those of the other, whole below whole and part below part. */
export function AlignedPoints({ units, className = '' }: { units: number; className?: string }): ReactNode {
  const [whole, part] = formatPoints(units).split('.');
  return (
    <span className={`inline-flex font-mono ${className}`}>
      <span className="min-w-[3ch] text-right">{whole}</span>
      <span className="min-w-[3ch]">{part && `.${part}`}</span>
    </span>
  );
}
