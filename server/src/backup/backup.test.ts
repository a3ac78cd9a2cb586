import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import { describe, expect, it } from 'vitest';
import { blobPath } from '../blobs/folderBlobStore.ts';
import { emptyBin } from '../captures/emptyBin.ts';
import { createContext } from '../createContext.ts';
import { addEvidence, handedIn, picture, putCapture, serverPerTest } from '../testServer.testing.ts';
import { backup } from './backup.ts';
import { BackupError } from './backupError.ts';
import { restore } from './restore.ts';

const server = serverPerTest();
const place = () => mkdtempSync(join(tmpdir(), 'nachweis-backup-'));

describe('backup and restore', () => {
  it('bring everything back that was there, taken while the server runs', async () => {
    const room = await handedIn(server(), { attempts: 2 });
    const { dataFolder } = server().context.settings;
    const file = join(place(), 'b.tar');
    const writing = addEvidence(room.student, room.assignment);
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
    const { captureId } = await addEvidence(room.student, room.assignment);
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
});
