import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, rmSync } from 'node:fs';
import { type IncomingMessage, request } from 'node:http';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import SQLite from 'better-sqlite3';
import { afterEach, describe, expect, it } from 'vitest';

const MAIN = join(import.meta.dirname, '..', 'server', 'dist', 'main.js');
const folders: string[] = [];
const children: ChildProcess[] = [];
afterEach(() => {
  for (const child of children.splice(0)) child.kill('SIGKILL');
  for (const folder of folders.splice(0)) rmSync(folder, { recursive: true, force: true });
});

/** Starts the built server; `text` collects what it prints. */
function launch(env: Record<string, string> = {}) {
  const folder = mkdtempSync(join(tmpdir(), 'nachweis-start-'));
  folders.push(folder);
  const child = spawn(process.execPath, [MAIN], {
    env: {
      PATH: process.env.PATH ?? '',
      NACHWEIS_DATA: folder,
      NACHWEIS_PORT: '0',
      NACHWEIS_LOG: 'silent',
      ...env,
    },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  children.push(child);
  const printed = { text: '' };
  for (const stream of [child.stdout, child.stderr])
    stream?.on('data', (data) => {
      printed.text += data;
    });
  const ended = new Promise<number | null>((resolve) => child.once('exit', resolve));
  const address = new Promise<string>((resolve) => {
    child.stdout?.on('data', () => {
      const found = /at (http:\/\/\S+)/.exec(printed.text)?.[1];
      if (found) resolve(found);
    });
  });
  return { child, folder, printed, ended, address };
}

describe('starting', () => {
  it('listens on 127.0.0.1 and prints the address', async () => {
    const { address } = launch();
    expect(await address).toMatch(/^http:\/\/127\.0\.0\.1:\d+$/);
    const health = await fetch(`${await address}/api/health`);
    expect(health.status).toBe(200);
    // Longer than the minute that proxies keep an idle connection: who asks has to be the one who closes it.
    expect(health.headers.get('keep-alive')).toBe('timeout=75');
  });
  it('stops at wrong settings with a message that names them', async () => {
    const { ended, printed } = launch({ NACHWEIS_PORT: '99999' });
    expect(await ended).toBe(1);
    expect(printed.text).toMatch(
      /^The settings cannot be used:\n {2}NACHWEIS_PORT \(port; 0 takes a free one\) is "99999"/,
    );
    expect(printed.text).not.toMatch(/\bat .*\.js/);
  });
  it('says what to do when the port is taken', async () => {
    const other = createServer().listen(0, '127.0.0.1');
    await new Promise((resolve) => other.once('listening', resolve));
    const { port } = other.address() as { port: number };
    const { ended, printed } = launch({ NACHWEIS_PORT: String(port) });
    expect(await ended).toBe(1);
    expect(printed.text).toContain('The port is taken. Stop the other program or set NACHWEIS_PORT');
    other.close();
  });
});

describe('stopping', () => {
  it('finishes the request that is under way on SIGTERM, then closes the database and ends with 0', async () => {
    const { child, address, ended, folder } = launch();
    const base = await address;
    // A request whose body is still on its way when the signal comes: the server has said that it waits for it.
    const body = '{"email":"a@b.example","password":"x"}';
    const headers = {
      Origin: base,
      'Content-Type': 'application/json',
      'Content-Length': body.length,
      Expect: '100-continue',
    };
    const sent = request(`${base}/api/session`, { method: 'POST', headers });
    const answer = once(sent, 'response') as Promise<[IncomingMessage]>;
    sent.flushHeaders();
    await once(sent, 'continue');
    child.kill('SIGTERM');
    const isClosed = () =>
      fetch(`${base}/api/health`).then(
        () => false,
        () => true,
      );
    while (!(await isClosed())) await new Promise((resolve) => setTimeout(resolve, 20));
    sent.end(body);
    expect((await answer)[0].statusCode).toBe(401);
    expect(await ended).toBe(0);
    const db = new SQLite(join(folder, 'nachweis.db'), { readonly: true });
    expect(db.pragma('integrity_check', { simple: true })).toBe('ok');
    db.close();
  });
});
