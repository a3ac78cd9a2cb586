import type { Ledger } from '@nachweis/contract';
import { formatPoints } from '@nachweis/core';
import { type ReactNode, useCallback, useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { useApi } from '../api/useApi.ts';
import { useLive } from '../judging/useLive.ts';
import { Button } from '../ui/Button.tsx';
import { Empty, Failed, Loading } from '../ui/states.tsx';
import { useTitle } from '../ui/useTitle.ts';
import { AlignedPoints } from './AlignedPoints.tsx';
import { BookFilter } from './BookFilter.tsx';
import { BringFigures } from './BringFigures.tsx';
import { CellDialog } from './CellDialog.tsx';
import { LedgerFigure } from './LedgerFigure.tsx';
import { type LedgerColumn, LedgerTable } from './LedgerTable.tsx';
import { oneRosterResults, plainTable, saveTable } from './ledgerTables.ts';
import { type Stand, standsSo } from './stands.ts';

/** The book of a course: how every student stands in each assignment. */
export default function LedgerScreen(): ReactNode {
  const { courseId = '' } = useParams();
  const { data: ledger, error, mutate } = useApi('readLedger', { params: { courseId } });
  useLive('courses', courseId, () => mutate());
  useTitle(ledger ? `Ledger, ${ledger.courseTitle}` : 'Ledger');
  if (!ledger)
    return error ? <Failed error={error} onRetry={() => void mutate()} /> : <Loading what="the ledger" />;
  return <Book ledger={ledger} onChanged={() => void mutate()} />;
}

type Line = Ledger['rows'][number];

function Book({ ledger, onChanged }: { ledger: Ledger; onChanged: () => void }): ReactNode {
  const { assignments, courseId, courseTitle, timeZone } = ledger;
  const [bringing, setBringing] = useState(false);
  const [open, setOpen] = useState<{ personId: string; assignmentId: string } | null>(null);
  const openRow = ledger.rows.find((row) => row.student.id === open?.personId);
  // By its id: an assignment that is given meanwhile may take the place of this one.
  const column = assignments.findIndex(({ id }) => id === open?.assignmentId);
  const openCell = openRow?.cells[column];
  const openAssignment = assignments[column];
  const [words, setWords] = useState('');
  const [stand, setStand] = useState<Stand>('all');
  const isWanted = useCallback((line: Line) => standsSo(line.cells, stand), [stand]);
  const columns = useMemo(
    (): Array<LedgerColumn<Line>> => [
      ...assignments.map(
        ({ id, title, mostUnits }, i): LedgerColumn<Line> => ({
          id,
          title,
          under: (
            <span className="flex flex-wrap items-baseline gap-x-2 font-normal">
              <span className="font-mono text-faded">of {formatPoints(mostUnits)}</span>
              <Link
                to={`/assignments/${id}/ledger`}
                aria-label={`By proof point: ${title}`}
                className="inline-block min-h-6 text-verdigris-deep underline print:hidden"
              >
                by proof point
              </Link>
            </span>
          ),
          figure: ({ cells }) => cells[i]?.units ?? null,
          cell: ({ cells, student }) =>
            cells[i] && (
              <LedgerFigure
                cell={cells[i]}
                who={`${student.name}, ${title}`}
                onOpen={() => setOpen({ personId: student.id, assignmentId: id })}
              />
            ),
        }),
      ),
      {
        id: 'total',
        title: 'Released',
        figure: ({ totalUnits }) => totalUnits,
        cell: ({ totalUnits }) => <AlignedPoints units={totalUnits} className="font-bold" />,
      },
    ],
    [assignments],
  );
  return (
    <main className="flex flex-1 flex-col gap-4 p-4 sm:p-6">
      <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
        <div className="min-w-60 flex-1">
          <Link to={`/courses/${courseId}`} className="written text-sm text-verdigris-deep underline">
            {courseTitle}
          </Link>
          <h1 className="text-2xl">Ledger</h1>
        </div>
        <BookFilter words={words} onWords={setWords} stand={stand} onStand={setStand} />
        <span className="flex flex-wrap gap-2 print:hidden">
          <Button onClick={() => setBringing(true)}>Bring in points</Button>
          <Button onClick={() => saveTable(plainTable(ledger), `${courseTitle}.csv`)}>Save as a table</Button>
          <Button
            onClick={() =>
              saveTable(oneRosterResults(ledger, new Date().toISOString()), `${courseTitle}-results.csv`)
            }
          >
            As OneRoster results
          </Button>
          <Button look="quiet" onClick={() => window.print()}>
            Print
          </Button>
        </span>
      </div>
      {assignments.length === 0 || ledger.rows.length === 0 ? (
        <Empty>There is nothing to enter yet: no assignment is given, or no student is in the course.</Empty>
      ) : (
        <LedgerTable
          label="Students by assignments"
          lines={ledger.rows}
          columns={columns}
          words={words}
          isWanted={isWanted}
        />
      )}
      {bringing && <BringFigures ledger={ledger} onClose={() => setBringing(false)} onEntered={onChanged} />}
      {openRow && openCell && openAssignment && (
        <CellDialog
          timeZone={timeZone}
          student={openRow.student}
          assignment={openAssignment}
          cell={openCell}
          onClose={() => setOpen(null)}
          onChanged={onChanged}
        />
      )}
    </main>
  );
}
