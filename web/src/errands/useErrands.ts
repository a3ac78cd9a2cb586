import type { ClassForm, Errand } from '@nachweis/contract';
import { useSWRConfig } from 'swr';
import { addressOf, callApi } from '../api/callApi.ts';
import { useApi } from '../api/useApi.ts';

/** How often what is under way is asked after. */
const AGAIN_MS = 1000;

export const isUnderWay = ({ state }: Errand): boolean => state === 'waiting' || state === 'working';

/** What one has asked for, brought up to date as long as something is under way. */
export function useErrands() {
  const { data } = useApi(
    'listErrands',
    {},
    { refreshInterval: (errands) => (errands?.some(isUnderWay) ? AGAIN_MS : 0) },
  );
  return data ?? [];
}

/** Archives that were asked for on this page, which saves them by itself once they are ready. */
const askedHere = new Set<string>();

/** True once for an archive that was asked for on this page. */
export const takeAskedHere = (id: string): boolean => askedHere.delete(id);

export function useErrandOrders() {
  const { mutate } = useSWRConfig();
  const refresh = () => mutate(addressOf('listErrands', {}));
  return {
    refresh,
    async orderArchive(assignmentId: string, form: ClassForm): Promise<void> {
      const { id } = await callApi('orderArchive', { params: { assignmentId }, body: { form } });
      askedHere.add(id);
      await refresh();
    },
    async end(errandId: string): Promise<void> {
      askedHere.delete(errandId);
      await callApi('endErrand', { params: { errandId } });
      await refresh();
    },
  };
}
