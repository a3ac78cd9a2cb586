import { type CaptureFilter, type CaptureItem, type CaptureList, SOURCES } from '@nachweis/contract';
import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { type ReactNode, useDeferredValue, useEffect, useLayoutEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import useSWRInfinite from 'swr/infinite';
import { sentenceOf } from '../api/apiProblem.ts';
import { addressOf, callApi } from '../api/callApi.ts';
import { useApi } from '../api/useApi.ts';
import { Button } from '../ui/Button.tsx';
import { Failed, Loading } from '../ui/states.tsx';
import { CaptureDialog } from './CaptureDialog.tsx';
import { CaptureMount } from './CaptureMount.tsx';
import { SOURCE_WORDS } from './sourceWords.ts';

const PAGE = 60;
const COLUMN_WIDTH = 290;
const ROW_HEIGHT = 264;

type Filter = Pick<CaptureFilter, 'words' | 'bin'> & {
  source: string;
  courseId: string;
  from: string;
  until: string;
  used: string;
  favourite: string;
};
const NO_FILTER: Filter = {
  words: '',
  bin: 'no',
  source: '',
  courseId: '',
  from: '',
  until: '',
  used: '',
  favourite: '',
};

/** Everything a person has caught, the newest first. */
export default function CapturesScreen(): ReactNode {
  const [filter, setFilter] = useState<Filter>(NO_FILTER);
  const [openId, setOpenId] = useState<string | null>(null);
  const settled = useDeferredValue(filter);
  const asked = Object.fromEntries(Object.entries(settled).filter(([, value]) => value !== ''));
  const { data, error, size, setSize, mutate } = useSWRInfinite<CaptureList>(
    (_index: number, before: CaptureList | null) => {
      if (before && before.next === null) return null;
      const after = before?.next;
      return addressOf('listCaptures', { query: { ...asked, limit: PAGE, ...(after && { after }) } });
    },
    (address: string) =>
      callApi('listCaptures', { query: Object.fromEntries(new URL(address, location.href).searchParams) }),
    { keepPreviousData: true, revalidateFirstPage: false },
  );
  const items = data?.flatMap((page) => page.items) ?? [];
  const total = data?.[0]?.total ?? 0;
  const ended = data?.at(-1)?.next === null;
  const change = (part: Partial<Filter>) => setFilter((old) => ({ ...old, ...part }));

  const told = async (work: () => Promise<unknown>, done: string, undo?: () => Promise<unknown>) => {
    try {
      await work();
      await mutate();
      toast.success(done, undo && { action: { label: 'Undo', onClick: () => void told(undo, 'Undone.') } });
    } catch (problem) {
      toast.error(sentenceOf(problem));
    }
  };
  const remove = ({ id }: CaptureItem) =>
    told(
      () => callApi('removeCapture', { params: { captureId: id } }),
      'Put into the bin. It stays there for 30 days.',
      () => callApi('restoreCapture', { params: { captureId: id } }),
    );
  const restore = ({ id }: CaptureItem) =>
    told(() => callApi('restoreCapture', { params: { captureId: id } }), 'Taken out of the bin.');
  const favour = ({ id, note, tags, favourite }: CaptureItem) =>
    told(
      () =>
        callApi('writeCaptureDetails', {
          params: { captureId: id },
          body: { note, tags, favourite: !favourite },
        }),
      favourite ? 'No favourite any more.' : 'A favourite now.',
    );
  const open = items.find((item) => item.id === openId) ?? null;

  return (
    <main className="flex flex-1 flex-col">
      <div className="flex flex-wrap items-baseline gap-x-4 px-4 pt-3 sm:px-6">
        <h1 className="text-2xl">{filter.bin === 'yes' ? 'Bin' : 'Captures'}</h1>
        <p className="text-faded" role="status">
          {data && `${total} ${total === 1 ? 'capture' : 'captures'}`}
        </p>
        <Button
          small
          look="quiet"
          className="ml-auto"
          onClick={() => setFilter({ ...NO_FILTER, bin: filter.bin === 'yes' ? 'no' : 'yes' })}
        >
          {filter.bin === 'yes' ? 'Back to the captures' : 'Bin'}
        </Button>
      </div>
      <FilterBar filter={filter} onChange={change} />
      {!data &&
        (error ? <Failed error={error} onRetry={() => void mutate()} /> : <Loading what="the captures" />)}
      {data && items.length === 0 && (
        <p className="p-6 text-faded">
          {JSON.stringify(filter) === JSON.stringify(NO_FILTER)
            ? 'Nothing caught yet. Whatever you paste, take or drop on a proof sheet is found here.'
            : 'Nothing fits. Take a filter away, or search for fewer words.'}
        </p>
      )}
      <Sheet
        items={items}
        onNearEnd={() => {
          if (!ended && data && data.length === size) void setSize(size + 1);
        }}
        render={(item) => (
          <CaptureMount
            item={item}
            onOpen={() => setOpenId(item.id)}
            onFavour={() => void favour(item)}
            onRemove={() => void remove(item)}
            onRestore={() => void restore(item)}
          />
        )}
      />
      {open && <CaptureDialog item={open} onClose={() => setOpenId(null)} onChanged={() => void mutate()} />}
    </main>
  );
}

const field = 'h-9 border border-edge bg-card px-2';

function FilterBar({
  filter,
  onChange,
}: {
  filter: Filter;
  onChange: (part: Partial<Filter>) => void;
}): ReactNode {
  const { data: assignments = [] } = useApi('listAssignments', {});
  const courses = [...new Map(assignments.map((a) => [a.courseId, a.courseTitle])).entries()];
  return (
    <search className="mx-4 mt-2 flex flex-wrap items-end gap-3 border-y border-rule py-2 sm:mx-6">
      <label className="min-w-56 flex-1 text-sm">
        Words in name, note, tag, source or document
        <input
          type="search"
          value={filter.words}
          onChange={(event) => onChange({ words: event.target.value })}
          className={`${field} mt-0.5 block w-full`}
        />
      </label>
      <label className="text-sm">
        Source
        <select
          value={filter.source}
          onChange={(event) => onChange({ source: event.target.value })}
          className={`${field} mt-0.5 block`}
        >
          <option value="">any</option>
          {SOURCES.map((source) => (
            <option key={source} value={source}>
              {SOURCE_WORDS[source]}
            </option>
          ))}
        </select>
      </label>
      <label className="text-sm">
        Course
        <select
          value={filter.courseId}
          onChange={(event) => onChange({ courseId: event.target.value })}
          className={`${field} mt-0.5 block`}
        >
          <option value="">any</option>
          {courses.map(([id, title]) => (
            <option key={id} value={id}>
              {title}
            </option>
          ))}
        </select>
      </label>
      {(['from', 'until'] as const).map((which) => (
        <label key={which} className="text-sm">
          {which === 'from' ? 'From' : 'Until'}
          <input
            type="date"
            value={filter[which]}
            onChange={(event) => onChange({ [which]: event.target.value })}
            className={`${field} mt-0.5 block`}
          />
        </label>
      ))}
      <label className="text-sm">
        Used
        <select
          value={filter.used}
          onChange={(event) => onChange({ used: event.target.value })}
          className={`${field} mt-0.5 block`}
        >
          <option value="">all</option>
          <option value="yes">used</option>
          <option value="no">unused</option>
        </select>
      </label>
      <label className="flex h-9 items-center gap-2">
        <input
          type="checkbox"
          checked={filter.favourite === 'yes'}
          onChange={(event) => onChange({ favourite: event.target.checked ? 'yes' : '' })}
          className="size-4 accent-verdigris"
        />
        Favourites
      </label>
    </search>
  );
}

/** Rows of mounts of which only those near the window exist: thousands stay fluid. */
function Sheet({
  items,
  onNearEnd,
  render,
}: {
  items: readonly CaptureItem[];
  onNearEnd: () => void;
  render: (item: CaptureItem) => ReactNode;
}): ReactNode {
  const root = useRef<HTMLDivElement>(null);
  const [columns, setColumns] = useState(1);
  const [offset, setOffset] = useState(0);
  useLayoutEffect(() => {
    const element = root.current;
    if (!element) return;
    const measure = () => {
      setColumns(Math.max(1, Math.floor(element.clientWidth / COLUMN_WIDTH)));
      setOffset(element.offsetTop);
    };
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  const rows = Math.ceil(items.length / columns);
  const virtual = useWindowVirtualizer({
    count: rows,
    estimateSize: () => ROW_HEIGHT,
    overscan: 3,
    scrollMargin: offset,
  });
  const shown = virtual.getVirtualItems();
  const lastRow = shown.at(-1)?.index ?? 0;
  const nearEnd = useRef(onNearEnd);
  nearEnd.current = onNearEnd;
  useEffect(() => {
    if (rows > 0 && lastRow >= rows - 4) nearEnd.current();
  }, [lastRow, rows]);
  return (
    <div ref={root} className="mx-4 mt-4 sm:mx-6">
      <ul className="relative" style={{ height: virtual.getTotalSize() }} aria-label="Captures">
        {shown.flatMap((row) =>
          items.slice(row.index * columns, (row.index + 1) * columns).map((item, column) => (
            <li
              key={item.id}
              className="absolute top-0 p-1.5"
              style={{
                width: `${100 / columns}%`,
                left: `${(100 / columns) * column}%`,
                height: ROW_HEIGHT,
                transform: `translateY(${row.start - offset}px)`,
              }}
            >
              {render(item)}
            </li>
          )),
        )}
      </ul>
    </div>
  );
}
