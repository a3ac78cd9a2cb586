import { crc32 } from 'node:zlib';
import { admitPicture, MAX_INSET_PIXELS, type Mark } from '@nachweis/core';
import { HttpProblem } from '../http/problem.ts';

/**
 * Looks at the pictures that lie in a picture before anything decodes them, as at every picture that comes in.
 * @throws HttpProblem `picture-refused`, `too-many-pixels`
 */
export function requireSoundInsets(marks: readonly Mark[]): void {
  for (const mark of marks) {
    if (mark.kind !== 'inset') continue;
    const bytes = Buffer.from(mark.pixels.slice(mark.pixels.indexOf(',') + 1), 'base64');
    const seen = admitPicture(bytes, '', (all, start, end) => crc32(all.subarray(start, end)));
    if (!seen.ok) throw new HttpProblem('picture-refused', { refusal: seen.refusal });
    const { width, height } = seen;
    if (width * height > MAX_INSET_PIXELS) throw new HttpProblem('too-many-pixels', { width, height });
  }
}
