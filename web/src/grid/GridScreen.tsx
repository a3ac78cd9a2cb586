import type { ReviewGrid } from '@nachweis/contract';
import { type ReactNode, useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { sentenceOf } from '../api/apiProblem.ts';
import { useMe } from '../api/session.ts';
import { useApi } from '../api/useApi.ts';
import { withKept } from '../judging/keptVerdicts.ts';
import { useLive } from '../judging/useLive.ts';
import { usePreload } from '../judging/usePreloaded.ts';
import { useStore } from '../store/pictureStore.ts';
import { Heard } from '../ui/Heard.tsx';
import { Empty, Failed, Loading } from '../ui/states.tsx';
import { useTitle } from '../ui/useTitle.ts';
import { AbsentList } from './AbsentList.tsx';
import { CellDesk } from './CellDesk.tsx';
import { GridBar } from './GridBar.tsx';
import { GridTable } from './GridTable.tsx';
import {
  chosenRows,
  FILTERS,
  type Filter,
  firstSpot,
  keptIn,
  nextOpen,
  type Order,
  type Spot,
} from './gridRows.ts';
import { useAside } from './useAside.ts';
import { useDiffering } from './useDiffering.ts';
import { useGridKeys } from './useGridKeys.ts';

/** A class as a grid: students by proof points, walked by arrows in both directions and judged in it. */
export default function GridScreen(): ReactNode {
  const { assignmentId = '' } = useParams();
  const { data: grid, error, mutate } = useApi('reviewGrid', { params: { assignmentId } });
  useLive('assignments', assignmentId, () => mutate());
  useTitle(grid ? `Grid, ${grid.assignment.title}` : '');
  if (!grid)
    return error ? <Failed error={error} onRetry={() => void mutate()} /> : <Loading what="the grid" />;
  return <Grid grid={grid} />;
}

const NONE: ReadonlySet<string> = new Set();

function Grid({ grid }: { grid: ReviewGrid }): ReactNode {
  const { assignment } = grid;
  const points = assignment.proofPoints;
  const me = useMe();
  const navigate = useNavigate();
  const preload = usePreload();
  const { judgements } = useStore();
  const [search, setSearch] = useSearchParams();
  const [filter, setFilter] = useState<Filter>('all');
  const [order, setOrder] = useState<Order>('name');
  const [words, setWords] = useState('');
  const { aside, toggle: toggleAside } = useAside(assignment.id);
  const doneAt = useRef<number[]>([]);
  const all = useMemo(() => withKept(grid.rows, me.id, judgements), [grid.rows, me.id, judgements]);
  const [spot, setSpot] = useState<Spot | null>(() => firstSpot(all, search, points.length));
  // The first one came in while the page was open.
  const isEmpty = all.length === 0;
  // biome-ignore lint/correctness/useExhaustiveDependencies: one goes on from where one is
  useEffect(() => setSpot((now) => now ?? firstSpot(all, search, points.length)), [isEmpty]);
  const isInstructor =
    me.admin || me.courses.some(({ id, role }) => id === assignment.courseId && role === 'instructor');
  const differing = useDiffering(assignment.id, filter === 'differing');
  const chosen = chosenRows(all, {
    filter,
    order,
    words,
    aside,
    differing: differing.ids ?? NONE,
    seed: me.id,
  });
  // What is being judged stays in view until one goes on, though it waits no longer.
  const own = all.find((row) => row.handInId === spot?.handInId);
  const rows =
    own && filter === 'waiting' && !chosen.includes(own) && words === '' ? keptIn(chosen, own, all) : chosen;
  const index = rows.findIndex((row) => row.handInId === spot?.handInId);
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
  const nextOne = spot && nextOpen(rows, points.length, spot, aside);
  const goNext = () => go(nextOne);
  const putAside = () => {
    if (!spot) return;
    const next = toggleAside(spot.handInId);
    const isAside = next.has(spot.handInId);
    setSaid(`${own?.student.listed ?? ''} is ${isAside ? 'put aside' : 'no longer put aside'}.`);
    go(nextOpen(rows, points.length, spot, next));
  };
  const [said, setSaid] = useState('');
  useGridKeys({ walk, putAside });
  const openPage = (handInId: string, column: number) =>
    navigate(`/hand-ins/${handInId}/review?point=${points[column]?.code ?? ''}`);
  return (
    <main data-keys="grid" className="flex min-h-0 flex-1 flex-col lg:h-[calc(100dvh-3rem)] lg:flex-none">
      <Heard>{said}</Heard>
      <GridBar
        assignment={assignment}
        all={all}
        doneAt={doneAt.current}
        filters={FILTERS.filter((one) => one !== 'differing' || isInstructor)}
        filter={filter}
        onFilter={setFilter}
        order={order}
        onOrder={setOrder}
        words={words}
        onWords={setWords}
        isAside={spot !== null && aside.has(spot.handInId)}
        onAside={spot && putAside}
        onNext={spot && goNext}
      />
      {differing.problem !== null && filter === 'differing' && (
        <p role="alert" className="p-2">
          {sentenceOf(differing.problem)}
        </p>
      )}
      {filter === 'absent' ? (
        <AbsentList without={grid.without} words={words} />
      ) : all.length === 0 ? (
        <div className="p-3">
          <Empty>Nothing has been handed in yet.</Empty>
        </div>
      ) : (
        <div className="flex min-h-0 flex-1 flex-col lg:flex-row">
          <GridTable
            rows={rows}
            count={all.length}
            points={points}
            spot={spot}
            aside={aside}
            onMeant={preload}
            onChoose={go}
            onOpen={openPage}
          />
          <section
            aria-label="The chosen picture"
            className="flex min-h-0 min-w-0 flex-1 flex-col border-rule max-lg:border-t lg:border-l"
          >
            {spot && (
              <CellDesk
                handInId={spot.handInId}
                proofPointId={points[spot.column]?.id ?? ''}
                onDone={() => doneAt.current.push(Date.now())}
                onWalk={walk}
                onNextOpen={goNext}
                nextIds={[rows[index + 1]?.handInId, rows[index - 1]?.handInId, nextOne?.handInId]}
              />
            )}
          </section>
        </div>
      )}
    </main>
  );
}
