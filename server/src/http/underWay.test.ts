import { once } from 'node:events';
import { createServer } from 'node:http';
import { type AddressInfo, connect } from 'node:net';
import { join } from 'node:path';
import SQLite from 'better-sqlite3';
import { pino } from 'pino';
import { expect, it } from 'vitest';
import { createApp } from '../app.ts';
import { ORIGIN, PASSWORD, serverPerTest } from '../testServer.testing.ts';
import { createUnderWay } from './underWay.ts';

const server = serverPerTest();

it('finishes what a request began before the database closes, also when who asked has gone', async () => {
  const person = await server().addPerson();
  const { context } = server();
  const told: string[] = [];
  const log = pino({ level: 'error' }, { write: (line: string) => void told.push(line) });
  const http = createServer(createApp({ ...context, log })).listen(0, '127.0.0.1');
  await once(http, 'listening');
  const client = connect((http.address() as AddressInfo).port, '127.0.0.1');
  const body = JSON.stringify({ email: person.email, password: PASSWORD });
  const read = once(http, 'request').then(([req]) => once(req, 'end'));
  client.write(
    `POST /api/session HTTP/1.1\r\nHost: nachweis.test\r\nOrigin: ${ORIGIN}\r\nContent-Length: ${body.length}\r\n\r\n${body}`,
  );
  await read;
  client.destroy();
  await new Promise((closed) => http.close(closed));
  await (context as typeof context & { close(): Promise<void> }).close();
  const db = new SQLite(join(context.settings.dataFolder, 'nachweis.db'), { readonly: true });
  expect(db.prepare('select count(*) as n from sessions').get()).toEqual({ n: 1 });
  db.close();
  expect(told).toEqual([]);
});

it('waits for what hangs no longer than it is told to', async () => {
  const underWay = createUnderWay();
  const hanging = underWay.following(() => new Promise(() => {}));
  hanging({} as never, {} as never, () => {});
  let isOver = false;
  const over = underWay.ended(50).then(() => {
    isOver = true;
  });
  await Promise.resolve();
  expect(isOver).toBe(false);
  await over;
});
