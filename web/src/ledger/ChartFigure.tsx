import { type ReactNode, useRef } from 'react';
import { Button } from '../ui/Button.tsx';
import { saveAs } from '../ui/saveAs.ts';

/** In CSS pixels on a window of 1280, so that what is written in a chart has the size of what stands around it. */
export const CHART_WIDTH = 420;

interface ChartFigureProps {
  /** of what it is made, for the name of its file */
  title: string;
  /** what the chart says, in words */
  words: string;
  /** what kind of chart it is, for those who cannot see it */
  label: string;
  height: number;
  /** the inside of the picture */
  children: ReactNode;
  /** rows of text, the first of them the heads */
  table: ReadonlyArray<readonly string[]>;
  /** the column that is somebody's words, of any length */
  prose?: number;
}

/** A chart with what it says, as a table too, and as an SVG file. */
export function ChartFigure({
  title,
  words,
  label,
  height,
  children,
  table,
  prose,
}: ChartFigureProps): ReactNode {
  const chart = useRef<SVGSVGElement>(null);
  const [heads = [], ...rows] = table;
  return (
    <figure aria-label={label} className="min-w-0 max-w-lg border border-rule bg-card p-3">
      <figcaption className="mb-1 flex flex-wrap items-baseline gap-x-3">
        <strong className="w-full">{label}</strong>
        <span className="min-w-0 flex-1 text-sm text-faded">{words}</span>
        <Button
          small
          look="quiet"
          aria-label={`Save the chart: ${label}`}
          onClick={() =>
            chart.current &&
            saveAs(
              new Blob([new XMLSerializer().serializeToString(chart.current)], { type: 'image/svg+xml' }),
              `${title}, ${label.toLowerCase()}.svg`,
            )
          }
        >
          Save the chart
        </Button>
      </figcaption>
      <svg
        ref={chart}
        xmlns="http://www.w3.org/2000/svg"
        viewBox={`0 0 ${CHART_WIDTH} ${height}`}
        role="img"
        aria-label={`${label}: ${words}`}
        // Where the file is opened there may be no such font.
        className="w-full [font-family:inherit]"
        fontFamily="sans-serif"
        fontSize="12"
      >
        {children}
      </svg>
      <details className="text-sm">
        <summary className="cursor-pointer text-verdigris-deep">As a table</summary>
        <table aria-label={label} className="mt-1 w-full">
          <thead>
            <tr>
              {heads.map((head) => (
                <th key={head} scope="col" className="pr-3 text-left align-bottom [overflow-wrap:normal]">
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr key={row[0]} className="align-top">
                {row.map((value, i) => (
                  <td
                    key={heads[i]}
                    className={i === prose ? 'written min-w-20 pr-3' : 'pr-3 font-mono whitespace-nowrap'}
                  >
                    {value}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </figure>
  );
}
