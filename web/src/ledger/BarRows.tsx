import { scaleLinear } from 'd3-scale';
import { Fragment, type ReactNode } from 'react';
import { CHART_WIDTH } from './ChartFigure.tsx';

const ROW = 24;
const TOP = 24;
const RIGHT = 64;
/** Width of a part from which its words stand in it. */
const WORDS = 46;

/** A part of a bar. */
export interface BarPart {
  /** of the whole row, 0 to 1 */
  share: number;
  words: string;
  fill: string;
  /** what is readable on the fill */
  ink: string;
}

export interface Bar {
  key: string;
  label: string;
  parts: readonly BarPart[];
  /** what stands at the end of the row */
  end: string;
}

export const FULL = { fill: '#1c6660', ink: '#ffffff' } as const;
export const HALF = { fill: '#9cc4bd', ink: '#1d2321' } as const;
export const SLIGHT = { fill: '#d8d6cc', ink: '#1d2321' } as const;

interface BarRowsProps {
  bars: readonly Bar[];
  /** room for the labels, in the chart's units */
  left: number;
  over: string;
  overEnd: string;
}

export const barsHeight = (count: number): number => TOP + count * ROW;

/** Rows of shares: each a label, a bar of one part or several, and a figure at its end. */
export function BarRows({ bars, left, over, overEnd }: BarRowsProps): ReactNode {
  const x = scaleLinear()
    .domain([0, 1])
    .range([left, CHART_WIDTH - RIGHT]);
  return (
    <>
      <text x={left} y={14} fill="currentColor" opacity="0.75">
        {over}
      </text>
      <text x={CHART_WIDTH - 4} y={14} textAnchor="end" fill="currentColor" opacity="0.75">
        {overEnd}
      </text>
      {bars.map(({ key, label, parts, end }, i) => {
        const top = TOP + i * ROW;
        let from = 0;
        return (
          <g key={key}>
            <text x={left - 8} y={top + 15} textAnchor="end" fill="currentColor">
              {label}
            </text>
            <rect
              x={x(0)}
              y={top + 3}
              width={x(1) - x(0)}
              height={ROW - 8}
              fill="currentColor"
              opacity="0.08"
            />
            {parts.map(({ share, words, fill, ink }) => {
              const [start, length] = [x(from), x(share) - x(0)];
              from += share;
              const inside = length > WORDS;
              // Beside its bar there is room only where nothing follows.
              const beside = !inside && parts.length === 1;
              return (
                <Fragment key={fill}>
                  <rect x={start} y={top + 3} width={length} height={ROW - 8} fill={fill} />
                  {(inside || beside) && (
                    <text
                      x={start + length + (inside ? -6 : 6)}
                      y={top + 15}
                      textAnchor={inside ? 'end' : 'start'}
                      fill={inside ? ink : 'currentColor'}
                    >
                      {words}
                    </text>
                  )}
                </Fragment>
              );
            })}
            <text x={CHART_WIDTH - 4} y={top + 15} textAnchor="end" fill="currentColor">
              {end}
            </text>
          </g>
        );
      })}
    </>
  );
}

/** "38 %" */
export const percent = (share: number): string => `${Math.round(share * 100)} %`;
