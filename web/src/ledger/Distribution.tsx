import { formatPoints } from '@nachweis/core';
import { scaleBand, scaleLinear } from 'd3-scale';
import { type ReactNode, useRef } from 'react';
import { Button } from '../ui/Button.tsx';
import { saveAs } from '../ui/saveAs.ts';
import { binsOf, medianOf } from './bins.ts';

const [WIDTH, HEIGHT] = [640, 180];
const EDGE = { left: 32, bottom: 26, top: 14 };

interface DistributionProps {
  title: string;
  mostUnits: number;
  /** of every hand-in with all its verdicts */
  units: readonly number[];
}

/** How the points of an assignment are distributed, as a chart, as a table, and as a file. */
export function Distribution({ title, mostUnits, units }: DistributionProps): ReactNode {
  const chart = useRef<SVGSVGElement>(null);
  if (units.length === 0) return null;
  const bins = binsOf(units, mostUnits);
  const median = medianOf(units);
  const label = (i: number) => formatPoints(Math.round(bins[i]?.from ?? 0));
  const x = scaleBand<number>()
    .domain(bins.map((_, i) => i))
    .range([EDGE.left, WIDTH - 8])
    .padding(0.15);
  const y = scaleLinear()
    .domain([0, Math.max(...bins.map((bin) => bin.count))])
    .nice()
    .range([HEIGHT - EDGE.bottom, EDGE.top]);
  const ticks = y.ticks(4).filter(Number.isInteger);
  const words = `${units.length} judged, median ${median === null ? '' : formatPoints(Math.round(median))} of ${formatPoints(mostUnits)} points`;
  return (
    <figure className="max-w-2xl border border-rule bg-card p-3">
      <figcaption className="mb-1 flex flex-wrap items-baseline gap-x-3">
        <strong className="written flex-1">{title}</strong>
        <span className="text-sm text-faded">{words}</span>
        <Button
          small
          look="quiet"
          onClick={() =>
            chart.current &&
            saveAs(
              new Blob([new XMLSerializer().serializeToString(chart.current)], { type: 'image/svg+xml' }),
              `${title}.svg`,
            )
          }
        >
          Save the chart
        </Button>
      </figcaption>
      <svg
        ref={chart}
        xmlns="http://www.w3.org/2000/svg"
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="img"
        aria-label={`Distribution of points: ${words}`}
        className="w-full"
        fontFamily="sans-serif"
        fontSize="12"
      >
        {ticks.map((tick) => (
          <g key={tick}>
            <line
              x1={EDGE.left}
              x2={WIDTH - 8}
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
            <rect
              x={x(i)}
              y={y(bin.count)}
              width={x.bandwidth()}
              height={y(0) - y(bin.count)}
              fill="#1c6660"
            />
            <text x={(x(i) ?? 0) + x.bandwidth() / 2} y={HEIGHT - 8} textAnchor="middle" fill="currentColor">
              {label(i)}
            </text>
          </g>
        ))}
      </svg>
      <details className="text-sm">
        <summary className="cursor-pointer text-verdigris-deep">As a table</summary>
        <table className="mt-1">
          <thead>
            <tr>
              <th scope="col" className="pr-4 text-left">
                Points from
              </th>
              <th scope="col" className="text-left">
                Hand-ins
              </th>
            </tr>
          </thead>
          <tbody>
            {bins.map((bin, i) => (
              <tr key={bin.from}>
                <td className="pr-4 font-mono">{label(i)}</td>
                <td className="font-mono">{bin.count}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </figure>
  );
}
