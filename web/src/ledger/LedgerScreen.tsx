import type { Ledger, LedgerCell } from '@nachweis/contract';
import { formatPoints } from '@nachweis/core';
import { type ReactNode, useState } from 'react';
import { Link, useParams } from 'react-router';
import { useApi } from '../api/useApi.ts';
import { useLive } from '../judging/useLive.ts';
import { Button } from '../ui/Button.tsx';
import { saveAs } from '../ui/saveAs.ts';
import { Empty, Failed, Loading } from '../ui/states.tsx';
import { useTitle } from '../ui/useTitle.ts';
import { BringFigures } from './BringFigures.tsx';
import { CellDialog } from './CellDialog.tsx';
import { Distribution } from './Distribution.tsx';
import { HandedInChart } from './HandedInChart.tsx';
import { oneRosterResults, plainTable } from './ledgerTables.ts';
import { MustShowChart } from './MustShowChart.tsx';

const STATE_WORDS: Readonly<Record<LedgerCell['state'], string>> = {
  none: 'nothing',
  exempt: 'exempt',
  waiting: 'waiting',
  marked: 'not released',
  released: '',
};

/** The book of a course: how every student stands in each assignment. */
export default function LedgerScreen(): ReactNode {
  const { courseId = '' } = useParams();
  const { data: ledger, error, mutate } = useApi('readLedger', { params: { courseId } });
  useLive('courses', courseId, () => void mutate());
  useTitle(ledger ? `Ledger, ${ledger.courseTitle}` : 'Ledger');
  if (!ledger)
    return error ? <Failed error={error} onRetry={() => void mutate()} /> : <Loading what="the ledger" />;
  return <Book ledger={ledger} onChanged={() => void mutate()} />;
}

/** By name, or by one column, the most points first. */
type Order = 'name' | 'total' | number;

