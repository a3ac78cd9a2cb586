import { keepMoments, SettlingWatch } from '@nachweis/core';
import { ACROSS, type Desktop, makeDesktop } from './desktops.ts';

const LOOK_MS = 200;
const BYTES = 1_500_000;
const DESKTOPS = 36;

/** What was measured on these desktops with the watch before it compared squares. */
const FIRST = 'first: 57.4 %';

interface Moment {
  at: number;
  bytes: number;
  state: number;
  /** the scene that was shown when it was kept or seen again */
  scene: number;
}

/** How many of the scenes that rest are there to be taken when the last of them ends, whatever else moves. */
export function benchSettling(): void {
  let [wanted, kept, told] = [0, 0, 0];
  let took = 0;
  let looks = 0;
  for (let seed = 1; seed <= DESKTOPS; seed++) {
    const desktop = makeDesktop(seed);
    const start = performance.now();
    const moments = watchDesktop(desktop, () => told++);
    took += performance.now() - start;
    looks += (desktop.scenes.at(-1)?.to ?? 0) / LOOK_MS;
    const scenes = desktop.scenes.slice(-20);
    const hits = scenes.filter((_, i) =>
      moments.some((m) => m.scene === desktop.scenes.length - scenes.length + i),
    );
    wanted += scenes.length;
    kept += hits.length;
    if (hits.length < scenes.length) console.log(`    ${desktop.name}: ${hits.length} of ${scenes.length}`);
  }
  console.log(
    `look-back: ${kept} of ${wanted} of the last 20 scenes that rested for 1.2 s or more (${((100 * kept) / wanted).toFixed(1)} %) can be taken (98 % asked; ${FIRST}); told ${told} times; ${(took / looks).toFixed(2)} ms a look`,
  );
}

function watchDesktop(desktop: Desktop, tell: () => void): Moment[] {
  const watch = new SettlingWatch();
  let moments: Moment[] = [];
  const end = desktop.scenes.at(-1)?.to ?? 0;
  for (let at = 0; at < end; at += LOOK_MS) {
    const rest = watch.next({ across: ACROSS, values: desktop.at(at) }, at);
    if (!rest) continue;
    tell();
    const scene = desktop.scenes.findIndex((s) => at < s.to);
    moments = keepMoments(
      [...moments.filter((m) => m.state !== rest.state), { at, bytes: BYTES, state: rest.state, scene }],
      at,
    );
  }
  return moments;
}
