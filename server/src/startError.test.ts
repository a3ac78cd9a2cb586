import { chmodSync, mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import SQLite from 'better-sqlite3';
import { sql } from 'kysely';
import { pino } from 'pino';
import { describe, expect, it } from 'vitest';
import { createContext } from './createContext.ts';
import { readSettings } from './settings.ts';
import { explainStart, StartError } from './startError.ts';
import { classroom, picture, putCapture, serverPerTest } from './testServer.testing.ts';

const place = () => mkdtempSync(join(tmpdir(), 'nachweis-start-'));
const start = (folder: string) =>
  createContext(readSettings({ NACHWEIS_DATA: folder }), pino({ level: 'silent' }));

describe('a data folder that cannot be used', () => {
  it('because another server has it, is refused with a sentence, and free again when that one has stopped', async () => {
    const folder = place();
    const first = await start(folder);
    await expect(start(folder)).rejects.toThrow(StartError);
    await expect(start(folder)).rejects.toThrow(/Another Nachweis server is using/);
    await first.close();
    await (await start(folder)).close();
  });
  it('because it is a file, or damaged, or of a newer version', async () => {
    const file = join(place(), 'file');
    writeFileSync(file, 'x');
    await expect(start(file)).rejects.toThrow(/is no folder that can be used/);
    const damaged = place();
    writeFileSync(join(damaged, 'nachweis.db'), Buffer.alloc(8192, 'no database'));
    await expect(start(damaged)).rejects.toThrow(/holds a damaged database. Restore/);
    const newer = place();
    await (await start(newer)).close();
    const db = new SQLite(join(newer, 'nachweis.db'));
    db.exec("INSERT INTO kysely_migration VALUES ('9999_future', '2030-01-01')");
    db.close();
    await expect(start(newer)).rejects.toThrow(/written by a newer version of Nachweis \(9999_future\)/);
  });
  it.runIf(process.getuid?.() !== 0)('because it is read-only', async () => {
    const folder = place();
    mkdirSync(join(folder, 'blobs'));
    chmodSync(folder, 0o500);
    await expect(start(folder)).rejects.toThrow(/cannot be written to/);
  });
  it.each([
    ['SQLITE_READONLY_DBMOVED', /cannot be written to/],
    ['EROFS', /cannot be written to/],
    ['ENOSPC', /disk that is full/],
    ['SQLITE_FULL', /disk that is full/],
    ['SQLITE_CORRUPT', /damaged database/],
  ])('says so in a sentence: %s', (code, sentence) => {
    const explained = explainStart(Object.assign(new Error('x'), { code }), '/srv/data');
    expect(explained).toBeInstanceOf(StartError);
    expect((explained as Error).message).toMatch(sentence);
  });
});

describe('a disk that fills up while the server runs', () => {
  const server = serverPerTest();
  it('is named, for bytes and for rows, and reading goes on', async () => {
    const { student, assignment } = await classroom(server());
    const { context } = server();
    const pragma = (statement: string) => sql.raw(statement).execute(context.db as never);
    const receive = context.blobs.receive;
    context.blobs.receive = async () => {
      throw Object.assign(new Error('no space left on device'), { code: 'ENOSPC' });
    };
    const upload = await putCapture(student, await picture());
    expect([upload.status, upload.body.code]).toEqual([507, 'disk-full']);
    context.blobs.receive = receive;
    // As many pages as there are, and no more: what SQLite itself says of a full disk.
    await pragma('VACUUM');
    await pragma('PRAGMA max_page_count = 1');
    const text = 'x'.repeat(20_000);
    const write = await student
      .put(`/api/assignments/${assignment.id}/statement`)
      .send({ text, baseVersion: 0 });
    expect([write.status, write.body.code]).toEqual([507, 'disk-full']);
    await student.get(`/api/assignments/${assignment.id}`).expect(200);
    await student.get('/api/assignments').expect(200);
    await pragma('PRAGMA max_page_count = 1000000');
    await student
      .put(`/api/assignments/${assignment.id}/statement`)
      .send({ text, baseVersion: 0 })
      .expect(200);
  });
});
