import type { LedgerAssignment } from '@nachweis/contract';
import { scaleLinear } from 'd3-scale';
import type { ReactNode } from 'react';
import { CHART_WIDTH, ChartFigure } from './ChartFigure.tsx';

const ROW = 24;
const EDGE = { left: 56, right: 92, top: 24 };
/** Common practice, no source: with fewer hand-ins a correlation moves a lot by one of them. */
const FEW = 20;

/** How hard each must-show of an assignment was, and how well it separates. Nothing before a hand-in is judged. */
export function MustShowChart({ assignment }: { assignment: LedgerAssignment }): ReactNode {
  const rows = assignment.mustShows.filter(({ earned }) => earned !== null);
  if (rows.length === 0) return null;
  const judged = Math.max(...rows.map((row) => row.judged));
  const x = scaleLinear()
    .domain([0, 1])
    .range([EDGE.left, CHART_WIDTH - EDGE.right]);
  const hardest = rows.reduce((a, b) => ((b.earned ?? 1) < (a.earned ?? 1) ? b : a));
  return (
    <ChartFigure
      title={assignment.title}
      words={`${judged} judged, least earned: ${hardest.code} with ${share(hardest.earned)}${judged < FEW ? '; of so few these figures say little' : ''}`}
      label="Must-shows"
      height={EDGE.top + rows.length * ROW}
      prose={1}
      table={[
        ['Must-show', 'Text', 'Hand-ins', 'Earned', 'Separates'],
        ...rows.map(({ code, text, judged: of, earned, discrimination }) => [
          code,
          text,
          String(of),
          share(earned),
          separates(discrimination),
        ]),
      ]}
    >
      <text x={x(0)} y={14} fill="currentColor" opacity="0.75">
        mean share earned
      </text>
      <text x={CHART_WIDTH - 4} y={14} textAnchor="end" fill="currentColor" opacity="0.75">
        separates
      </text>
      {rows.map(({ id, code, earned, discrimination }, i) => {
        const top = EDGE.top + i * ROW;
        const length = x(earned ?? 0) - x(0);
        // Within the bar where it is long enough, else beside it.
        const inside = length > 60;
        return (
          <g key={id}>
            <text x={EDGE.left - 8} y={top + 15} textAnchor="end" fill="currentColor">
              {code}
            </text>
            <rect
              x={x(0)}
              y={top + 3}
              width={x(1) - x(0)}
              height={ROW - 8}
              fill="currentColor"
              opacity="0.08"
            />
            <rect x={x(0)} y={top + 3} width={length} height={ROW - 8} fill="#1c6660" />
            <text
              x={x(0) + length + (inside ? -6 : 6)}
              y={top + 15}
              textAnchor={inside ? 'end' : 'start'}
              fill={inside ? '#ffffff' : 'currentColor'}
            >
              {share(earned)}
            </text>
            <text x={CHART_WIDTH - 4} y={top + 15} textAnchor="end" fill="currentColor">
              {separates(discrimination)}
            </text>
          </g>
        );
      })}
    </ChartFigure>
  );
}

const share = (earned: number | null) => (earned === null ? '' : `${Math.round(earned * 100)} %`);
const separates = (value: number | null) => (value === null ? 'none' : value.toFixed(2).replace('-', '−'));
