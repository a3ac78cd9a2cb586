import type { ReviewGrid } from '@nachweis/contract';
import { useVirtualizer } from '@tanstack/react-virtual';
import { type ReactNode, useEffect, useMemo, useRef, useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { preload } from 'swr';
import { addressOf, callApi } from '../api/callApi.ts';
import { useMe } from '../api/session.ts';
import { useApi } from '../api/useApi.ts';
import { useStore } from '../store/pictureStore.ts';
import { Button } from '../ui/Button.tsx';
import { isKeyOff } from '../ui/ownSettings.ts';
import { Empty, Failed, Loading } from '../ui/states.tsx';
import { isTyping } from '../ui/typing.ts';
import { useTitle } from '../ui/useTitle.ts';
import { CellDesk } from './CellDesk.tsx';
import { GridCellView } from './GridCellView.tsx';
import {
  chosenRows,
  FILTERS,
  type Filter,
  nextOpen,
  ORDERS,
  type Order,
  progressOf,
  type Spot,
  timeLeft,
  withKept,
} from './gridRows.ts';
import { useAside } from './useAside.ts';

/** A class as a grid: students by proof points, walked by arrows in both directions and judged in it. */
export default function GridScreen(): ReactNode {
  const { assignmentId = '' } = useParams();
  const { data: grid, error, mutate } = useApi('reviewGrid', { params: { assignmentId } });
  useTitle(grid ? `Grid, ${grid.assignment.title}` : '');
  if (!grid)
    return error ? <Failed error={error} onRetry={() => void mutate()} /> : <Loading what="the grid" />;
  return <Grid grid={grid} />;
}

const FILTER_WORDS: Readonly<Record<Filter, string>> = {
  all: 'all',
  waiting: 'waiting',
  findings: 'with findings',
  late: 'late',
  aside: 'put aside',
};
const ORDER_WORDS: Readonly<Record<Order, string>> = {
  name: 'by name',
  time: 'by time',
  findings: 'by findings',
};
const CHOICE = 'min-h-8 border border-edge bg-card px-1.5';
/** Height of a row with the room between rows, in pixels. */
const ROW = 116;

function Grid({ grid }: { grid: ReviewGrid }): ReactNode {
  const { assignment } = grid;
  const points = assignment.proofPoints;
  const me = useMe();
  const navigate = useNavigate();
  const { judgements } = useStore();
  const [search, setSearch] = useSearchParams();
  const [filter, setFilter] = useState<Filter>('all');
  const [order, setOrder] = useState<Order>('name');
  const [words, setWords] = useState('');
  const { aside, setAside } = useAside(assignment.id);
  const painted = useRef(new Set<string>());
  const doneAt = useRef<number[]>([]);
  const all = useMemo(() => withKept(grid.rows, me.id, judgements), [grid.rows, me.id, judgements]);
  const [spot, setSpot] = useState<Spot | null>(() => firstSpot(all, search, points.length));
  const chosen = chosenRows(all, { filter, order, words, aside });
  // What is being judged stays in view until one goes on, though it waits no longer.
  const own = all.find((row) => row.handInId === spot?.handInId);
  const rows =
    own && filter === 'waiting' && !chosen.includes(own) && words === '' ? keptIn(chosen, own, all) : chosen;
  const index = rows.findIndex((row) => row.handInId === spot?.handInId);
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 4,
  });
  const go = (next: Spot | null) => {
    if (!next) return;
    setSpot(next);
    setSearch({ hand: next.handInId, point: points[next.column]?.code ?? '' }, { replace: true });
  };
  const walk = (columns: number, down: number) => {
    if (!spot) return;
    const row = rows[Math.min(Math.max(Math.max(index, 0) + down, 0), rows.length - 1)];
    const column = Math.min(Math.max(spot.column + columns, 0), points.length - 1);
    if (row) go({ handInId: row.handInId, column });
  };
  const goNext = () => spot && go(nextOpen(rows, points.length, spot, aside));
  const putAside = () => {
    if (!spot) return;
    const next = new Set(aside);
    if (!next.delete(spot.handInId)) next.add(spot.handInId);
    setAside(next);
    go(nextOpen(rows, points.length, spot, next));
  };
  useGridKeys({ walk, putAside });
  useEffect(() => {
    if (index >= 0) virtual.scrollToIndex(index, { align: 'auto' });
  }, [index, virtual]);
  usePreloaded(rows[index + 1]?.handInId, rows[index - 1]?.handInId);
  const { done, all: total } = progressOf(all);
  const left = timeLeft(doneAt.current, total - done);
  const openPage = (handInId: string, column: number) =>
    navigate(`/hand-ins/${handInId}/review?point=${points[column]?.code ?? ''}`);
  return (
    <main data-keys="grid" className="flex min-h-0 flex-1 flex-col lg:h-[calc(100dvh-3rem)] lg:flex-none">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule px-4 py-1.5 text-sm">
        <h1 className="text-lg">
          <Link
            to={`/assignments/${assignment.id}/hand-ins`}
            className="written font-normal text-verdigris-deep underline"
          >
            {assignment.title}
          </Link>{' '}
          · grid
        </h1>
        <span role="status">
          {done} of {total} judged{left !== null && total > done ? `, about ${minutes(left)} left` : ''}
        </span>
        <span className="ml-auto flex flex-wrap items-center gap-2">
          <select
            aria-label="Which"
            value={filter}
            onChange={({ target }) => setFilter(target.value as Filter)}
            className={CHOICE}
          >
            {FILTERS.map((one) => (
              <option key={one} value={one}>
                {FILTER_WORDS[one]}
              </option>
            ))}
          </select>
          <select
            aria-label="Order"
            value={order}
            onChange={({ target }) => setOrder(target.value as Order)}
            className={CHOICE}
          >
            {ORDERS.map((one) => (
              <option key={one} value={one}>
                {ORDER_WORDS[one]}
              </option>
            ))}
          </select>
          <input
            type="search"
            aria-label="Search for a student"
            placeholder="Student"
            value={words}
            onChange={({ target }) => setWords(target.value)}
            className={`${CHOICE} w-32`}
          />
          <Button small look="quiet" keyName="x" onClick={putAside} disabled={!spot}>
            {spot && aside.has(spot.handInId) ? 'Take back' : 'Put aside'}
          </Button>
          <Button small keyName="n" onClick={goNext} disabled={!spot}>
            Next open
          </Button>
        </span>
      </div>
      {all.length === 0 ? (
        <Empty>Nothing has been handed in yet.</Empty>
      ) : (
        <div className="flex min-h-0 flex-1 flex-col lg:flex-row">
          <div ref={scroller} className="min-h-72 overflow-auto p-2 max-lg:h-[45dvh] lg:max-w-[60%]">
            <table
              role="grid"
              aria-label="Students by proof points"
              aria-rowcount={rows.length + 1}
              className="block"
            >
              <thead className="sticky top-0 z-10 block bg-paper">
                <tr aria-rowindex={1} className="flex gap-1 pb-1 text-left text-sm">
                  <th scope="col" className="w-36 shrink-0 font-semibold">
                    {rows.length} of {all.length}
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
                      <tr
                        key={row.handInId}
                        aria-rowindex={at + 2}
                        className="absolute flex gap-1"
                        style={{ top: start, height: ROW - 4 }}
                      >
                        <th scope="row" className="flex w-36 shrink-0 flex-col text-left text-sm font-normal">
                          <span className="written line-clamp-3 font-semibold">{row.student.listed}</span>
                          {row.late && <span className="text-ochre">late</span>}
                          {aside.has(row.handInId) && <span className="text-faded">put aside</span>}
                        </th>
                        {points.map((point, column) => (
                          <GridCellView
                            key={point.id}
                            cell={row.cells.find((cell) => cell.proofPointId === point.id)}
                            name={`${row.student.listed}: ${point.code}`}
                            column={column}
                            chosen={row.handInId === spot?.handInId && column === spot.column}
                            aside={aside.has(row.handInId)}
                            onChoose={() => go({ handInId: row.handInId, column })}
                            onOpen={() => openPage(row.handInId, column)}
                          />
                        ))}
                      </tr>
                    )
                  );
                })}
              </tbody>
            </table>
          </div>
          <section
            aria-label="The chosen picture"
            className="flex min-h-0 min-w-0 flex-1 flex-col border-rule max-lg:border-t lg:border-l"
          >
            {spot && (
              <CellDesk
                handInId={spot.handInId}
                proofPointId={points[spot.column]?.id ?? ''}
                painted={painted}
                onDone={() => doneAt.current.push(Date.now())}
                onWalk={walk}
                onNextOpen={goNext}
              />
            )}
          </section>
        </div>
      )}
    </main>
  );
}

