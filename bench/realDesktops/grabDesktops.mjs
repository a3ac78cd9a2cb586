// Grabs real desktops: a window manager and ordinary programs on a virtual X display, each with the boxes of all its
// windows as the X server and the window manager report them. Run by hand, only to make new pictures:
//   node bench/realDesktops/grabDesktops.mjs <folder> [scene …]
// Needs Debian's xvfb, the window managers and programs named in scenes.mjs, xdotool, x11-utils, hsetroot and imagemagick.
import { execFileSync, spawn } from 'node:child_process';
import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import sharp from 'sharp';
import { prepareFiles, SCENES, WALLPAPERS } from './scenes.mjs';

const DISPLAY = ':77';
const LEAST_SIDE = 20;
const [folder, ...wanted] = process.argv.slice(2);
if (!folder) throw new Error('Say where to put the pictures.');
const out = resolve(folder);
mkdirSync(out, { recursive: true });
const work = mkdtempSync(join(tmpdir(), 'desktops-'));
prepareFiles(work);

const env = { ...process.env, DISPLAY, HOME: work, LC_ALL: 'C.UTF-8', GDK_BACKEND: 'x11', NO_AT_BRIDGE: '1' };
const run = (command, ...args) => execFileSync(command, args, { env, cwd: work, encoding: 'utf8' });
const sleep = (seconds) => new Promise((done) => setTimeout(done, seconds * 1000));

for (const scene of SCENES) {
  if (wanted.length > 0 && !wanted.includes(scene.name)) continue;
  const children = [];
  const start = (command, ...args) => {
    const child = spawn(command, args, { env, cwd: work, stdio: 'ignore', detached: true });
    child.on('error', (error) => console.error(`${scene.name}: ${command}: ${error.message}`));
    children.push(child);
  };
  const [width, height] = scene.size;
  start('Xvfb', DISPLAY, '-screen', '0', `${width}x${height}x24`, '-nolisten', 'tcp');
  await sleep(1);
  WALLPAPERS[scene.wallpaper](run, scene.size);
  start(...scene.manager);
  await sleep(1);
  for (const { command, at, moves = [] } of scene.programs) {
    const before = new Set(clients());
    start(...command);
    const id = await newClient(before);
    if (!id) {
      console.error(`${scene.name}: ${command[0]} opened no window`);
      continue;
    }
    await sleep(scene.patience ?? 1.2);
    if (at) {
      const [x, y, w, h] = at;
      if (w) run('xdotool', 'windowsize', id, String(w), String(h));
      run('xdotool', 'windowmove', id, String(x), String(y));
      await sleep(0.4);
    }
    for (const move of moves) {
      run('xdotool', ...move);
      await sleep(0.5);
    }
  }
  for (const move of scene.moves ?? []) {
    run('xdotool', ...move);
    await sleep(0.6);
  }
  await sleep(0.8);
  const windows = reportedWindows(width, height);
  const raw = execFileSync('import', ['-window', 'root', 'png:-'], { env, maxBuffer: 1 << 28 });
  const png = await sharp(raw).removeAlpha().png({ compressionLevel: 9, effort: 10 }).toBuffer();
  writeFileSync(join(out, `${scene.name}.png`), png);
  writeFileSync(join(out, `${scene.name}.json`), `${JSON.stringify({ width, height, windows })}\n`);
  console.log(`${scene.name}: ${windows.length} windows, ${Math.round(png.length / 1024)} kB`);
  for (const child of children.reverse()) {
    try {
      process.kill(-child.pid, 'SIGKILL');
    } catch {}
  }
  await sleep(0.7);
}
process.exit(0);

function clients() {
  try {
    const text = run('xprop', '-root', '_NET_CLIENT_LIST');
    return [...text.matchAll(/0x[0-9a-f]+/g)].map((m) => m[0]);
  } catch {
    return [];
  }
}

async function newClient(before) {
  for (let i = 0; i < 60; i++) {
    const id = clients().find((one) => !before.has(one));
    if (id) return id;
    await sleep(0.25);
  }
  return null;
}

/**
 * What is drawn of a window of the root: some window managers make frames larger than that, to be taken hold of beside
 * the window, and say by _NET_FRAME_EXTENTS how much of it is drawn; programs that draw their own shadow say so by
 * _GTK_FRAME_EXTENTS.
 */
function drawnPart(frame, frameId) {
  const tree = run('xwininfo', '-tree', '-id', frameId);
  const client = clients().find((id) => tree.includes(`${id} `)) ?? frameId;
  const shadow = extentsOf(client, '_GTK');
  const drawn = extentsOf(client, '_NET');
  if (!shadow && !drawn) return frame;
  const outside = boxOf(client);
  const [left, right, top, bottom] = shadow ? shadow.map((n) => -n) : drawn;
  const box = {
    x: outside.x - left,
    y: outside.y - top,
    width: outside.width + left + right,
    height: outside.height + top + bottom,
  };
  const inside =
    box.x >= frame.x &&
    box.y >= frame.y &&
    box.x + box.width <= frame.x + frame.width &&
    box.y + box.height <= frame.y + frame.height;
  return inside ? box : frame;
}

/** What a property says of the four sides, left, right, top, bottom; null where it is not set or all zero. */
function extentsOf(id, kind) {
  const said = run('xprop', '-id', id, `${kind}_FRAME_EXTENTS`);
  const sides = /= (\d+), (\d+), (\d+), (\d+)/.exec(said)?.slice(1).map(Number);
  return sides?.some((n) => n > 0) ? sides : null;
}

/** The place of a window with its border: xwininfo gives the corner outside the border, and the size inside it. */
function boxOf(id, info = run('xwininfo', '-id', id)) {
  const number = (name) => Number(new RegExp(`${name}:\\s+(-?\\d+)`).exec(info)?.[1]);
  const borders = 2 * number('Border width');
  return {
    x: number('Absolute upper-left X'),
    y: number('Absolute upper-left Y'),
    width: number('Width') + borders,
    height: number('Height') + borders,
  };
}

/** Children of the root that are seen, front first: frames of the window manager, panels, menus. */
function reportedWindows(width, height) {
  const tree = run('xwininfo', '-root', '-children');
  const ids = [...tree.matchAll(/^\s+(0x[0-9a-f]+)/gm)].map((m) => m[1]);
  const all = [];
  for (const id of ids) {
    let info;
    try {
      info = run('xwininfo', '-id', id);
    } catch {
      continue;
    }
    if (!/IsViewable/.test(info) || /Class: InputOnly/.test(info)) continue;
    const box = drawnPart(boxOf(id, info), id);
    const x2 = Math.min(box.x + box.width, width);
    const y2 = Math.min(box.y + box.height, height);
    box.x = Math.max(box.x, 0);
    box.y = Math.max(box.y, 0);
    box.width = x2 - box.x;
    box.height = y2 - box.y;
    if (box.width < LEAST_SIDE || box.height < LEAST_SIDE) continue;
    if (box.width >= width && box.height >= height) continue;
    all.push(box);
  }
  return all;
}
