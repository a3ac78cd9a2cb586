import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { keepMoments } from './lookBack.ts';
import { changedShare, SettlingWatch } from './settling.ts';

const frame = (scene: number, size = 40_000) => {
  const samples = new Uint8Array(size).fill(90);
  // A scene changes a block the size of a small menu.
  for (let i = 0; i < 400; i++) samples[(scene * 977 + i) % size] = 200;
  return samples;
};

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
      const samples = frame(1);
      if (at % 1000 < 500) samples.fill(0, 30_000, 30_004);
      if (watch.next(samples, at)) told++;
    }
    expect(told).toBe(1);
  });
  it('comes to rest without frames too, as a screen on which nothing moves gives none', () => {
    const watch = new SettlingWatch();
    expect(watch.next(frame(5), 0)).toBe(false);
    expect(watch.again(200)).toBe(false);
    expect(watch.again(400)).toBe(true);
    expect(watch.again(600)).toBe(false);
  });
  it('takes another size as another picture', () => {
    expect(changedShare(new Uint8Array(4), new Uint8Array(5))).toBe(1);
  });
});

describe('keepMoments', () => {
  const moment = fc.record({
    at: fc.integer({ min: 0, max: 200_000 }),
    bytes: fc.integer({ min: 1, max: 60_000_000 }),
  });
  it('keeps the newest under all three limits, oldest first', () => {
    fc.assert(
      fc.property(fc.array(moment, { minLength: 1, maxLength: 60 }), (moments) => {
        const now = Math.max(...moments.map((m) => m.at));
        const kept = keepMoments(moments, now);
        expect(kept.length).toBeGreaterThan(0);
        expect(kept.length).toBeLessThanOrEqual(24);
        expect(kept.at(-1)?.at).toBe(now);
        expect(kept.map((m) => m.at)).toEqual(kept.map((m) => m.at).sort((a, b) => a - b));
        if (kept.length > 1) {
          expect(kept.reduce((sum, m) => sum + m.bytes, 0)).toBeLessThanOrEqual(200 * 1024 * 1024);
          expect(now - kept[0]!.at).toBeLessThanOrEqual(60_000);
        }
      }),
    );
  });
});
