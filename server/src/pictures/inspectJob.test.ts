import { expect, it } from 'vitest';
import { serverPerTest } from '../testServer.testing.ts';

const server = serverPerTest();

it('a picture that was let go of before its turn came leaves no failed work behind', async () => {
  const { db, jobs } = server().context;
  await jobs.add(db, 'inspect', 'ab'.repeat(32), '');
  jobs.wake();
  await jobs.idle();
  expect(await db.selectFrom('jobs').selectAll().execute()).toEqual([]);
});
