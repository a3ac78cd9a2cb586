import { execFileSync } from 'node:child_process';
import { expect, it } from 'vitest';
import { serverPerTest } from '../testServer.testing.ts';
import { readDisk } from './freeDisk.ts';

const server = serverPerTest();
const disk = (blocks: number, bavail: number) =>
  readDisk('/srv', async () => ({ bsize: 4096, blocks, bavail }));

it.each([
  [1000, 101, false],
  [1000, 100, false],
  [1000, 99, true],
  [1000, 0, true],
  // Some network file systems say nothing of their size.
  [0, 0, false],
])('of %i blocks %i are free: told %s', async (blocks, free, low) => {
  expect(await disk(blocks, free)).toEqual({ freeBytes: free * 4096, totalBytes: blocks * 4096, low });
});

it('an administrator is told as much as df says (POSIX, df -P -k), and nobody else', async () => {
  const s = server();
  const person = await s.addPerson();
  const agent = await s.signedIn(person);
  await agent.get('/api/disk').expect(403);
  await s.context.db.updateTable('people').set({ admin: 1 }).where('id', '=', person.id).execute();
  const { body } = await agent.get('/api/disk').expect(200);
  const [, line = ''] = execFileSync('df', ['-P', '-k', s.context.settings.dataFolder], {
    encoding: 'utf8',
  }).split('\n');
  const [, total, , free] = line.split(/\s+/).map(Number);
  expect(body.totalBytes).toBe(Number(total) * 1024);
  // Others write to the disk meanwhile.
  expect(Math.abs(body.freeBytes - Number(free) * 1024)).toBeLessThan(500e6);
});
