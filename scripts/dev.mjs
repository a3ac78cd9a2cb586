// `npm run dev`: the server from source, started again on every change, and Vite with hot reload before it.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { bin, installDependencies, root } from './prepare.mjs';

installDependencies();
const env = {
  NACHWEIS_DATA: join(root, 'data', 'dev'),
  NACHWEIS_LOG: 'info',
  NACHWEIS_ORIGIN: 'http://localhost:4601',
  ...process.env,
  NACHWEIS_DEMO: '1',
};
const fromSource = ['--conditions=@nachweis/source', '--import', 'tsx'];
if (!existsSync(env.NACHWEIS_DATA)) {
  console.log('Filling demo data …');
  if (
    spawnSync(process.execPath, [...fromSource, 'demo/src/fillMain.ts'], { cwd: root, stdio: 'inherit', env })
      .status !== 0
  )
    process.exit(1);
}
const children = [
  spawn(process.execPath, [...fromSource, '--watch', '--watch-preserve-output', 'server/src/main.ts'], {
    cwd: root,
    stdio: 'inherit',
    env,
  }),
  spawn(bin('vite'), ['--host', 'localhost'], { cwd: join(root, 'web'), stdio: 'inherit', env }),
];
const stop = () => {
  for (const child of children) child.kill('SIGTERM');
};
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, stop);
for (const child of children) child.on('exit', stop);
