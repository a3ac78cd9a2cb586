import { seededRandom } from '@nachweis/desk';

/** What never stops moving on a screen. */
export const RESTLESS = ['nothing', 'film', 'spinner', 'caret', 'clock', 'typing'] as const;
export type Restless = (typeof RESTLESS)[number];

/** A grid of every fourth pixel of a display of 1920 x 1080. */
export const ACROSS = 480;
export const DOWN = 270;

export interface Desktop {
  name: string;
  /** scenes that rest for a second or more, one after the other: when each begins and ends, in milliseconds */
  scenes: Array<{ from: number; to: number }>;
  /** the samples at a time, always a new array */
  at(ms: number): Uint8Array;
}

const LENGTH_MS = 50_000;

/** A desktop of which the seed decides what moves on it, where, and how long each scene stands. */
export function makeDesktop(seed: number): Desktop {
  const random = seededRandom(seed * 104_729);
  const between = (low: number, high: number) => low + Math.floor(random() * (high - low + 1));
  const restless = RESTLESS[seed % RESTLESS.length] ?? 'nothing';
  const scenes: Array<{ from: number; to: number; box: [number, number, number, number]; level: number }> =
    [];
  for (let from = 0; from < LENGTH_MS; ) {
    const to = from + between(1200, 3500);
    const [width, height] =
      random() < 0.3 ? [between(150, 300), between(90, 150)] : [between(30, 60), between(16, 40)];
    const box: [number, number, number, number] = [
      between(0, 470 - width),
      between(0, 190 - height),
      width,
      height,
    ];
    scenes.push({ from, to, box, level: between(20, 120) });
    from = to;
  }
  const [left, phase] = [between(20, 300), between(0, 400)];
  return {
    name: `${restless} ${seed}`,
    scenes,
    at(ms) {
      const values = new Uint8Array(ACROSS * DOWN).fill(210);
      const fill = (x: number, y: number, width: number, height: number, level: number) => {
        for (let row = y; row < Math.min(DOWN, y + height); row++)
          values.fill(level, row * ACROSS + x, row * ACROSS + Math.min(ACROSS, x + width));
      };
      for (let row = 8; row < 180; row += 6) fill(20, row, 200 + ((row * 37) % 180), 2, 60);
      const scene = scenes.find((s) => ms < s.to);
      if (scene) fill(...scene.box, scene.level);
      const clock = ms + phase;
      if (restless === 'film')
        for (let row = 0; row < 60; row++)
          for (let column = 0; column < 110; column += 10)
            fill(
              360 + column,
              205 + row,
              10,
              1,
              ((Math.floor(clock / 66) * 13 + row * 7 + column * 3) % 200) + 30,
            );
      if (restless === 'spinner')
        fill(
          left + Math.floor(6 * Math.cos(clock / 160)) + 8,
          220 + Math.floor(6 * Math.sin(clock / 160)),
          4,
          4,
          30,
        );
      if (restless === 'caret' && clock % 1060 < 530) fill(left, 230, 3, 5, 10);
      if (restless === 'clock')
        for (let digit = 0; digit < 6; digit++)
          fill(
            left + digit * 12,
            210,
            9,
            24,
            30 + ((Math.floor(clock / 1000 / 10 ** Math.max(0, 5 - digit) + digit) * 3) % 10) * 16,
          );
      // Words of some letters with pauses between them.
      if (restless === 'typing') {
        const letters = Math.floor(clock / 2000) * 7 + Math.min(7, Math.floor((clock % 2000) / 180));
        for (let letter = 0; letter < letters % 120; letter++)
          fill(20 + letter * 3, 210 + Math.floor(letters / 120) * 6, 2, 4, 40);
      }
      return values;
    },
  };
}
