import type { GuideLine, Size } from '@nachweis/core';
import type { ReactNode } from 'react';

/** Guides across the whole picture, on the bench only: in what leaves it there is the measure alone. */
export function GuideLayer({ lines, picture }: { lines: readonly GuideLine[]; picture: Size }): ReactNode {
  if (lines.length === 0) return null;
  const far = picture.width + picture.height;
  return (
    <svg
      aria-hidden
      data-testid="guides"
      viewBox={`0 0 ${picture.width} ${picture.height}`}
      preserveAspectRatio="none"
      className="pointer-events-none absolute inset-0 size-full"
    >
      {lines.map(({ from, to }) => {
        const long = Math.hypot(to.x - from.x, to.y - from.y);
        const [dx, dy] = [((to.x - from.x) / long) * far, ((to.y - from.y) / long) * far];
        const ends = { x1: from.x - dx, y1: from.y - dy, x2: from.x + dx, y2: from.y + dy };
        return (
          <g key={Object.values(ends).join(' ')} vectorEffect="non-scaling-stroke">
            <line
              {...ends}
              stroke="#fffdf6"
              strokeWidth={2}
              opacity={0.7}
              vectorEffect="non-scaling-stroke"
            />
            <line
              {...ends}
              stroke="#1c6660"
              strokeWidth={1}
              strokeDasharray="7 5"
              vectorEffect="non-scaling-stroke"
            />
          </g>
        );
      })}
    </svg>
  );
}
