import type { Assignment } from '@nachweis/contract';
import { ApiProblem } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import type { HandInOrder } from './handInOrders.ts';

/** What is said of all that is handed in together. */
export interface Said {
  /** UTC instant in ISO 8601 */
  cameAt: string;
  reason: string;
}

/**
 * An id that is the same for the same thing (UUID version 8, RFC 9562, 5.8: 122 bits of a SHA-256), so that what is done
 * again, after a reload or with the same files another day, is entered once.
 */
export async function idOf(...parts: string[]): Promise<string> {
  const bytes = new Uint8Array(
    await crypto.subtle.digest('SHA-256', new TextEncoder().encode(JSON.stringify(parts))),
  ).slice(0, 16);
  bytes[6] = ((bytes[6] ?? 0) & 0x0f) | 0x80;
  bytes[8] = ((bytes[8] ?? 0) & 0x3f) | 0x80;
  const hex = [...bytes].map((byte) => byte.toString(16).padStart(2, '0')).join('');
  return hex.replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, '$1-$2-$3-$4-$5');
}

async function hashOf(blob: Blob): Promise<string> {
  const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', await blob.arrayBuffer()));
  return [...digest].map((byte) => byte.toString(16).padStart(2, '0')).join('');
}

/**
 * Hands in for one student: the pictures go up one by one, then they become a hand-in, all of them or none.
 * @throws ApiProblem, or Error when a file cannot be read
 */
export async function handInFor(
  { id: assignmentId, proofPoints }: Assignment,
  { studentId, pictures }: HandInOrder,
  { cameAt, reason }: Said,
  signal: AbortSignal,
): Promise<void> {
  const sent: Array<{ captureId: string; proofPointId: string }> = [];
  for (const { file, path, point } of pictures) {
    signal.throwIfAborted();
    const blob = await file.read();
    const hash = await hashOf(blob);
    const captureId = await idOf(assignmentId, studentId, point ?? '', path, hash);
    await sendOnce(captureId, path, blob);
    sent.push({ captureId, proofPointId: proofPoints.find(({ code }) => code === point)?.id ?? '' });
  }
  signal.throwIfAborted();
  const id = await idOf(assignmentId, studentId, ...sent.map(({ captureId }) => captureId));
  await callApi('bringIn', {
    params: { assignmentId },
    body: { id, studentId, cameAt, reason, pictures: sent },
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
