import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SettlingWatch } from './settling.ts';
import type { Samples } from './squares.ts';

const ACROSS = 200;
const DOWN = 200;

const frame = (scene: number): Samples => {
  const values = new Uint8Array(ACROSS * DOWN).fill(90);
  // A scene shows a block the size of a small menu.
  paint(values, (scene * 37) % 150, (scene * 53) % 170, 25, 16, 200);
  return { across: ACROSS, values };
};

function paint(values: Uint8Array, x: number, y: number, width: number, height: number, level: number): void {
  for (let row = y; row < y + height; row++) values.fill(level, row * ACROSS + x, row * ACROSS + x + width);
}

/** Shows scenes one after the other, each for a time, looked at every 200 ms. */
function watched(scenes: Array<{ scene: number; ms: number }>): number[] {
  const watch = new SettlingWatch();
  const told: number[] = [];
  let from = 0;
  const end = scenes.reduce((sum, s) => sum + s.ms, 0);
  let index = 0;
  for (let at = 0; at < end; at += 200) {
    while (at >= from + (scenes[index]?.ms ?? 0)) from += scenes[index++]?.ms ?? 0;
    if (watch.next(frame(scenes[index]!.scene), at)) told.push(scenes[index]!.scene);
  }
  return told;
}

describe('SettlingWatch', () => {
  it('misses no scene that rests for a second or more, however long the others last', () => {
    const scenes = fc.array(fc.record({ scene: fc.nat(40), ms: fc.integer({ min: 50, max: 3000 }) }), {
      maxLength: 30,
    });
    fc.assert(
      fc.property(scenes, (given) => {
        // Scenes in a row that are the same are one.
        const list = given.filter((s, i) => i === 0 || s.scene !== given[i - 1]!.scene);
        const told = watched(list);
        const asked = list.filter((s) => s.ms >= 1000).map((s) => s.scene);
        let at = 0;
        for (const scene of asked) {
          const found = told.indexOf(scene, at);
          // A scene told of last may come again without being told of again.
          if (found < 0) expect(told.slice(0, at)).toContain(scene);
          else at = found;
        }
      }),
    );
  });
  it('tells nothing while the picture goes on changing, and of one that rests once only', () => {
    expect(watched(Array.from({ length: 20 }, (_, scene) => ({ scene, ms: 200 })))).toEqual([]);
    expect(watched([{ scene: 3, ms: 10_000 }])).toEqual([3]);
  });
  it('is not woken by a caret that blinks', () => {
    const watch = new SettlingWatch();
    let told = 0;
    for (let at = 0; at < 5000; at += 200) {
      const { values } = frame(1);
      if (at % 1000 < 500) paint(values, 20, 190, 2, 5, 0);
      if (watch.next({ across: ACROSS, values }, at)) told++;
    }
    expect(told).toBe(1);
  });
  it('tells of what rests while a film plays in a corner, and is not woken by the film', () => {
    const watch = new SettlingWatch();
    const told: number[] = [];
    for (let at = 0; at < 20_000; at += 200) {
      const scene = Math.floor(at / 4000);
      const { values } = frame(scene);
      for (let i = 0; i < 40; i++) paint(values, 160, 150 + i, 40, 1, (at * 7 + i * 31) % 256);
      if (watch.next({ across: ACROSS, values }, at)?.kind === 'new') told.push(scene);
    }
    expect(told).toEqual([0, 1, 2, 3, 4]);
  });
  it('does not keep every second of a large clock', () => {
    const watch = new SettlingWatch();
    let told = 0;
    for (let at = 0; at < 30_000; at += 200) {
      const { values } = frame(1);
      for (let digit = 0; digit < 6; digit++)
        paint(values, 20 + digit * 8, 100, 6, 10, 40 + ((Math.floor(at / 1000) * (digit + 3)) % 9) * 20);
      if (watch.next({ across: ACROSS, values }, at)) told++;
    }
    // Until it is known for a clock, its first seconds are pictures as any other.
    expect(told).toBeLessThanOrEqual(6);
  });
  it('takes what is typed with pauses for one state that goes on', () => {
    const watch = new SettlingWatch();
    const kinds: string[] = [];
    for (let at = 0; at < 12_000; at += 200) {
      const { values } = frame(1);
      // A word of five letters every 800 ms.
      paint(values, 10, 186, Math.min(150, Math.floor(at / 800) * 10), 4, 30);
      const rest = watch.next({ across: ACROSS, values }, at);
      if (rest) kinds.push(rest.kind);
    }
    expect(kinds.filter((kind) => kind === 'new').length).toBeLessThanOrEqual(3);
    expect(kinds.filter((kind) => kind === 'further').length).toBeGreaterThan(5);
  });
  it('knows a state that comes back', () => {
    const watch = new SettlingWatch();
    const rests = [];
    for (let at = 0; at < 6000; at += 200) rests.push(watch.next(frame(Math.floor(at / 2000) % 2), at));
    const told = rests.filter((rest) => rest !== null);
    expect(told.map((rest) => rest.kind)).toEqual(['new', 'new', 'again']);
    expect(told[2]?.state).toBe(told[0]?.state);
  });
  it('comes to rest without frames too, as a screen on which nothing moves gives none', () => {
    const watch = new SettlingWatch();
    expect(watch.next(frame(5), 0)).toBe(null);
    expect(watch.again(200)).toBe(null);
    expect(watch.again(400)).toMatchObject({ kind: 'new' });
    expect(watch.again(600)).toBe(null);
  });
  it('takes another size as another picture', () => {
    const watch = new SettlingWatch();
    const small = { across: 100, values: new Uint8Array(100 * 60) };
    watch.next(small, 0);
    expect(watch.next(small, 400)).toMatchObject({ kind: 'new' });
    const large = { across: 120, values: new Uint8Array(120 * 60) };
    expect(watch.next(large, 600)).toBe(null);
    expect(watch.next(large, 1000)).toMatchObject({ kind: 'new' });
  });
});
