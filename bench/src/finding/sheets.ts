import { findSheet, type Point, type Quad } from '@nachweis/core';
import { makePhotograph } from './photographs.ts';
import { makeScene } from './scenes.ts';

const PHOTOGRAPHS = 48;
const DESKTOPS = 40;
/** Corners count as found within this share of the picture's diagonal. */
const NEAR = 0.01;

/** Pictures that nothing was tuned on. */
const UNSEEN = 5001;
/** What was measured on them before the rims of screens were followed. */
const FIRST_UNSEEN = 'before rims were looked at: laptop 6, paper 11, form 12, monitor 5; invented 1';
/** What was measured on those that were looked at before anything was changed for them. */
const FIRST = 'first: laptop 1, paper 9, form 6, monitor 0; invented 0';

/** Whether the corners of screens and sheets are found in photographs, and none in pictures of a screen. */
export async function benchSheets(): Promise<void> {
  await measure('looked at', Number(process.env.SEED ?? 1), FIRST);
  await measure('unseen', UNSEEN, FIRST_UNSEEN);
}

async function measure(set: string, start: number, first: string): Promise<void> {
  const found = new Map<string, [number, number]>();
  const times: number[] = [];
  for (let seed = start; seed < start + PHOTOGRAPHS; seed++) {
    const { name, raster, corners } = await makePhotograph(seed);
    const began = performance.now();
    const quad = findSheet(raster);
    times.push(performance.now() - began);
    const [kind = ''] = name.split(' ');
    const [hits, all] = found.get(kind) ?? [0, 0];
    const off = quad ? farthest(quad, corners) / Math.hypot(raster.width, raster.height) : null;
    const isHit = off !== null && off <= NEAR;
    if (!isHit) console.log(`    ${name}: ${off === null ? 'none' : `${(100 * off).toFixed(1)} % off`}`);
    found.set(kind, [hits + Number(isHit), all + 1]);
  }
  let invented = 0;
  for (let seed = start; seed < start + DESKTOPS; seed++) {
    const scene = makeScene(seed % 2 === 0 ? 'single' : 'composed', seed + 9000);
    if (findSheet(scene.raster)) {
      invented++;
      console.log(`    invented: ${scene.name}`);
    }
  }
  times.sort((a, b) => a - b);
  const kinds = [...found].map(([kind, [hits, all]]) => `${kind} ${hits} of ${all}`).join(', ');
  console.log(
    `sheets in photographs ${set}, corners within 1 % of the diagonal: ${kinds}; invented in ${invented} of ${DESKTOPS} desktops; median ${Math.round(times[times.length >> 1] ?? 0)} ms (${first})`,
  );
}

function farthest(quad: Quad, corners: readonly Point[]): number {
  return Math.max(
    ...quad.map(({ x, y }, i) => Math.hypot(x - (corners[i]?.x ?? 0), y - (corners[i]?.y ?? 0))),
  );
}
