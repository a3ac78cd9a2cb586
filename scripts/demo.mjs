// `npm run demo`: installs what is missing, builds, fills demo data once, serves, prints the address.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { build, installDependencies, root } from './prepare.mjs';

installDependencies();
build();

const env = {
  NACHWEIS_DATA: join(root, 'data', 'demo'),
  NACHWEIS_WEB: join(root, 'web', 'dist'),
  NACHWEIS_LOG: 'warn',
  ...process.env,
  NACHWEIS_DEMO: '1',
};
const fresh = process.argv.includes('--fresh');
if (fresh || !existsSync(env.NACHWEIS_DATA)) {
  console.log('Filling the demo data (about half a minute) …');
  const filled = spawnSync(
    process.execPath,
    [join(root, 'demo/dist/fillMain.js'), ...(fresh ? ['--fresh'] : [])],
    { stdio: 'inherit', env },
  );
  if (filled.status !== 0) process.exit(filled.status ?? 1);
} else console.log('Using the demo data that is there (start over: npm run demo -- --fresh).');

// A mail server of the demo's own, unless another one is set; without it the demo runs all the same.
const mail = process.env.NACHWEIS_SMTP
  ? null
  : spawn(process.execPath, [join(root, 'demo/dist/mail/mailMain.js')], { stdio: 'inherit' });
if (mail) env.NACHWEIS_SMTP = 'smtp://127.0.0.1:4625';
const server = spawn(process.execPath, [join(root, 'server/dist/main.js')], { stdio: 'inherit', env });
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => {
  mail?.kill();
  process.exit(code ?? 0);
});
