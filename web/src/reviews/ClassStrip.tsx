import type { Assignment, GridRow, ProofPoint, Review } from '@nachweis/contract';
import { useVirtualizer } from '@tanstack/react-virtual';
import { memo, type ReactNode, useEffect, useMemo, useRef } from 'react';
import { Link } from 'react-router';
import { useMe } from '../api/session.ts';
import { useApi } from '../api/useApi.ts';
import { withKept } from '../judging/keptVerdicts.ts';
import { useMeant } from '../judging/useMeant.ts';
import { usePreload } from '../judging/usePreloaded.ts';
import { useStore } from '../store/pictureStore.ts';
import { FindingSign, VERDICT_WORDS, VerdictDisc } from '../ui/signs.tsx';

/** Of one student in the strip, in CSS pixels. */
const CELL_WIDTH = 96;

interface ClassStripProps {
  assignment: Assignment;
  point: ProofPoint;
  review: Review;
}

/** One proof point over the whole class: who has which verdicts, and the way to each of them. */
export function ClassStrip({ assignment, point, review }: ClassStripProps): ReactNode {
  const me = useMe();
  const { judgements } = useStore();
  // Its verdicts follow by themselves: walking on does not ask for all of it again.
  const { data: grid } = useApi(
    'reviewGrid',
    { params: { assignmentId: assignment.id } },
    { dedupingInterval: 30_000 },
  );
  const rows = useMemo(() => withKept(grid?.rows ?? [], me.id, judgements), [grid, me.id, judgements]);
  const line = useRef<HTMLDivElement>(null);
  const place = rows.findIndex((row) => row.handInId === review.handInId);
  // Of three hundred, those are made that can be seen.
  const virtual = useVirtualizer({
    horizontal: true,
    count: rows.length,
    getScrollElement: () => line.current,
    estimateSize: () => CELL_WIDTH,
    overscan: 4,
    // Who comes into the strip may come a moment after the picture.
    useFlushSync: false,
  });
  // Whoever is looked at stands in the middle, once they are there.
  useEffect(() => {
    if (place >= 0) virtual.scrollToIndex(place, { align: 'center' });
  }, [place, virtual]);
  const preload = usePreload();
  return (
    <nav
      aria-label={`${point.code} of the class`}
      className="flex h-11 shrink-0 items-stretch border-b border-rule bg-card"
    >
      <span className="flex w-24 shrink-0 flex-col justify-center border-r border-rule px-3 text-xs text-faded">
        <span className="font-mono text-sm font-semibold text-ink">{point.code}</span>
        {place >= 0 && `${place + 1} of ${rows.length}`}
      </span>
      <div ref={line} className="min-w-0 flex-1 overflow-x-auto [scrollbar-width:thin]">
        <ul className="relative h-full" style={{ width: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map(({ index, start }) => {
            const row = rows[index];
            return (
              row && (
                <li
                  key={row.handInId}
                  aria-setsize={rows.length}
                  aria-posinset={index + 1}
                  className="absolute inset-y-0"
                  style={{ left: start, width: CELL_WIDTH }}
                >
                  <StripCell
                    row={row}
                    pointId={point.id}
                    code={point.code}
                    isHere={index === place}
                    onMeant={preload}
                  />
                </li>
              )
            );
          })}
        </ul>
      </div>
    </nav>
  );
}

interface StripCellProps {
  row: GridRow;
  pointId: string;
  code: string;
  isHere: boolean;
  /** it is about to be gone to */
  onMeant: (handInId: string, hrefs: readonly string[]) => void;
}

/** Made anew only where it has changed: one walks on in an instant. */
const StripCell = memo(function StripCell({
  row,
  pointId,
  code,
  isHere,
  onMeant,
}: StripCellProps): ReactNode {
  const cell = row.cells.find((one) => one.proofPointId === pointId);
  const meant = () => onMeant(row.handInId, cell?.baseHrefs.slice(0, 1) ?? []);
  const comesNear = useMeant(meant);
  const states = cell
    ? cell.verdicts
        .map(({ letter, verdict }) => `${letter} ${verdict ? VERDICT_WORDS[verdict] : 'open'}`)
        .join(', ')
    : 'not asked';
  return (
    <Link
      to={`/hand-ins/${row.handInId}/review?point=${code}`}
      {...comesNear}
      onClick={meant}
      aria-current={isHere ? 'page' : undefined}
      // One stop for Tab, not one for each of a class: Page Up and Page Down go along it.
      tabIndex={isHere ? 0 : -1}
      aria-label={`${row.student.listed}: ${states}`}
      title={row.student.listed}
      className="flex h-full flex-col justify-center gap-0.5 border-r border-rule px-2 hover:bg-verdigris-wash aria-[current]:bg-verdigris-wash aria-[current]:font-bold aria-[current]:shadow-[inset_0_-3px_0_var(--color-verdigris)]"
    >
      <span className="truncate text-xs">{row.student.listed}</span>
      <span className="flex h-3.5 items-center gap-0.5">
        {cell?.verdicts.map(({ mustShowId, verdict }) => (
          <VerdictDisc key={mustShowId} verdict={verdict} size={11} />
        ))}
        <span className="ml-auto flex">
          {cell && cell.problems > 0 && <FindingSign level="problem" size={10} />}
          {cell && cell.problems === 0 && cell.toCheck > 0 && <FindingSign level="to-check" size={10} />}
        </span>
      </span>
    </Link>
  );
});
