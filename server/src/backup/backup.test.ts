import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import SQLite from 'better-sqlite3';
import { pino } from 'pino';
import * as tar from 'tar';
import { describe, expect, it } from 'vitest';
import { blobPath } from '../blobs/folderBlobStore.ts';
import { emptyBin } from '../captures/emptyBin.ts';
import { createContext } from '../createContext.ts';
import { handedIn, picture, putCapture, replaceEvidence, serverPerTest } from '../testServer.testing.ts';
import { backup } from './backup.ts';
import { BackupError } from './backupError.ts';
import { restore } from './restore.ts';
import { sealArchive } from './seal.ts';

const server = serverPerTest();
const place = () => mkdtempSync(join(tmpdir(), 'nachweis-backup-'));

describe('backup and restore', () => {
  it('bring everything back that was there, taken while the server runs', async () => {
    const room = await handedIn(server(), { attempts: 2 });
    const { dataFolder } = server().context.settings;
    const file = join(place(), 'b.tar');
    const writing = replaceEvidence(room.student, room.assignment);
    const { pictures } = await backup(dataFolder, file);
    await writing;
    const target = join(place(), 'restored');
    expect(await restore(file, target)).toEqual({ pictures, missing: [], sealed: true });
    const context = await createContext(
      { ...server().context.settings, dataFolder: target },
      pino({ level: 'silent' }),
    );
    const items = await context.db.selectFrom('hand_in_items').selectAll().execute();
    expect(items).toHaveLength(1);
    expect(await context.blobs.size(items[0]?.file_sha256 ?? '')).toBe(room.receipt.files[0].bytes);
    await context.close();
  });
  it('leave alone what is there', async () => {
    const { dataFolder } = server().context.settings;
    const file = join(place(), 'b.tar');
    await backup(dataFolder, file);
    await expect(backup(dataFolder, file)).rejects.toThrow(/there already and was left alone/);
    await expect(restore(file, dataFolder)).rejects.toThrow(/is not empty and was left alone/);
    await expect(backup(place(), join(place(), 'c.tar'))).rejects.toThrow(BackupError);
  });
  it('refuse one changed byte anywhere, or a cut, with a sentence and nothing left behind', async () => {
    await handedIn(server());
    const folder = place();
    const file = join(folder, 'b.tar');
    await backup(server().context.settings.dataFolder, file);
    const whole = readFileSync(file);
    const target = join(place(), 'restored');
    const refuse = async (bytes: Uint8Array, what: string) => {
      writeFileSync(file, bytes);
      await expect(restore(file, target), what).rejects.toThrow(BackupError);
      await expect(restore(file, target), what).rejects.toThrow(
        /Nothing was changed|nothing that was there/i,
      );
      expect(readdirSync(join(target, '..')), what).toEqual([]);
    };
    // Places in every part: headers, manifest, database, pictures, padding, seal, the last byte.
    const places = new Set([
      0,
      100,
      148,
      156,
      257,
      500,
      512,
      700,
      1023,
      1030,
      whole.length - 1,
      whole.length - 1100,
    ]);
    for (let i = 0; i < 30; i++) places.add(Math.floor((i * 0.618034 * whole.length) % whole.length));
    for (const at of places) {
      const bytes = Buffer.from(whole);
      bytes[at] = (bytes[at] as number) ^ 0x01;
      await refuse(bytes, `byte ${at}`);
    }
    for (const length of [
      0,
      10,
      512,
      3000,
      whole.length >> 1,
      whole.length - 2048,
      whole.length - 1024,
      whole.length - 1,
    ])
      await refuse(whole.subarray(0, length), `cut at ${length}`);
    await refuse(Buffer.from('no archive at all'), 'no archive');
    writeFileSync(file, whole);
    expect(await restore(file, target)).toMatchObject({ sealed: true });
  });
  it('name a picture that is missing on disk, or damaged there, and save the rest', async () => {
    const room = await handedIn(server(), { attempts: 2 });
    const { captureId } = await replaceEvidence(room.student, room.assignment);
    const { db, settings } = server().context;
    const { sha256 } = await db
      .selectFrom('captures')
      .select('sha256')
      .where('id', '=', captureId)
      .executeTakeFirstOrThrow();
    await server().context.jobs.idle();
    await server().context.blobs.remove(sha256);
    const [other = ''] = (await db.selectFrom('blobs').select('sha256').execute())
      .map((row) => row.sha256)
      .filter((one) => one !== sha256);
    writeFileSync(blobPath(settings.dataFolder, other), 'damaged');
    const file = join(place(), 'b.tar');
    const { pictures, missing } = await backup(settings.dataFolder, file);
    expect([...missing].sort()).toEqual([sha256, other].sort());
    const target = join(place(), 'restored');
    expect(await restore(file, target)).toEqual({ pictures, missing, sealed: true });
  });
  it('hold a picture whose bytes end in nothing but zeros, and one of no more than a block', async () => {
    const { context } = server();
    const lengths = [1, 512, 5000];
    for (const length of lengths) {
      const sha256 = await context.blobs.put(Buffer.alloc(length));
      await context.db
        .insertInto('blobs')
        .values({ sha256, bytes: length, media_type: 'image/png', created_at: '2026-11-01T00:00:00Z' })
        .execute();
    }
    const file = join(place(), 'b.tar');
    await backup(context.settings.dataFolder, file);
    expect(await restore(file, join(place(), 'restored'))).toMatchObject({
      pictures: lengths.length,
      missing: [],
    });
  });
  it('are not stopped by a bin that is emptied meanwhile', async () => {
    const room = await handedIn(server());
    const ids: string[] = [];
    for (let i = 0; i < 6; i++) {
      const { body } = await putCapture(room.student, await picture());
      await room.student.delete(`/api/captures/${body.id}`).expect(200);
      ids.push(body.id);
    }
    await server().context.jobs.idle();
    const file = join(place(), 'b.tar');
    const later = { ...server().context, now: () => new Date('2030-01-01T00:00:00Z') };
    const [{ missing }] = await Promise.all([
      backup(server().context.settings.dataFolder, file),
      emptyBin(later),
    ]);
    const target = join(place(), 'restored');
    expect(await restore(file, target)).toMatchObject({ missing, sealed: true });
    expect(ids).toHaveLength(6);
  });

  /** A backup whose content was changed before it was sealed, so that only what restoring checks itself can tell. */
  async function rewritten(change: (folder: string) => void, sealed = true): Promise<string> {
    const folder = place();
    const good = join(folder, 'good.tar');
    await backup(server().context.settings.dataFolder, good);
    const inside = place();
    await tar.extract({ file: good, cwd: inside });
    rmSync(join(inside, 'sha256.txt'));
    change(inside);
    const file = join(folder, 'changed.tar');
    await tar.create({ file, cwd: inside, portable: true }, readdirSync(inside));
    if (sealed) await sealArchive(file);
    return file;
  }
  const firstPicture = (folder: string) =>
    (readdirSync(join(folder, 'blobs'), { recursive: true }) as string[])
      .map((name) => join(folder, 'blobs', name))
      .filter((name) => /[0-9a-f]{64}$/.test(name))
      .sort()[0] as string;
  const changeDatabase = (folder: string, sql: string) => {
    const db = new SQLite(join(folder, 'nachweis.db'));
    db.unsafeMode(true);
    db.pragma('foreign_keys = OFF');
    db.exec(sql);
    db.close();
  };
  const refused = async (file: string, reason: RegExp) => {
    const target = join(place(), 'restored');
    await expect(restore(file, target)).rejects.toThrow(reason);
    expect(readdirSync(join(target, '..'))).toEqual([]);
  };

  it('check every part by themselves, whatever the seal says: the database, each picture, what belongs together', async () => {
    await handedIn(server());
    const otherGrade = "UPDATE people SET password_hash = 'another'";
    await refused(await rewritten((folder) => changeDatabase(folder, otherGrade)), /damaged or cut short/);
    await refused(
      await rewritten((folder) => writeFileSync(firstPicture(folder), 'another picture')),
      /lacks the picture [0-9a-f]{64}, or it is damaged/,
    );
    await refused(await rewritten((folder) => rmSync(firstPicture(folder))), /lacks the picture/);
    await refused(await rewritten((folder) => rmSync(join(folder, 'nachweis.db'))), /holds no database/);
    // One that has a manifest was sealed when it was made.
    await refused(await rewritten(() => {}, false), /damaged or cut short/);
  });
  it('of a backup from before there were seals check what it can: soundness, and that nothing points nowhere', async () => {
    await handedIn(server());
    const older = (change: (folder: string) => void) =>
      rewritten((folder) => {
        rmSync(join(folder, 'nachweis-backup.json'));
        change(folder);
      }, false);
    const target = join(place(), 'restored');
    expect(await restore(await older(() => {}), target)).toMatchObject({ sealed: false });
    await refused(await older((folder) => changeDatabase(folder, 'DELETE FROM people')), /damaged/);
    // An index that no longer agrees with its table, which neither opening nor reading sees.
    const brokenIndex = `CREATE INDEX broken ON people (surname);
      PRAGMA writable_schema = ON;
      UPDATE sqlite_schema SET sql = 'CREATE INDEX broken ON people (given_name)' WHERE name = 'broken';`;
    await refused(await older((folder) => changeDatabase(folder, brokenIndex)), /damaged/);
  });
  it('take nothing else out of the file: no other names, nothing outside of the folder', async () => {
    await handedIn(server());
    const file = await rewritten((folder) => {
      writeFileSync(join(folder, 'start.sh'), 'echo');
      mkdirSync(join(folder, 'blobs', 'zz'), { recursive: true });
      writeFileSync(join(folder, 'blobs', 'zz', 'note.txt'), 'x');
    });
    const target = join(place(), 'restored');
    await restore(file, target);
    expect(readdirSync(target)).not.toContain('start.sh');
    expect(readdirSync(join(target, 'blobs'))).not.toContain('zz');
  });
});
