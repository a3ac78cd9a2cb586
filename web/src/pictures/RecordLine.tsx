import type { ReactNode } from 'react';
import useSWR from 'swr';
import { doneSentence } from '../words/told.ts';
import { readRecord } from './readRecord.ts';
import { SOURCE_WORDS } from './sourceWords.ts';

const time = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' });

/** What the signed record of a capture says, in one line, for those who judge it. */
export function RecordLine({ jws }: { jws: string }): ReactNode {
  const { data } = useSWR(jws ? `record ${jws}` : null, () => readRecord(jws), {
    revalidateOnFocus: false,
    shouldRetryOnError: false,
  });
  if (!data) return null;
  const { record, genuine } = data;
  if (genuine === false)
    return <span className="text-madder"> · its record is not signed by this server; do not rely on it</span>;
  return (
    <span data-testid="record">
      {record.takenHere
        ? ` · taken in Nachweis, ${time.format(new Date(record.receivedAt))}`
        : ` · brought in as a ${SOURCE_WORDS[record.source]}, ${time.format(new Date(record.receivedAt))}; where it was made is not known`}
      {record.scale !== null && `; at a scale of ${Math.round(record.scale * 100)} %`}
      {record.done.length > 0 && `; ${record.done.map(doneSentence).join(' ')}`}
      {genuine && ' · record signed'}
    </span>
  );
}
