import { createCipheriv } from 'node:crypto';
import sharp from 'sharp';

const [WIDTH, HEIGHT] = [1920, 1080];
/** So much of it is noise, which no coder packs, that a picture has about 1.5 MB. */
const NOISE = 700;

/** A picture of a display of 1920 x 1080 with about 1.5 MB as PNG, another one for every seed. */
export function schoolPicture(seed: number): Promise<Buffer> {
  const data = Buffer.alloc(WIDTH * HEIGHT * 3, 0xf0);
  const key = Buffer.alloc(16);
  key.writeUInt32BE(seed);
  // A key stream is noise that is the same in every run.
  const noise = createCipheriv('aes-128-ctr', key, Buffer.alloc(16)).update(Buffer.alloc(NOISE * NOISE * 3));
  for (let row = 0; row < NOISE; row++)
    noise.copy(data, ((100 + row) * WIDTH + 300) * 3, row * NOISE * 3, (row + 1) * NOISE * 3);
  return sharp(data, { raw: { width: WIDTH, height: HEIGHT, channels: 3 } })
    .png({ compressionLevel: 1 })
    .toBuffer();
}

/** So many, from a seed on, several at a time. */
export async function schoolPictures(seed: number, howMany: number): Promise<Buffer[]> {
  const pictures: Buffer[] = [];
  for (let start = 0; start < howMany; start += 8) {
    const some = Array.from({ length: Math.min(8, howMany - start) }, (_, i) =>
      schoolPicture(seed + start + i),
    );
    pictures.push(...(await Promise.all(some)));
  }
  return pictures;
}
