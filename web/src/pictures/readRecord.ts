import { CaptureRecord, SHARED_RECORD_TYPE, SharedRecord } from '@nachweis/contract';
import { callApi } from '../api/callApi.ts';
import { saidBy, verifyJws } from '../receipts/verifyJws.ts';

/** What a record says, and whether its signature is the server's. */
export interface ReadRecord {
  record: CaptureRecord | SharedRecord;
  /** null where the browser cannot check it: it needs a secure address for that */
  genuine: boolean | null;
}

const shapeOf = (type: string) => (type === SHARED_RECORD_TYPE ? SharedRecord : CaptureRecord);

/** What a record says by itself, before anybody has checked it: for the room that it will take. */
export function claimedRecord(jws: string): ReadRecord['record'] | null {
  const said = saidBy(jws);
  return said && (shapeOf(said.type).safeParse(said.payload).data ?? null);
}

/** Reads a record and checks its signature with the server's public keys. @returns null for none */
export async function readRecord(jws: string): Promise<ReadRecord | null> {
  const { keys } = await callApi('signingKeys', {});
  const verified = await verifyJws(jws, keys);
  if (!verified) return null;
  const record = shapeOf(verified.type).parse(verified.payload);
  return { record, genuine: verified.by === 'unknown' ? null : verified.by === 'signed' };
}
