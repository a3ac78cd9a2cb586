import type { ReactNode } from 'react';
import useSWR from 'swr';
import { dateAndTime } from '../ui/when.ts';
import { whenIdle } from '../ui/whenIdle.ts';
import { doneSentence } from '../words/done.ts';
import { type ReadRecord, readRecord } from './readRecord.ts';
import { SOURCE_WORDS } from './sourceWords.ts';

/** What the signed record of a capture says, in one line, for those who judge it; times are the course's. */
export function RecordLine({ jws, timeZone }: { jws: string; timeZone: string }): ReactNode {
  const { data } = useSWR(jws ? `record ${jws}` : null, () => readLater(jws), {
    revalidateOnFocus: false,
    shouldRetryOnError: false,
  });
  if (!data) return null;
  const { record, genuine } = data;
  const at = dateAndTime(record.receivedAt, timeZone);
  if (genuine === false)
    return <span className="text-madder"> · its record is not signed by this server; do not rely on it</span>;
  return (
    <span data-testid="record">
      {record.takenHere
        ? ` · taken in Nachweis, ${at}`
        : ` · brought in as a ${SOURCE_WORDS[record.source]}, ${at}; where it was made is not known`}
      {record.scale !== null && `; at a scale of ${Math.round(record.scale * 100)} %`}
      {record.done.length > 0 && `; ${record.done.map(doneSentence).join(' ')}`}
      {genuine && ' · record signed'}
    </span>
  );
}

/** The picture comes first: asking for the keys would hold up the frame that it is drawn in. */
async function readLater(jws: string): Promise<ReadRecord | null> {
  await new Promise<void>((resolve) => void whenIdle(resolve));
  return readRecord(jws);
}
