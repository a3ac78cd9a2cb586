import { useSWRConfig } from 'swr';
import { addressOf } from '../api/callApi.ts';
import { toast } from '../ui/notices.ts';

/** What came from a telephone is on the server already: the sheet reads it, and what has no room there is told. */
export function useTelephone(assignmentId: string) {
  const { mutate } = useSWRConfig();
  /** @param evidenceId null where it is among the captures only. @param where code of the proof point it was for */
  const read = async (evidenceId: string | null, where: string): Promise<void> => {
    await mutate(addressOf('proofSheet', { params: { assignmentId } }));
    if (!evidenceId) toast.warning(`${where} has no room: the picture is among your captures.`);
  };
  return {
    read,
    /** Whoever has closed the code does something else by now. */
    readLater: async (evidenceId: string | null, where: string): Promise<void> => {
      await read(evidenceId, where);
      if (evidenceId) toast.info(`The picture from your telephone is in ${where}.`, { duration: 10_000 });
    },
  };
}
