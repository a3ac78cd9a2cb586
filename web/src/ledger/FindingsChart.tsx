import type { FindingCount } from '@nachweis/contract';
import type { ReactNode } from 'react';
import { several } from '../words/counted.ts';
import { findingName, LEVEL_WORDS } from '../words/findingNames.ts';
import { BarRows, barsHeight, FULL, HALF, percent } from './BarRows.tsx';
import { ChartFigure } from './ChartFigure.tsx';

interface FindingsChartProps {
  title: string;
  findings: readonly FindingCount[];
  /** hand-ins that were checked */
  checked: number;
}

/** In how many hand-ins the automatic checks found what. Nothing where all is fine. */
export function FindingsChart({ title, findings, checked }: FindingsChartProps): ReactNode {
  const [commonest] = findings;
  if (!commonest) return null;
  return (
    <ChartFigure
      title={title}
      words={`${several(checked, 'hand-in')} checked, most often: ${findingName(commonest.code)}, in ${commonest.handIns}`}
      label="Findings"
      height={barsHeight(findings.length)}
      table={[
        ['Finding', 'Level', 'Hand-ins', 'Share'],
        ...findings.map(({ code, level, handIns }) => [
          findingName(code),
          LEVEL_WORDS[level],
          String(handIns),
          percent(handIns / checked),
        ]),
      ]}
    >
      <BarRows
        left={176}
        over="share of the hand-ins"
        overEnd="hand-ins"
        bars={findings.map(({ code, level, handIns }) => ({
          key: `${level} ${code}`,
          label: findingName(code),
          parts: [
            {
              share: handIns / checked,
              words: LEVEL_WORDS[level],
              ...(level === 'problem' ? FULL : HALF),
            },
          ],
          end: String(handIns),
        }))}
      />
    </ChartFigure>
  );
}
