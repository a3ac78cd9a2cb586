// What both commands of the README need first: dependencies installed and everything built, each only when needed.
import { execFileSync, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = dirname(dirname(fileURLToPath(import.meta.url)));
export const bin = (name) => join(root, 'node_modules', '.bin', name);

const STAMPS = join(root, '.tmp');
const BUILT = ['core', 'contract', 'desk', 'server', 'demo', 'web'];
const NODE_NEEDED = [20, 19];

export function run(command, args, options = {}) {
  return spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options }).status === 0;
}

export function fail(sentence) {
  console.error(`\n${sentence}`);
  process.exit(1);
}

const has = (command) => spawnSync('sh', ['-c', `command -v ${command}`], { stdio: 'ignore' }).status === 0;

/** Installs Debian packages where that is possible. @returns whether they are there */
export function tryPackages(packages, what) {
  if (!has('apt-get') || process.getuid?.() !== 0) return false;
  console.log(`Installing ${what} …`);
  const quiet = {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  };
  const install = ['install', '-y', '--no-install-recommends', ...packages];
  return (
    run('apt-get', install, quiet) || (run('apt-get', ['update'], quiet) && run('apt-get', install, quiet))
  );
}

/** As `tryPackages`; says what to do where it is not possible. */
export function installPackages(packages, what) {
  if (!tryPackages(packages, what))
    fail(`${what} is missing. Install it (Debian: ${packages.join(' ')}) and try again.`);
}

function stampOf(paths) {
  const hash = createHash('sha256').update(process.version);
  for (const path of paths) {
    const { mtimeMs, size } = statSync(path);
    hash.update(`${path}\0${size}\0${Math.floor(mtimeMs)}\0`);
  }
  return hash.digest('hex');
}

/** Does a step unless its inputs are as they were when it was last done. */
function once(name, stamp, isThere, step) {
  const file = join(STAMPS, name);
  if (isThere() && existsSync(file) && readFileSync(file, 'utf8') === stamp) return;
  rmSync(file, { force: true });
  step();
  mkdirSync(STAMPS, { recursive: true });
  writeFileSync(file, stamp);
}

function filesBelow(folder) {
  return readdirSync(join(root, folder), { withFileTypes: true, recursive: true })
    .filter((entry) => entry.isFile())
    .map((entry) => join(entry.parentPath ?? entry.path, entry.name))
    .filter((path) => !/\.(test|testing)\.ts$/.test(path))
    .sort();
}

function checkNode() {
  const [major = 0, minor = 0] = process.versions.node.split('.').map(Number);
  const enough = major > NODE_NEEDED[0] || (major === NODE_NEEDED[0] && minor >= NODE_NEEDED[1]);
  if (!enough) fail(`Node.js ${NODE_NEEDED.join('.')} or newer is needed; this is ${process.versions.node}.`);
}

export function installDependencies() {
  checkNode();
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .update(process.version)
    .digest('hex');
  once(
    'installed',
    lock,
    () => existsSync(bin('tsc')),
    () => {
      // SQLite's binding is compiled where no prebuilt one can be fetched.
      if (!has('g++') || !has('make') || !has('python3'))
        installPackages(['build-essential', 'python3'], 'a C++ compiler');
      console.log('Installing packages (the first time takes some minutes) …');
      if (!run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']))
        fail('The packages could not be installed. See above; then try again.');
    },
  );
}

export function build() {
  const inputs = BUILT.flatMap((name) => [
    ...filesBelow(`${name}/src`),
    join(root, name, 'package.json'),
    join(root, name, 'tsconfig.json'),
  ]);
  const more = ['package-lock.json', 'tsconfig.base.json', 'web/vite.config.ts', 'web/index.html'].map((f) =>
    join(root, f),
  );
  once(
    'built',
    stampOf([...inputs, ...more]),
    () => existsSync(join(root, 'web/dist/index.html')),
    () => {
      console.log('Building …');
      const quiet = { stdio: ['ignore', 'ignore', 'inherit'] };
      if (!run(bin('tsc'), ['-b', ...BUILT.filter((name) => name !== 'web')]))
        fail('The build failed. See above.');
      if (!run(bin('vite'), ['build', '--logLevel', 'warn'], { ...quiet, cwd: join(root, 'web') }))
        fail('The interface could not be built. See above.');
    },
  );
}

export function chromiumVersion() {
  try {
    return execFileSync('/usr/bin/chromium', ['--version'], {
      encoding: 'utf8',
      stdio: ['ignore', 'pipe', 'ignore'],
    }).trim();
  } catch {
    return null;
  }
}
