import type { Assignment } from '@nachweis/contract';
import { ApiProblem } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { sha256, sha256Hex } from '../api/sha256.ts';
import { uuidOf } from '../api/uuid.ts';
import type { HandInOrder } from './handInOrders.ts';

/** What is said of all that is handed in together. */
export interface Said {
  /** UTC instant in ISO 8601 */
  cameAt: string;
  reason: string;
  /** also for who has handed in already */
  again: boolean;
}

/**
 * An id that is the same for the same thing (UUID version 8, RFC 9562, 5.8: 122 bits of a SHA-256), so that what is done
 * again, after a reload or with the same files another day, is entered once.
 */
export async function idOf(...parts: string[]): Promise<string> {
  const hash = await sha256(new TextEncoder().encode(JSON.stringify(parts)));
  return uuidOf(hash.slice(0, 16), 8);
}

/**
 * Hands in for one student: the pictures go up one by one, then they become a hand-in, all of them or none.
 * @throws ApiProblem, or Error when a file cannot be read
 */
export async function handInFor(
  { id: assignmentId, proofPoints }: Assignment,
  { studentId, pictures }: HandInOrder,
  { cameAt, reason, again }: Said,
  signal: AbortSignal,
): Promise<void> {
  const sent: Array<{ captureId: string; proofPointId: string }> = [];
  for (const { file, path, point } of pictures) {
    signal.throwIfAborted();
    const blob = await file.read();
    const hash = await sha256Hex(await blob.arrayBuffer());
    const captureId = await idOf(assignmentId, studentId, point ?? '', path, hash);
    await sendOnce(captureId, path, blob);
    sent.push({ captureId, proofPointId: proofPoints.find(({ code }) => code === point)?.id ?? '' });
  }
  signal.throwIfAborted();
  const id = await idOf(assignmentId, studentId, ...sent.map(({ captureId }) => captureId));
  await callApi('bringIn', {
    params: { assignmentId },
    body: { id, studentId, cameAt, reason, again, pictures: sent },
  });
}

/** One that was handed in with an earlier try is its student's by now, which is no fault. */
async function sendOnce(captureId: string, path: string, blob: Blob): Promise<void> {
  try {
    await callApi('putCapture', {
      params: { captureId },
      query: { source: 'file', surface: 'unknown', name: path.slice(-1000) },
      body: blob,
    });
  } catch (error) {
    // Somebody else's is answered as one that is not there. Whether it really is, handing in says.
    if (!(error instanceof ApiProblem) || error.code !== 'not-found') throw error;
  }
}