const minutes = (seconds: number): string =>
  seconds < 90 ? `${Math.max(seconds, 5)} s` : `${Math.round(seconds / 60)} min`;

/** Where the address says, or at the first that is open. */
function firstSpot(rows: ReviewGrid['rows'], search: URLSearchParams, columns: number): Spot | null {
  const [first] = rows;
  if (!first) return null;
  const named = rows.find((row) => row.handInId === search.get('hand'));
  const column = Math.min(Math.max(Number(search.get('point')?.slice(1) ?? 1) - 1 || 0, 0), columns - 1);
  if (named) return { handInId: named.handInId, column };
  const open = nextOpen(
    rows,
    columns,
    { handInId: rows.at(-1)?.handInId ?? '', column: columns - 1 },
    new Set(),
  );
  return open ?? { handInId: first.handInId, column: 0 };
}

/** Rows with one more, at the place that it has among all. */
function keptIn(
  rows: readonly ReviewGrid['rows'][number][],
  own: ReviewGrid['rows'][number],
  all: readonly ReviewGrid['rows'][number][],
) {
  const place = all.indexOf(own);
  const before = rows.filter((row) => all.indexOf(row) < place);
  return [...before, own, ...rows.filter((row) => !before.includes(row))];
}

/** Up and down walk along a proof point; x puts aside. What else there is are the keys of the review. */
function useGridKeys(keys: { walk: (columns: number, rows: number) => void; putAside: () => void }): void {
  const latest = useRef(keys);
  latest.current = keys;
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target) || isKeyOff(event)) return;
      if (event.target instanceof HTMLSelectElement || document.querySelector('[role=dialog]')) return;
      if (event.key === 'ArrowDown') latest.current.walk(0, 1);
      else if (event.key === 'ArrowUp') latest.current.walk(0, -1);
      else if (event.key === 'x') latest.current.putAside();
      else return;
      event.preventDefault();
    };
    addEventListener('keydown', onKeyDown);
    return () => removeEventListener('keydown', onKeyDown);
  }, []);
}

/** Fetches the hand-ins beside this one, and their pictures, so that going on costs no waiting. */
function usePreloaded(...handInIds: Array<string | undefined>): void {
  const wanted = handInIds.filter((id) => id !== undefined).join(' ');
  useEffect(() => {
    for (const handInId of wanted.split(' ').filter(Boolean)) {
      const args = { params: { handInId } };
      void Promise.resolve(preload(addressOf('review', args), () => callApi('review', args)))
        .then((review) => {
          for (const { baseHref } of review.items) {
            if (!baseHref) continue;
            const image = new Image();
            image.src = baseHref;
            void image.decode().catch(() => undefined);
          }
        })
        // It is asked for again when one is there.
        .catch(() => undefined);
    }
  }, [wanted]);
}
