import { formatPoints } from '@nachweis/core';
import { scaleBand, scaleLinear } from 'd3-scale';
import type { ReactNode } from 'react';
import { binsOf, medianOf } from './bins.ts';
import { CHART_WIDTH, ChartFigure } from './ChartFigure.tsx';

const HEIGHT = 180;
/** About as wide as a figure of the chart's size. */
const LETTER = 7.4;
const EDGE = { left: 32, bottom: 26, top: 14 };

interface DistributionProps {
  title: string;
  mostUnits: number;
  /** of every hand-in with all its verdicts */
  units: readonly number[];
}

/** How the points of an assignment are distributed, as a chart, as a table, and as a file. */
export function Distribution({ title, mostUnits, units }: DistributionProps): ReactNode {
  if (units.length === 0) return null;
  const bins = binsOf(units, mostUnits);
  const median = medianOf(units);
  const label = (i: number) => formatPoints(Math.round(bins[i]?.from ?? 0));
  const x = scaleBand<number>()
    .domain(bins.map((_, i) => i))
    .range([EDGE.left, CHART_WIDTH - 8])
    .padding(0.15);
  const y = scaleLinear()
    .domain([0, Math.max(...bins.map((bin) => bin.count))])
    .nice()
    .range([HEIGHT - EDGE.bottom, EDGE.top]);
  // As many as stand beside each other.
  const every = Math.ceil((LETTER * Math.max(...bins.map((_, i) => label(i).length + 1))) / x.step());
  const ticks = y.ticks(4).filter(Number.isInteger);
  return (
    <ChartFigure
      title={title}
      words={`${units.length} judged, median ${median === null ? '' : formatPoints(Math.round(median))} of ${formatPoints(mostUnits)} points`}
      label="Distribution of points"
      height={HEIGHT}
      table={[['Points from', 'Hand-ins'], ...bins.map((bin, i) => [label(i), String(bin.count)])]}
    >
      {ticks.map((tick) => (
        <g key={tick}>
          <line
            x1={EDGE.left}
            x2={CHART_WIDTH - 8}
            y1={y(tick)}
            y2={y(tick)}
            stroke="currentColor"
            opacity="0.2"
          />
          <text x={EDGE.left - 6} y={y(tick) + 4} textAnchor="end" fill="currentColor">
            {tick}
          </text>
        </g>
      ))}
      {bins.map((bin, i) => (
        <g key={bin.from}>
          <rect x={x(i)} y={y(bin.count)} width={x.bandwidth()} height={y(0) - y(bin.count)} fill="#1c6660" />
          {i % every === 0 && (
            <text x={(x(i) ?? 0) + x.bandwidth() / 2} y={HEIGHT - 8} textAnchor="middle" fill="currentColor">
              {label(i)}
            </text>
          )}
        </g>
      ))}
    </ChartFigure>
  );
}