function Book({ ledger, onChanged }: { ledger: Ledger; onChanged: () => void }): ReactNode {
  const [bringing, setBringing] = useState(false);
  const [open, setOpen] = useState<{ personId: string; column: number } | null>(null);
  const openRow = ledger.rows.find((row) => row.student.id === open?.personId);
  const openCell = openRow?.cells[open?.column ?? -1];
  const openAssignment = ledger.assignments[open?.column ?? -1];
  const { assignments, courseId, courseTitle } = ledger;
  const [order, setOrder] = useState<Order>('name');
  const [words, setWords] = useState('');
  const wanted = words.trim().toLowerCase();
  const value = (row: Ledger['rows'][number]) =>
    order === 'total' ? row.totalUnits : order === 'name' ? 0 : (row.cells[order]?.units ?? -1);
  const rows = ledger.rows
    .filter((row) => row.student.name.toLowerCase().includes(wanted))
    .sort((a, b) => value(b) - value(a));
  const csv = (text: string, name: string) =>
    // With a byte order mark, by which spreadsheet programs know that it is UTF-8.
    saveAs(new Blob(['\uFEFF', text], { type: 'text/csv' }), name);
  const head = (title: string, own: Order) => (
    <button
      type="button"
      aria-pressed={order === own}
      onClick={() => setOrder(own)}
      title={title}
      className="written line-clamp-3 text-left font-semibold underline-offset-2 hover:underline aria-pressed:underline"
    >
      {title}
    </button>
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
        <input
          type="search"
          aria-label="Search for a student"
          placeholder="Student"
          value={words}
          onChange={({ target }) => setWords(target.value)}
          className="min-h-10 w-40 border border-edge bg-card px-2"
        />
        <Button onClick={() => setBringing(true)}>Bring in points</Button>
        <Button onClick={() => csv(plainTable(ledger), `${courseTitle}.csv`)}>Save as a table</Button>
        <Button
          onClick={() =>
            csv(oneRosterResults(ledger, new Date().toISOString()), `${courseTitle}-results.csv`)
          }
        >
          As OneRoster results
        </Button>
      </div>
      {assignments.length === 0 || ledger.rows.length === 0 ? (
        <Empty>There is nothing to enter yet: no assignment is given, or no student is in the course.</Empty>
      ) : (
        <section
          aria-label="Students by assignments"
          // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls, by keys too
          tabIndex={0}
          className="max-h-[70dvh] scroll-pt-14 overflow-auto border sm:scroll-pl-52 border-rule"
        >
          <table className="w-full border-collapse text-sm">
            <thead className="sticky top-0 z-10 bg-card">
              <tr>
                <th
                  scope="col"
                  className="z-10 w-52 max-w-52 min-w-36 bg-card px-2 py-1.5 text-left sm:sticky sm:left-0"
                >
                  {head('Student', 'name')}
                </th>
                {assignments.map((one, i) => (
                  <th key={one.id} scope="col" className="w-40 min-w-32 px-2 py-1.5 text-left align-bottom">
                    {head(one.title, i)}
                    <span className="block font-mono font-normal text-faded">
                      of {formatPoints(one.mostUnits)}
                    </span>
                  </th>
                ))}
                <th scope="col" className="min-w-24 px-2 py-1.5 text-left align-bottom">
                  {head('Released', 'total')}
                </th>
              </tr>
            </thead>
            <tbody>
              {rows.map((row) => (
                <tr key={row.student.id} className="border-t border-rule">
                  <th
                    scope="row"
                    className="written max-w-52 bg-paper px-2 py-1 text-left font-semibold sm:sticky sm:left-0"
                  >
                    <span className="line-clamp-3" title={row.student.listed}>
                      {row.student.listed}
                    </span>
                  </th>
                  {row.cells.map((cell, i) => (
                    <td key={assignments[i]?.id} className="px-2 py-1">
                      <Cell
                        cell={cell}
                        who={`${row.student.name}, ${assignments[i]?.title ?? ''}`}
                        onOpen={() => setOpen({ personId: row.student.id, column: i })}
                      />
                    </td>
                  ))}
                  <td className="px-2 py-1 font-mono font-bold">{formatPoints(row.totalUnits)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      )}
      {bringing && <BringFigures ledger={ledger} onClose={() => setBringing(false)} onEntered={onChanged} />}
      {openRow && openCell && openAssignment && (
        <CellDialog
          ledger={ledger}
          row={openRow}
          assignment={openAssignment}
          cell={openCell}
          onClose={() => setOpen(null)}
          onChanged={onChanged}
        />
      )}
      {assignments.map((one, i) => (
        <div key={one.id} className="flex flex-wrap items-start gap-4 *:flex-[1_1_24rem]">
          <Distribution
            title={one.title}
            mostUnits={one.mostUnits}
            units={ledger.rows.flatMap((row) => row.cells[i]?.units ?? [])}
          />
          <MustShowChart assignment={one} />
          <HandedInChart assignment={one} handedInAt={timesOf(ledger, i)} />
        </div>
      ))}
      {assignments.some(({ mustShows }) => mustShows.some(({ judged }) => judged > 0)) && (
        <p className="max-w-2xl text-sm text-faded">
          Separates: how what a must-show earned goes with what all the others earned, as a correlation. Near
          1, those who have it have the rest too; near 0 or below, look at the must-show again. It has no
          figure where nothing differs.
        </p>
      )}
    </main>
  );
}

function Cell({ cell, who, onOpen }: { cell: LedgerCell; who: string; onOpen: () => void }): ReactNode {
  const { state, units, late } = cell;
  const words = [units !== null && formatPoints(units), STATE_WORDS[state], late && 'late'].filter(Boolean);
  return (
    <button
      type="button"
      onClick={onOpen}
      aria-label={`${who}: ${words.join(', ')}`}
      title={cell.reason || undefined}
      className="flex min-h-6 w-full flex-wrap items-baseline gap-x-2 text-left underline-offset-2 hover:underline"
    >
      {units !== null && (
        <span className={`font-mono ${state === 'released' ? 'font-bold' : 'text-faded'}`}>
          {formatPoints(units)}
        </span>
      )}
      {STATE_WORDS[state] && <span className="text-faded">{STATE_WORDS[state]}</span>}
      {late && <span className="text-ochre">late</span>}
    </button>
  );
}

/** When each hand-in of an assignment came; one of several people is one. */
function timesOf({ rows }: Ledger, column: number): string[] {
  const times = new Map<string, string>();
  for (const { cells } of rows) {
    const { handInId, handedInAt } = cells[column] ?? {};
    if (handInId && handedInAt) times.set(handInId, handedInAt);
  }
  return [...times.values()];
}
