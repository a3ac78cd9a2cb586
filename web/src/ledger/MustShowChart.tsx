import type { LedgerAssignment } from '@nachweis/contract';
import type { ReactNode } from 'react';
import { BarRows, barsHeight, FULL, percent } from './BarRows.tsx';
import { ChartFigure } from './ChartFigure.tsx';

/** Common practice, no source: with fewer hand-ins a correlation moves a lot by one of them. */
const FEW = 20;

/** How hard each must-show of an assignment was, and how well it separates. Nothing before a hand-in is judged. */
export function MustShowChart({ assignment }: { assignment: LedgerAssignment }): ReactNode {
  const rows = assignment.mustShows.filter(({ earned }) => earned !== null);
  if (rows.length === 0) return null;
  const judged = Math.max(...rows.map((row) => row.judged));
  const hardest = rows.reduce((a, b) => ((b.earned ?? 1) < (a.earned ?? 1) ? b : a));
  return (
    <ChartFigure
      title={assignment.title}
      words={`${judged} judged, least earned: ${hardest.code} with ${share(hardest.earned)}${judged < FEW ? '; of so few these figures say little' : ''}`}
      label="Must-shows"
      height={barsHeight(rows.length)}
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
      <BarRows
        left={56}
        over="mean share earned"
        overEnd="separates"
        bars={rows.map(({ id, code, earned, discrimination }) => ({
          key: id,
          label: code,
          parts: [{ share: earned ?? 0, words: share(earned), ...FULL }],
          end: separates(discrimination),
        }))}
      />
    </ChartFigure>
  );
}

const share = (earned: number | null) => (earned === null ? '' : percent(earned));
const separates = (value: number | null) => (value === null ? 'none' : value.toFixed(2).replace('-', '−'));
