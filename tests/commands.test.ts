import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { startServer } from '../server/src/server.ts';
import { readSettings } from '../server/src/settings.ts';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'nachweis-commands-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

/** Runs a built command as `npm run` does. */
function run(command: string, dataFolder: string, ...words: string[]) {
  const main = join(import.meta.dirname, '..', 'server', 'dist', `${command}.js`);
  const env = { PATH: process.env.PATH ?? '', NACHWEIS_DATA: dataFolder };
  return spawnSync(process.execPath, [main, ...words], { env, encoding: 'utf8' });
}

const launch = () =>
  startServer(
    readSettings({ NACHWEIS_DATA: folder, NACHWEIS_PORT: '0', NACHWEIS_LOG: 'silent' }),
    pino({ level: 'silent' }),
  );
const keyIds = async (address: string) => {
  const { keys } = (await (await fetch(`${address}/api/keys`)).json()) as { keys: { kid: string }[] };
  return keys.map((key) => key.kid);
};

describe.each([
  ['newKeyMain', []],
  ['adminMain', ['somebody@school.example']],
])('%s', (command, words) => {
  it('refuses a folder without data, and makes nothing there', () => {
    const wrong = join(folder, 'mistyped');
    const { status, stderr } = run(command, wrong, ...words);
    expect(status).toBe(1);
    expect(stderr).toContain(`There is no data of a server in ${wrong}`);
    expect(stderr).not.toMatch(/\bat .*\.js/);
    expect(existsSync(wrong)).toBe(false);
  });
});

describe('npm run new-key', () => {
  it('makes the key that signs from the next start on, beside a running server; the one before stays published', async () => {
    const first = await launch();
    const [before] = await keyIds(first.address);
    const { status, stdout } = run('newKeyMain', folder);
    expect(status).toBe(0);
    await first.stop();
    const second = await launch();
    const [now, ...earlier] = await keyIds(second.address);
    await second.stop();
    expect(stdout).toContain(now);
    expect(earlier).toEqual([before]);
  });
});

describe('npm run admin', () => {
  it('says whom it does not know', async () => {
    await (await launch()).stop();
    const { status, stderr } = run('adminMain', folder, 'nobody@school.example');
    expect(status).toBe(1);
    expect(stderr).toBe('Nobody here has the e-mail nobody@school.example. Nothing was changed.\n');
  });
});
