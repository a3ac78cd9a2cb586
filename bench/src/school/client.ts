import { randomUUID } from 'node:crypto';
import { performance } from 'node:perf_hooks';
import { PASSWORD, type SchoolData } from './seedSchool.ts';

/** How long each kind of request took, in milliseconds, and what went wrong. */
export interface Times {
  took: Map<string, number[]>;
  faults: string[];
}

/** Somebody with a session of their own. */
export function createClient(address: string, times: Times) {
  let cookie = '';
  async function call<T>(kind: string, method: string, path: string, body?: unknown): Promise<T> {
    const start = performance.now();
    const bytes = body instanceof Uint8Array;
    const response = await fetch(address + path, {
      method,
      headers: {
        origin: address,
        cookie,
        ...(body !== undefined && { 'content-type': bytes ? 'image/png' : 'application/json' }),
      },
      ...(body !== undefined && { body: bytes ? (body as Uint8Array<ArrayBuffer>) : JSON.stringify(body) }),
    });
    const text = await response.text();
    times.took.set(kind, [...(times.took.get(kind) ?? []), performance.now() - start]);
    if (!response.ok) times.faults.push(`${kind}: ${response.status} ${text.slice(0, 120)}`);
    const session = response.headers.getSetCookie().map((one) => one.split(';')[0]);
    if (session.length > 0) cookie = session.join('; ');
    return (text ? JSON.parse(text) : null) as T;
  }
  return {
    call,
    signIn: (email: string) => call('sign-in', 'POST', '/api/session', { email, password: PASSWORD }),
  };
}

export type Client = ReturnType<typeof createClient>;

/** What a student does with the pictures. */
export interface Doing {
  /** every must-show is pinned */
  pins: boolean;
  /** every picture is a part of its capture, and whoever judges may see the whole of it: two pictures are made of each */
  showsWhole: boolean;
}

/** What one student does: signs in, opens the sheet, adds a picture to each proof point, and hands in. */
export async function studentsHour(
  client: Client,
  { assignment, students }: SchoolData,
  index: number,
  pictures: readonly Uint8Array[],
  { pins, showsWhole }: Doing,
): Promise<{ handInId: string } | null> {
  await client.signIn(students[index]?.email ?? '');
  await client.call('other', 'GET', '/api/assignments');
  await client.call('other', 'GET', `/api/assignments/${assignment.id}`);
  let version = 0;
  for (const [place, point] of assignment.points.entries()) {
    const captureId = randomUUID();
    const query = `source=clipboard&assignmentId=${assignment.id}`;
    await client.call('upload', 'PUT', `/api/captures/${captureId}?${query}`, pictures[place]);
    const marks = pins
      ? point.mustShows.map((m, i) => ({ kind: 'pin', letter: m.letter, x: 400 + i * 90, y: 300 }))
      : [];
    const { draft } = await client.call<{ draft: { version: number } }>(
      'other',
      'PUT',
      `/api/evidence/${randomUUID()}`,
      {
        assignmentId: assignment.id,
        proofPointId: point.id,
        captureId,
        framing: showsWhole
          ? { kind: 'region', box: { x: 200, y: 80, width: 1400, height: 900 } }
          : { kind: 'whole' },
        marks,
        baseVersion: 0,
      },
    );
    version = draft.version;
  }
  const receipt = await client.call<{ handInId?: string }>(
    'hand-in',
    'POST',
    `/api/assignments/${assignment.id}/hand-ins`,
    { id: randomUUID(), draftVersion: version, showsWhole },
  );
  return receipt.handInId ? { handInId: receipt.handInId } : null;
}
