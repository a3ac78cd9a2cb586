import {
  type ColumnDef,
  columnFilteringFeature,
  createFilteredRowModel,
  createSortedRowModel,
  globalFilteringFeature,
  rowSortingFeature,
  type SortFn,
  tableFeatures,
  useTable,
} from '@tanstack/react-table';
import { type ReactNode, useMemo } from 'react';
import { isMeant } from '../ui/nameSearch.ts';

const features = tableFeatures({
  rowSortingFeature,
  columnFilteringFeature,
  globalFilteringFeature,
  sortedRowModel: createSortedRowModel(),
  filteredRowModel: createFilteredRowModel(),
});

/** A line of a book, of one student. */
export interface LedgerLine {
  student: { id: string; name: string; listed: string };
}

export interface LedgerColumn<L> {
  id: string;
  title: string;
  /** below the title */
  under?: ReactNode;
  /** what the lines are put in order by, the most first; null stands last */
  figure: (line: L) => number | null;
  cell: (line: L) => ReactNode;
}

interface LedgerTableProps<L> {
  /** what the lines and the columns are */
  label: string;
  /** in the order of names */
  lines: readonly L[];
  /** stable between two renderings */
  columns: ReadonlyArray<LedgerColumn<L>>;
  /** which lines are wanted: part of a name, and more */
  words: string;
  isWanted: (line: L) => boolean;
}

const CORNER = 'z-10 w-52 max-w-52 min-w-36 bg-card px-2 py-1.5 text-left sm:sticky sm:left-0';

/**
 * Students by columns, under heads that stay and put it in order. All lines are there at once, also where they are 300:
 * the browser's own search and print find them.
 */
export function LedgerTable<L extends LedgerLine>(props: LedgerTableProps<L>): ReactNode {
  const { label, lines, columns, words, isWanted } = props;
  const data = useMemo(() => lines.map((line, place) => ({ line, place })), [lines]);
  type Row = (typeof data)[number];
  const defs = useMemo((): Array<ColumnDef<typeof features, Row>> => {
    const numbers: SortFn<typeof features, Row> = (a, b, id) =>
      a.getValue<number>(id) - b.getValue<number>(id);
    const own = columns.map(
      ({ id, figure }): ColumnDef<typeof features, Row> => ({
        id,
        accessorFn: ({ line }) => figure(line) ?? undefined,
        sortFn: numbers,
        sortUndefined: 'last',
        sortDescFirst: true,
      }),
    );
    // The server knows the order of names in the course's language.
    return [
      { id: 'student', accessorFn: ({ place }) => place, sortFn: numbers, sortDescFirst: false },
      ...own,
    ];
  }, [columns]);
  const wanted = words.trim();
  const table = useTable({
    features,
    columns: defs,
    data,
    initialState: { sorting: [{ id: 'student', desc: false }] },
    enableSortingRemoval: false,
    enableMultiSort: false,
    getRowId: ({ line }) => line.student.id,
    getColumnCanGlobalFilter: ({ id }) => id === 'student',
    globalFilterFn: ({ original: { line } }) => isMeant(line.student, wanted) && isWanted(line),
    // The filter reads what is wanted from here; a new object makes it look again.
    state: { globalFilter: useMemo(() => ({ wanted, isWanted }), [wanted, isWanted]) },
  });
  const [sorted] = table.state.sorting;
  const rows = table.getRowModel().rows;
  const head = (id: string, title: string, under?: ReactNode) => (
    <>
      <button
        type="button"
        onClick={() => table.getColumn(id)?.toggleSorting()}
        title={title}
        className={`written line-clamp-3 min-h-6 text-left font-semibold underline-offset-2 hover:underline ${sorted?.id === id ? 'underline' : ''}`}
      >
        {title}
      </button>
      {under}
    </>
  );
  const sortOf = (id: string) =>
    sorted?.id !== id ? undefined : sorted.desc ? ('descending' as const) : ('ascending' as const);
  return (
    <section
      aria-label={label}
      // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls, by keys too
      tabIndex={0}
      className="max-h-[70dvh] lg:max-h-[78dvh] scroll-pt-14 overflow-auto border border-rule sm:scroll-pl-52 print:max-h-none"
    >
      <table aria-label={label} className="w-full border-collapse text-sm">
        <thead className="sticky top-0 z-10 bg-card">
          <tr>
            <th scope="col" aria-sort={sortOf('student')} className={CORNER}>
              {head(
                'student',
                'Student',
                rows.length < lines.length && (
                  <span className="block font-normal text-faded">
                    {rows.length} of {lines.length}
                  </span>
                ),
              )}
            </th>
            {columns.map(({ id, title, under }) => (
              <th
                key={id}
                scope="col"
                aria-sort={sortOf(id)}
                className="min-w-24 px-2 py-1.5 text-left align-bottom"
              >
                {head(id, title, under)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(({ id, original: { line } }) => (
            <tr key={id} className="border-t border-rule">
              <th
                scope="row"
                className="written max-w-52 bg-paper px-2 py-1 text-left align-baseline font-semibold sm:sticky sm:left-0"
              >
                <span className="line-clamp-3" title={line.student.listed}>
                  {line.student.listed}
                </span>
              </th>
              {columns.map((column) => (
                <td key={column.id} className="px-2 py-1 align-baseline">
                  {column.cell(line)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
