import { randomUUID } from 'node:crypto';
import { existsSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { emptyBin } from '../captures/emptyBin.ts';
import type { Context } from '../context.ts';
import { readThumbnail } from '../files/thumbnails.ts';
import { sealHandler } from '../handIns/seal.ts';
import { addEvidence, classroom, picture, putCapture, serverPerTest } from '../testServer.testing.ts';
import { removeStrayFiles } from './strayFiles.ts';

const server = serverPerTest();
const HOUR_MS = 3600 * 1000;

/** The looks of a server whose clock says another time than the files'. */
const later = (ms: number): Context => ({
  ...server().context,
  now: () => new Date(Date.now() + ms),
});

async function names(): Promise<string[]> {
  const found = new Set<string>();
  for await (const name of server().context.blobs.writtenBefore(new Date(Date.now() + HOUR_MS)))
    found.add(name);
  return [...found].sort();
}

describe('files that no row stands for', () => {
  it('go after an hour, with their thumbnails; what has a row stays, and so does what is not ours', async () => {
    const { student } = await classroom(server());
    const { blobs, jobs, settings } = server().context;
    const { body: capture } = await putCapture(student, await picture());
    await jobs.idle();
    const stray = await blobs.put(Buffer.from('refused at the last step'));
    await blobs.putDerived(stray, 'thumbnail', Buffer.from('small'));
    await blobs.putDerived('ab'.repeat(32), 'thumbnail', Buffer.from('of what is gone'));
    const note = join(settings.dataFolder, 'blobs', 'read-me.txt');
    writeFileSync(note, 'put here by somebody');
    utimesSync(note, 0, 0);

    expect(await removeStrayFiles(later(HOUR_MS - 60_000))).toBe(0);
    expect(await removeStrayFiles(later(HOUR_MS + 60_000))).toBe(2);
    expect(await names()).toEqual([capture.sha256]);
    expect(await blobs.derivedSize(capture.sha256, 'thumbnail')).not.toBeNull();
    expect(await blobs.derivedSize(stray, 'thumbnail')).toBeNull();
    expect(await blobs.size(capture.sha256)).toBe(capture.bytes);
    expect(existsSync(note)).toBe(true);
    expect(await removeStrayFiles(later(HOUR_MS + 60_000))).toBe(0);
  });
  it('come in again while one looks at them, and stay', async () => {
    const { student } = await classroom(server());
    const { blobs, blobLock } = server().context;
    const bytes = await picture();
    const sha256 = await blobs.put(bytes);
    let round: Promise<number> | undefined;
    // The round has seen that there is no row, and waits for its turn behind the upload.
    await blobLock.with(sha256, async () => {
      round = removeStrayFiles(later(2 * HOUR_MS));
      await server()
        .context.db.insertInto('blobs')
        .values({ sha256, bytes: bytes.length, media_type: 'image/png', created_at: '' })
        .execute();
    });
    expect(await round).toBe(0);
    expect(await blobs.size(sha256)).toBe(bytes.length);
    expect((await putCapture(student, bytes, randomUUID())).status).toBe(200);
  });
  it('that cannot be removed keep back no other one, here and where the bin lets go', async () => {
    const { context } = server();
    const all = await Promise.all([1, 2, 3].map((n) => context.blobs.put(Buffer.from(`stray ${n}`))));
    const stuck = all[1] ?? '';
    const stuckAt = { ...context.blobs };
    stuckAt.remove = async (sha256) => {
      if (sha256 === stuck) throw Object.assign(new Error('EACCES'), { code: 'EACCES' });
      return context.blobs.remove(sha256);
    };
    expect(await removeStrayFiles({ ...later(2 * HOUR_MS), blobs: stuckAt })).toBe(2);
    expect(await names()).toEqual([stuck]);
    await Promise.all([1, 3].map((n) => context.blobs.put(Buffer.from(`stray ${n}`))));
    await context.db
      .insertInto('leaving_blobs')
      .values(all.map((sha256) => ({ sha256 })))
      .execute();
    await emptyBin({ ...context, blobs: stuckAt });
    expect(await names()).toEqual([stuck]);
    expect(await context.db.selectFrom('leaving_blobs').selectAll().execute()).toEqual([{ sha256: stuck }]);
    await emptyBin(context);
    expect(await names()).toEqual([]);
  });
  it('end at the file that is looked at when the server stops', async () => {
    await server().context.blobs.put(Buffer.from('left for the next round'));
    expect(await removeStrayFiles(later(2 * HOUR_MS), AbortSignal.abort())).toBe(0);
    expect(await names()).toHaveLength(1);
  });
});

describe('what is let go of while work on it is under way', () => {
  it('leaves no thumbnail that somebody had asked for', async () => {
    const { student, studentPerson } = await classroom(server());
    const { context } = server();
    const { body } = await putCapture(student, await picture());
    await context.jobs.idle();
    rmSync(join(context.settings.dataFolder, 'thumbnails'), { recursive: true });
    // Let go of after its bytes were read, before its thumbnail is written.
    const pictures: Context['pictures'] = {
      ...context.pictures,
      async thumbnail(_folder, _owner, sha256) {
        await context.db.deleteFrom('captures').where('id', '=', body.id).execute();
        await emptyBin(context);
        await context.blobs.putDerived(sha256, 'thumbnail', Buffer.from('small'));
      },
    };
    const actor = { personId: studentPerson.id };
    await expect(readThumbnail({ ...context, pictures }, actor, body.sha256)).rejects.toThrow();
    expect(await context.blobs.derivedSize(body.sha256, 'thumbnail')).toBeNull();
  });
  it('leaves no picture that was being made of it', async () => {
    const { student, assignment } = await classroom(server());
    const { context } = server();
    const marks = [{ kind: 'pin' as const, letter: 'a', x: 9, y: 9 }];
    const { evidenceId } = await addEvidence(student, assignment, { marks });
    await context.jobs.idle();
    const { key } = await context.db.selectFrom('renderings').select('key').executeTakeFirstOrThrow();
    await context.db
      .updateTable('renderings')
      .set({ base_sha256: null, file_sha256: null, made_at: null })
      .execute();
    await emptyBin(context);
    const [capture] = await names();
    const pictures: Context['pictures'] = {
      ...context.pictures,
      async render(...order) {
        const made = await context.pictures.render(...order);
        await context.db.deleteFrom('evidence').where('id', '=', evidenceId).execute();
        await emptyBin(context);
        return made;
      },
    };
    const job = { subject: key, owner: '' } as Parameters<ReturnType<typeof sealHandler>['work']>[0];
    await sealHandler({ ...context, pictures }).work(job, new AbortController().signal);
    expect(await names()).toEqual([capture]);
    expect(await context.db.selectFrom('blobs').select('sha256').execute()).toEqual([{ sha256: capture }]);
  });
});
