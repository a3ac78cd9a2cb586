import type { ProofPoint, ReviewGrid } from '@nachweis/contract';
import { useVirtualizer } from '@tanstack/react-virtual';
import { memo, type ReactNode, useEffect, useRef } from 'react';
import { GridCellView } from './GridCellView.tsx';
import type { Spot } from './gridRows.ts';

type GridRow = ReviewGrid['rows'][number];

/** Height of a row with the room between rows, in pixels. */
const ROW = 116;
/** The line of proof points above them, which stays, and the line around a cell that has the focus. */
const HEAD = 44;

/** What is done at a cell. */
export interface CellActions {
  onMeant: (handInId: string, hrefs: readonly string[]) => void;
  onChoose: (spot: Spot) => void;
  onOpen: (handInId: string, column: number) => void;
}

interface GridTableProps extends CellActions {
  /** in the order in which they are walked */
  rows: readonly GridRow[];
  /** how many there are with those that are not shown */
  count: number;
  points: readonly ProofPoint[];
  spot: Spot | null;
  aside: ReadonlySet<string>;
}

/** Students by proof points, of which only what is near the window exists. While it scrolls, nothing else is drawn anew. */
export function GridTable({ rows, count, points, spot, aside, ...actions }: GridTableProps): ReactNode {
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 4,
    scrollPaddingEnd: HEAD,
  });
  const index = rows.findIndex((row) => row.handInId === spot?.handInId);
  const column = spot?.column;
  // biome-ignore lint/correctness/useExhaustiveDependencies: also who goes along one row is shown it again
  useEffect(() => {
    if (index >= 0) virtual.scrollToIndex(index, { align: 'auto' });
  }, [index, column, virtual]);
  // The rows stay as they are while others come: what they call is looked up when it is called.
  const latest = useRef(actions);
  latest.current = actions;
  const { current: calls } = useRef<CellActions>({
    onMeant: (...what) => latest.current.onMeant(...what),
    onChoose: (...what) => latest.current.onChoose(...what),
    onOpen: (...what) => latest.current.onOpen(...what),
  });
  return (
    <div ref={scroller} className="min-h-72 overflow-auto pb-2 max-lg:h-[45dvh] lg:max-w-[60%]">
      <table
        role="grid"
        aria-label="Students by proof points"
        aria-rowcount={rows.length + 1}
        className="block w-max min-w-full"
      >
        <thead className="sticky top-0 z-20 block bg-paper pt-2">
          <tr aria-rowindex={1} className="flex gap-1 pr-2 pb-1 text-left text-sm">
            <th scope="col" className="sticky left-0 z-10 w-38 shrink-0 bg-paper pl-2 font-semibold">
              {rows.length} of {count}
            </th>
            {points.map((point) => (
              <th
                key={point.id}
                scope="col"
                className="w-40 shrink-0 truncate font-normal"
                title={point.title}
              >
                <span className="font-mono">{point.code}</span> {point.title}
              </th>
            ))}
          </tr>
        </thead>
        <tbody className="relative block" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map(({ index: at, start }) => {
            const row = rows[at];
            return (
              row && (
                <Row
                  key={row.handInId}
                  row={row}
                  at={at}
                  top={start}
                  points={points}
                  chosen={at === index ? (column ?? null) : null}
                  aside={aside.has(row.handInId)}
                  calls={calls}
                />
              )
            );
          })}
        </tbody>
      </table>
    </div>
  );
}

interface RowProps {
  row: GridRow;
  /** its place in the table, from 0 */
  at: number;
  /** from the first row, in CSS pixels */
  top: number;
  points: readonly ProofPoint[];
  /** column that is looked at; null where it is in another row */
  chosen: number | null;
  aside: boolean;
  calls: CellActions;
}

const Row = memo(function Row({ row, at, top, points, chosen, aside, calls }: RowProps): ReactNode {
  const { handInId } = row;
  return (
    <tr aria-rowindex={at + 2} className="absolute flex w-max gap-1" style={{ top, height: ROW - 4 }}>
      <th
        scope="row"
        className="sticky left-0 z-10 flex w-38 shrink-0 flex-col bg-paper pr-1 pl-2 text-left text-sm font-normal"
      >
        <span className="written line-clamp-3 font-semibold">{row.student.listed}</span>
        {row.late && <span className="text-ochre">late</span>}
        {aside && <span className="text-faded">put aside</span>}
      </th>
      {points.map((point, column) => (
        <GridCellView
          key={point.id}
          cell={row.cells.find((cell) => cell.proofPointId === point.id)}
          name={`${row.student.listed}: ${point.code}`}
          column={column}
          chosen={column === chosen}
          aside={aside}
          onMeant={(hrefs) => calls.onMeant(handInId, hrefs)}
          onChoose={() => calls.onChoose({ handInId, column })}
          onOpen={() => calls.onOpen(handInId, column)}
        />
      ))}
    </tr>
  );
});
