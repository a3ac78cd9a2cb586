import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import { describe, expect, it } from 'vitest';
import { createContext } from '../createContext.ts';
import { addEvidence, handedIn, serverPerTest } from '../testServer.testing.ts';
import { BackupError, backup, restore } from './backup.ts';

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
    expect(await restore(file, target)).toEqual({ pictures });
    const context = await createContext(
      { ...server().context.settings, dataFolder: target },
      pino({ level: 'silent' }),
    );
    const items = await context.db.selectFrom('hand_in_items').selectAll().execute();
    expect(items).toHaveLength(1);
    expect(readFileSync(context.blobs.pathOf(items[0]?.file_sha256 ?? '')).length).toBe(
      room.receipt.files[0].bytes,
    );
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
  it('refuse a damaged backup and change nothing', async () => {
    await handedIn(server());
    const file = join(place(), 'b.tar');
    await backup(server().context.settings.dataFolder, file);
    const bytes = readFileSync(file);
    const at = bytes.lastIndexOf(Buffer.from('IDAT'));
    bytes[at + 20] = (bytes[at + 20] as number) ^ 0xff;
    writeFileSync(file, bytes);
    const target = join(place(), 'restored');
    await expect(restore(file, target)).rejects.toThrow(/is damaged. Nothing was changed/);
    writeFileSync(file, bytes.subarray(0, 3000));
    await expect(restore(file, target)).rejects.toThrow(/Nothing was changed/);
    writeFileSync(file, 'no archive at all');
    await expect(restore(file, target)).rejects.toThrow(BackupError);
  });
});
