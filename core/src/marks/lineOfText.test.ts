import { createCanvas } from '@napi-rs/canvas';
import { describe, expect, it } from 'vitest';
import type { Raster } from '../raster/raster.ts';
import { lineOfText } from './lineOfText.ts';

/** Lines of words on a ground, each with its base line; as a strip whose top is the picture's. */
function strip(
  size: number,
  baselines: readonly number[],
  { ground = '#fffdf6', ink = '#1d2729' } = {},
): Raster {
  const canvas = createCanvas(320, 180).getContext('2d');
  canvas.fillStyle = ground;
  canvas.fillRect(0, 0, 320, 180);
  canvas.fillStyle = ink;
  canvas.font = `${size}px sans-serif`;
  for (const y of baselines) canvas.fillText('Höhe (m) by gauge, jq 12.5', 6, y);
  const { data } = canvas.getImageData(0, 0, 320, 180);
  return { width: 320, height: 180, data: new Uint8ClampedArray(data) };
}

describe('the line of text under the hand', () => {
  it.each([
    [9, 16],
    [14, 22],
    [20, 34],
  ])(
    'is as high as its letters at %i px, whichever line is meant, also where the hand is between words’ lines',
    (size, apart) => {
      const baselines = [40, 40 + apart, 40 + 2 * apart];
      const picture = strip(size, baselines);
      for (const base of baselines)
        for (const y of [base - size * 0.7, base - size * 0.3, base]) {
          const line = lineOfText(picture, y);
          expect(line).not.toBeNull();
          // From above its capitals to below its tails, and not into its neighbours.
          expect(line?.top).toBeLessThanOrEqual(base - size * 0.65);
          expect(line?.top).toBeGreaterThan(base - apart);
          expect(line?.bottom).toBeGreaterThanOrEqual(base);
          expect(line?.bottom).toBeLessThan(base + apart * 0.6);
        }
    },
  );
  it('is found on dark as on light', () => {
    expect(lineOfText(strip(14, [60], { ground: '#12181a', ink: '#e6e0d0' }), 56)).toMatchObject({
      top: expect.any(Number),
    });
  });
  it('is none where nothing is written, only a rule is, or a picture is', () => {
    expect(lineOfText(strip(14, []), 60)).toBeNull();
    expect(lineOfText(strip(14, [150]), 60)).toBeNull();
    const ruled = strip(14, []);
    ruled.data.fill(0, 60 * 320 * 4, 62 * 320 * 4);
    expect(lineOfText(ruled, 60)).toBeNull();
    const noise = strip(14, []);
    let seed = 7;
    for (let i = 0; i < noise.data.length; i++)
      if (i % 4 !== 3) {
        // Marsaglia's xorshift of 32 bits (2003).
        seed ^= seed << 13;
        seed ^= seed >>> 17;
        seed ^= seed << 5;
        noise.data[i] = seed & 255;
      }
    expect(lineOfText(noise, 60)).toBeNull();
  });
});
