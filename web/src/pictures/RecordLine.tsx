import { type ReactNode, useMemo } from 'react';
import useSWR from 'swr';
import { dateAndTime } from '../ui/when.ts';
import { whenIdle } from '../ui/whenIdle.ts';
import { doneSentence } from '../words/done.ts';
import { claimedRecord, type ReadRecord, readRecord } from './readRecord.ts';
import { SOURCE_WORDS } from './sourceWords.ts';

/**
 * What the signed record of a capture says, in one line, for those who judge it; times are the course's. Until it has been
 * checked its words take their room and are not seen: a line that comes late would move the picture under the pointer.
 */
export function RecordLine({ jws, timeZone }: { jws: string; timeZone: string }): ReactNode {
  const { data } = useSWR(jws ? `record ${jws}` : null, () => readLater(jws), {
    revalidateOnFocus: false,
    shouldRetryOnError: false,
  });
  const claimed = useMemo(() => claimedRecord(jws), [jws]);
  if (data === null) return null;
  if (!data)
    return (
      claimed && (
        <span aria-hidden className="invisible">
          <Said record={claimed} genuine timeZone={timeZone} />
        </span>
      )
    );
  const { record, genuine } = data;
  if (genuine === false)
    return <span className="text-madder"> · its record is not signed by this server; do not rely on it</span>;
  return (
    <span data-testid="record">
      <Said record={record} genuine={genuine} timeZone={timeZone} />
    </span>
  );
}

function Said({ record, genuine, timeZone }: ReadRecord & { timeZone: string }): ReactNode {
  const at = dateAndTime(record.receivedAt, timeZone);
  return (
    <>
      {record.takenHere
        ? ` · taken in Nachweis, ${at}`
        : ` · brought in as a ${SOURCE_WORDS[record.source]}, ${at}; where it was made is not known`}
      {record.scale !== null && `; at a scale of ${Math.round(record.scale * 100)} %`}
      {record.done.length > 0 && `; ${record.done.map(doneSentence).join(' ')}`}
      {genuine && ' · record signed'}
    </>
  );
}

/** The picture comes first: asking for the keys would hold up the frame that it is drawn in. */
async function readLater(jws: string): Promise<ReadRecord | null> {
  await new Promise<void>((resolve) => void whenIdle(resolve));
  return readRecord(jws);
}
