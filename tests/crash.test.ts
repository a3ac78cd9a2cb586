import { createHash, randomUUID } from 'node:crypto';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import SQLite from 'better-sqlite3';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { kill, PASSWORD, seed, start } from './serverProcess.ts';

/** How often the server is killed here; `npm run torture` does it more often. */
const KILLS = 8;
const STUDENTS = 40;

interface Acknowledged {
  captures: Map<string, string>;
  handIns: Array<{ handInId: string; files: Array<{ name: string; sha256: string | null }> }>;
}

/** A student who takes pictures in and hands them in, again and again, until the server is gone. */
async function busyStudent(
  address: string,
  email: string,
  assignment: { id: string; points: Array<{ id: string }> },
  done: Acknowledged,
): Promise<void> {
  let cookie = '';
  const call = async (method: string, path: string, body?: unknown) => {
    const picture = body instanceof Uint8Array;
    const response = await fetch(address + path, {
      method,
      headers: {
        Origin: address,
        Cookie: cookie,
        'Content-Type': picture ? 'image/png' : 'application/json',
      },
      ...(body !== undefined && { body: picture ? (body as Uint8Array<ArrayBuffer>) : JSON.stringify(body) }),
    });
    if (!response.ok) throw new Error(`${method} ${path}: ${response.status} ${await response.text()}`);
    cookie = response.headers.getSetCookie()[0]?.split(';')[0] ?? cookie;
    return response.json();
  };
  await call('POST', '/api/session', { email, password: PASSWORD });
  /** by proof point: of the attempt before, which the next one takes the place of */
  const there = new Map<string, string>();
  for (;;) {
    let version = 0;
    for (const point of assignment.points) {
      const noise = Buffer.from(Array.from({ length: 240 * 160 * 3 }, () => Math.floor(Math.random() * 256)));
      const bytes = await sharp(noise, { raw: { width: 240, height: 160, channels: 3 } })
        .png()
        .toBuffer();
      const captureId = randomUUID();
      await call('PUT', `/api/captures/${captureId}?source=clipboard`, new Uint8Array(bytes));
      done.captures.set(captureId, createHash('sha256').update(bytes).digest('hex'));
      const write = {
        assignmentId: assignment.id,
        proofPointId: point.id,
        captureId,
        framing: { kind: 'region', box: { x: 10, y: 10, width: 200, height: 100 } },
        marks: [{ kind: 'pin', letter: 'a', x: 50, y: 50 }],
        baseVersion: 0,
        replaces: [there.get(point.id)].filter((id) => id !== undefined),
      };
      const evidenceId = randomUUID();
      ({
        draft: { version },
      } = await call('PUT', `/api/evidence/${evidenceId}`, write));
      there.set(point.id, evidenceId);
    }
    done.handIns.push(
      await call('POST', `/api/assignments/${assignment.id}/hand-ins`, {
        id: randomUUID(),
        draftVersion: version,
      }),
    );
  }
}

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** Every other round dies early, under the first uploads; the others a moment after a hand-in went through, under the next. */
async function randomMoment(round: number, done: Acknowledged): Promise<void> {
  const before = done.handIns.length;
  if (round % 2 === 0) await pause(300 + Math.random() * 900);
  else {
    for (let waited = 0; done.handIns.length === before && waited < 6000; waited += 10) await pause(10);
    await pause(Math.random() * 400);
  }
}

/** Everything that must hold of the data, read from the files alone. */
function check(folder: string, done: Acknowledged): void {
  const db = new SQLite(join(folder, 'nachweis.db'), { readonly: true });
  const blob = (hash: string) => join(folder, 'blobs', hash.slice(0, 2), hash.slice(2, 4), hash);
  const whole = (hash: string) =>
    existsSync(blob(hash)) &&
    createHash('sha256')
      .update(readFileSync(blob(hash)))
      .digest('hex') === hash;
  expect(db.pragma('integrity_check', { simple: true })).toBe('ok');
  expect(db.pragma('foreign_key_check')).toEqual([]);
  const captures = new Map(
    db
      .prepare<[], { id: string; sha256: string }>('SELECT id, sha256 FROM captures')
      .all()
      .map((row) => [row.id, row.sha256]),
  );
  for (const [id, sha256] of done.captures)
    expect(captures.get(id), `capture ${id} was acknowledged`).toBe(sha256);
  const hashes = db.prepare('SELECT sha256 FROM blobs').pluck().all() as string[];
  expect(hashes.filter((hash) => !whole(hash))).toEqual([]);
  for (const receipt of done.handIns) {
    const items = db
      .prepare<[string], { name: string; sha256: string | null }>(
        'SELECT file_name AS name, file_sha256 AS sha256 FROM hand_in_items WHERE hand_in_id = ? ORDER BY position',
      )
      .all(receipt.handInId);
    expect(items.map((item) => item.name)).toEqual(receipt.files.map((f) => f.name));
    // A file that was not yet made when the receipt was written may be by now.
    for (const [i, { sha256 }] of receipt.files.entries())
      if (sha256 !== null) expect(items[i]?.sha256).toBe(sha256);
  }
  // No half hand-in: each has both its pictures and whose it is.
  const halves = db
    .prepare(
      'SELECT id FROM hand_ins h WHERE (SELECT count(*) FROM hand_in_items i WHERE i.hand_in_id = h.id) <> 2 OR NOT EXISTS (SELECT 1 FROM hand_in_people p WHERE p.hand_in_id = h.id)',
    )
    .all();
  expect(halves).toEqual([]);
  db.close();
}

describe('a server that is killed without warning', () => {
  it(`loses nothing it acknowledged and leaves no half hand-in, ${KILLS} times over`, {
    timeout: 240_000,
  }, async () => {
    const folder = mkdtempSync(join(tmpdir(), 'nachweis-crash-'));
    const { emails, assignment } = await seed(folder, STUDENTS);
    const done: Acknowledged = { captures: new Map(), handIns: [] };
    for (let round = 0; round < KILLS; round++) {
      const { child, address } = await start(folder);
      const students = [0, 1, 2].map((i) =>
        busyStudent(address, emails[(round * 3 + i) % STUDENTS] ?? '', assignment, done).catch(
          (error: Error) => error,
        ),
      );
      await randomMoment(round, done);
      await kill(child);
      // What ends a student must be the lost server, not a refusal.
      for (const ended of await Promise.all(students))
        expect((ended as Error).message).toMatch(/fetch failed|terminated/);
      check(folder, done);
    }
    expect(done.captures.size).toBeGreaterThan(KILLS);
    expect(done.handIns.length).toBeGreaterThanOrEqual(KILLS / 2);
    rmSync(folder, { recursive: true, force: true });
  });
});
