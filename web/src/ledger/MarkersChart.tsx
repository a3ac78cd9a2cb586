import type { MarkerFigures } from '@nachweis/contract';
import type { ReactNode } from 'react';
import { BarRows, barsHeight, FULL, HALF, percent, SLIGHT } from './BarRows.tsx';
import { ChartFigure } from './ChartFigure.tsx';

const VERDICTS = [
  ['shown', FULL],
  ['partly', HALF],
  ['not-shown', SLIGHT],
] as const;
const LONGEST_NAME = 24;

/** What each marker said of must-shows, side by side. Nothing before there are two. */
export function MarkersChart({
  title,
  markers,
}: {
  title: string;
  markers: readonly MarkerFigures[];
}): ReactNode {
  if (markers.length < 2) return null;
  const rows = markers.map((marker) => ({ ...marker, all: total(marker) }));
  return (
    <ChartFigure
      title={title}
      words={`${markers.length} people gave verdicts, on different hand-ins unless they were shared at random; a difference may be the students’`}
      label="Markers side by side"
      height={barsHeight(rows.length)}
      prose={0}
      table={[
        ['Marker', 'Hand-ins', 'Verdicts', 'Shown', 'Partly', 'Not shown'],
        ...rows.map(({ name, handIns, verdicts, all }) => [
          name,
          String(handIns),
          String(all),
          ...VERDICTS.map(([verdict]) => percent(verdicts[verdict] / all)),
        ]),
      ]}
    >
      <BarRows
        left={176}
        over="shown, partly, not shown"
        overEnd="verdicts"
        bars={rows.map(({ id, name, verdicts, all }) => ({
          key: id,
          label: name.length > LONGEST_NAME ? `${name.slice(0, LONGEST_NAME - 1)}…` : name,
          parts: VERDICTS.map(([verdict, look]) => ({
            share: verdicts[verdict] / all,
            words: percent(verdicts[verdict] / all),
            ...look,
          })),
          end: String(all),
        }))}
      />
    </ChartFigure>
  );
}

const total = ({ verdicts }: MarkerFigures): number =>
  verdicts.shown + verdicts.partly + verdicts['not-shown'];
