import type { CaptureItem, CaptureList } from '@nachweis/contract';
import { type ReactNode, useCallback, useDeferredValue, useMemo, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import useSWRInfinite from 'swr/infinite';
import { sentenceOf } from '../api/apiProblem.ts';
import { addressOf, callApi } from '../api/callApi.ts';
import { Button } from '../ui/Button.tsx';
import { toast } from '../ui/notices.ts';
import { Failed, Loading } from '../ui/states.tsx';
import { useTitle } from '../ui/useTitle.ts';
import { CaptureDialog } from './CaptureDialog.tsx';
import { CaptureMount } from './CaptureMount.tsx';
import { CaptureSheet } from './CaptureSheet.tsx';
import { type Filter, FilterBar, NO_FILTER } from './FilterBar.tsx';
import { filterQuery } from './filterQuery.ts';

const PAGE = 60;

/** Everything a person has caught, the newest first. */
export default function CapturesScreen(): ReactNode {
  const [search] = useSearchParams();
  const named = search.get('id');
  const [filter, setFilter] = useState<Filter>({ ...NO_FILTER, id: named ?? '' });
  useTitle('Captures');
  const [openId, setOpenId] = useState<string | null>(named);
  const settled = useDeferredValue(filter);
  const asked = filterQuery(settled);
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
  const items = useMemo(() => data?.flatMap((page) => page.items) ?? [], [data]);
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
    told(() => callApi('restoreCapture', { params: { captureId: id } }), 'Put back among the captures.');
  const favour = ({ id, favourite }: CaptureItem) =>
    told(
      () =>
        callApi('writeCaptureDetails', {
          params: { captureId: id },
          body: { favourite: !favourite },
        }),
      favourite ? 'No longer kept at hand.' : 'Kept at hand.',
    );
  // The mounts stay as they are while the page scrolls: what they call is looked up when it is called.
  const latest = useRef({ favour, remove, restore });
  latest.current = { favour, remove, restore };
  const render = useCallback(
    (item: CaptureItem) => (
      <CaptureMount
        item={item}
        onOpen={() => setOpenId(item.id)}
        onFavour={() => void latest.current.favour(item)}
        onRemove={() => void latest.current.remove(item)}
        onRestore={() => void latest.current.restore(item)}
      />
    ),
    [],
  );
  const open = items.find((item) => item.id === openId) ?? null;

  return (
    <main className="flex flex-1 flex-col">
      <div className="flex flex-wrap items-baseline gap-x-4 px-4 pt-3 sm:px-6">
        <h1 className="text-2xl">{filter.bin === 'yes' ? 'Bin' : 'Captures'}</h1>
        <p className="text-faded" role="status">
          {data && `${total} ${total === 1 ? 'capture' : 'captures'}`}
        </p>
        {filter.id && (
          <Button small look="quiet" onClick={() => change({ id: '' })}>
            Show all captures
          </Button>
        )}
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
        (error ? (
          <Failed inPage error={error} onRetry={() => void mutate()} />
        ) : (
          <Loading what="the captures" inPage />
        ))}
      {data && items.length === 0 && <p className="p-6 text-faded">{nothingFits(filter)}</p>}
      <CaptureSheet
        items={items}
        onNearEnd={() => {
          if (!ended && data && data.length === size) void setSize(size + 1);
        }}
        render={render}
      />
      {open && (
        <CaptureDialog
          key={open.id}
          item={open}
          onClose={() => setOpenId(null)}
          onChanged={() => mutate().catch(() => undefined)}
        />
      )}
    </main>
  );
}

/** An empty list says whether there is nothing, or a filter hides it. */
function nothingFits(filter: Filter): string {
  const bare = JSON.stringify({ ...filter, bin: 'no' }) === JSON.stringify(NO_FILTER);
  if (!bare) return 'Nothing fits. Remove a filter, or search for fewer words.';
  return filter.bin === 'yes'
    ? 'The bin is empty. What is put into it stays here for 30 days.'
    : 'Nothing caught yet. Whatever you paste, take or drop on a proof sheet is found here.';
}
