import type { LedgerAssignment } from '@nachweis/contract';
import { scaleLinear } from 'd3-scale';
import type { ReactNode } from 'react';
import { CHART_WIDTH, ChartFigure } from './ChartFigure.tsx';
import { spansOf } from './handInTimes.ts';

const ROW = 24;
const EDGE = { left: 136, right: 36 };

interface HandedInChartProps {
  assignment: Pick<LedgerAssignment, 'title' | 'dueAt'>;
  /** of the hand-ins that count */
  handedInAt: readonly string[];
}

/** When people handed in, counted back from the due time. Nothing before somebody has. */
export function HandedInChart({ assignment, handedInAt }: HandedInChartProps): ReactNode {
  if (handedInAt.length === 0) return null;
  const spans = spansOf(assignment.dueAt, handedInAt);
  const late = spans.at(-1)?.count ?? 0;
  const lastDay = spans.slice(2, -1).reduce((sum, span) => sum + span.count, 0);
  const x = scaleLinear()
    .domain([0, Math.max(...spans.map((span) => span.count))])
    .range([0, CHART_WIDTH - EDGE.left - EDGE.right]);
  return (
    <ChartFigure
      title={assignment.title}
      words={`${handedInAt.length} ${handedInAt.length === 1 ? 'hand-in' : 'hand-ins'}, ${lastDay} on the last day, ${late} after the due time`}
      label="When they handed in"
      height={spans.length * ROW + 6}
      table={[['When', 'Hand-ins'], ...spans.map(({ label, count }) => [label, String(count)])]}
    >
      {spans.map(({ label, count }, i) => (
        <g key={label}>
          <text x={EDGE.left - 8} y={i * ROW + 19} textAnchor="end" fill="currentColor">
            {label}
          </text>
          <rect
            x={EDGE.left}
            y={i * ROW + 7}
            width={x(count)}
            height={ROW - 8}
            fill={i === spans.length - 1 ? '#9a6b12' : '#1c6660'}
          />
          <text x={EDGE.left + x(count) + 6} y={i * ROW + 19} fill="currentColor">
            {count}
          </text>
        </g>
      ))}
    </ChartFigure>
  );
}
