import type { AssignmentLedger, PointsRow } from '@nachweis/contract';
import { formatPoints } from '@nachweis/core';
import { type ReactNode, useCallback, useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { useApi } from '../api/useApi.ts';
import { useLive } from '../judging/useLive.ts';
import { Button, buttonClasses } from '../ui/Button.tsx';
import { Empty, Failed, Loading } from '../ui/states.tsx';
import { useTitle } from '../ui/useTitle.ts';
import { AlignedPoints } from './AlignedPoints.tsx';
import { BookFilter } from './BookFilter.tsx';
import { CellDialog } from './CellDialog.tsx';
import { Distribution } from './Distribution.tsx';
import { FindingsChart } from './FindingsChart.tsx';
import { HandedInChart } from './HandedInChart.tsx';
import { LedgerFigure } from './LedgerFigure.tsx';
import { type LedgerColumn, LedgerTable } from './LedgerTable.tsx';
import { pointsTable, saveTable } from './ledgerTables.ts';
import { MarkersChart } from './MarkersChart.tsx';
import { MustShowChart } from './MustShowChart.tsx';
import { type Stand, standsSo } from './stands.ts';

/** The book of one assignment: how every student stands at each proof point, and what the class as a whole did. */
export default function AssignmentLedgerScreen(): ReactNode {
  const { assignmentId = '' } = useParams();
  const { data: book, error, mutate } = useApi('readAssignmentLedger', { params: { assignmentId } });
  useLive('assignments', assignmentId, () => mutate());
  useTitle(book ? `Ledger, ${book.assignment.title}` : 'Ledger');
  if (!book)
    return error ? <Failed error={error} onRetry={() => void mutate()} /> : <Loading what="the ledger" />;
  return <Book book={book} onChanged={() => void mutate()} />;
}

function Book({ book, onChanged }: { book: AssignmentLedger; onChanged: () => void }): ReactNode {
  const { assignment, rows, courseId, courseTitle, timeZone } = book;
  const [openId, setOpenId] = useState<string | null>(null);
  const open = rows.find(({ student }) => student.id === openId);
  const [words, setWords] = useState('');
  const [stand, setStand] = useState<Stand>('all');
  const isWanted = useCallback((line: PointsRow) => standsSo([line], stand), [stand]);
  const columns = useMemo(() => columnsOf(book, setOpenId), [book]);
  return (
    <main className="flex flex-1 flex-col gap-4 p-4 sm:p-6">
      <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
        <div className="min-w-60 flex-1">
          <Link to={`/courses/${courseId}/ledger`} className="written text-sm text-verdigris-deep underline">
            Ledger of {courseTitle}
          </Link>
          <h1 className="text-2xl">{assignment.title}</h1>
          {book.veiled && (
            <p className="text-sm">
              Judged without names: points come beside them once nothing can be handed in any more and all is
              judged.
            </p>
          )}
        </div>
        <BookFilter words={words} onWords={setWords} stand={stand} onStand={setStand} />
        <span className="flex flex-wrap gap-2 print:hidden">
          <Link to={`/assignments/${assignment.id}/hand-ins`} className={buttonClasses('plain')}>
            Hand-ins
          </Link>
          <Button onClick={() => saveTable(pointsTable(book), `${assignment.title}.csv`)}>
            Save as a table
          </Button>
          <Button look="quiet" onClick={() => window.print()}>
            Print
          </Button>
        </span>
      </div>
      {rows.length === 0 ? (
        <Empty>No student is in the course.</Empty>
      ) : (
        <LedgerTable
          label="Students by proof points"
          lines={rows}
          columns={columns}
          words={words}
          isWanted={isWanted}
        />
      )}
      {open && (
        <CellDialog
          timeZone={timeZone}
          student={open.student}
          assignment={assignment}
          cell={open}
          onClose={() => setOpenId(null)}
          onChanged={onChanged}
        />
      )}
      <Charts book={book} />
    </main>
  );
}

function Charts({ book }: { book: AssignmentLedger }): ReactNode {
  const { assignment, rows, findings, checked, markers } = book;
  // A hand-in of several people is one.
  const handIns = [...new Map(rows.map((row) => [row.handInId ?? '', row])).values()].filter(
    (row) => row.handInId !== null && row.state !== 'exempt',
  );
  return (
    <>
      <div className="flex flex-wrap items-start gap-4 *:flex-[1_1_24rem]">
        <Distribution
          title={assignment.title}
          mostUnits={assignment.mostUnits}
          units={handIns.flatMap(({ units }) => units ?? [])}
        />
        <MustShowChart assignment={assignment} />
        <HandedInChart
          assignment={assignment}
          handedInAt={handIns.flatMap(({ handedInAt }) => handedInAt ?? [])}
        />
        <FindingsChart title={assignment.title} findings={findings} checked={checked} />
        <MarkersChart title={assignment.title} markers={markers} />
      </div>
      {assignment.mustShows.some(({ judged }) => judged > 0) && (
        <p className="max-w-2xl text-sm text-faded">
          Separates: how what a must-show earned goes with what all the others earned, as a correlation. Near
          1, those who have it have the rest too; near 0 or below, look at the must-show again. It has no
          figure where nothing differs.
        </p>
      )}
    </>
  );
}

/** A column for each proof point, for what else the points are made of where there is any, and for all of them. */
function columnsOf(
  book: AssignmentLedger,
  onOpen: (personId: string) => void,
): Array<LedgerColumn<PointsRow>> {
  const { assignment, proofPoints, criteriaUnits, rows } = book;
  const of = (units: number) => (
    <span className="block font-mono font-normal text-faded">of {formatPoints(units)}</span>
  );
  const plain = (
    id: string,
    title: string,
    under: ReactNode,
    figure: (row: PointsRow) => number | null,
  ): LedgerColumn<PointsRow> => ({
    id,
    title,
    under,
    figure,
    cell: (row) => {
      const units = figure(row);
      return units === null ? (
        <span className="pl-[2ch] font-mono text-faded">–</span>
      ) : (
        <AlignedPoints units={units} />
      );
    },
  });
  const more = [
    criteriaUnits !== null && plain('criteria', 'Criteria', of(criteriaUnits), (row) => row.criteria),
    rows.some((row) => row.lateCost !== 0) &&
      plain('late', 'For lateness', null, (row) => (row.units === null ? null : -row.lateCost)),
    rows.some((row) => row.adjustment !== 0) &&
      plain('adjustment', 'By hand', null, (row) => (row.units === null ? null : row.adjustment)),
    rows.some((row) => row.rounding !== 0) &&
      plain('rounding', 'By rounding', null, (row) => (row.units === null ? null : row.rounding)),
  ].filter((column) => column !== false);
  return [
    ...proofPoints.map(({ code, title, mostUnits }, i) =>
      plain(code, `${code} ${title}`, of(mostUnits), ({ points }) => points[i] ?? null),
    ),
    ...more,
    {
      id: 'all',
      title: 'Points',
      under: of(assignment.mostUnits),
      figure: ({ units }) => units,
      cell: (row) => (
        <LedgerFigure
          cell={row}
          who={`${row.student.name}, ${assignment.title}`}
          onOpen={() => onOpen(row.student.id)}
        />
      ),
    },
  ];
}
