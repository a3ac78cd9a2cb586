import type { Done } from '@nachweis/contract';

/** What was done to a picture before it was kept. */
export function doneSentence(done: Done): string {
  if (typeof done === 'string') return done;
  const { percent, from, bits, width, height, corners, count } = done.data;
  switch (done.code) {
    case 'straightened':
      return `Straightened from ${width} × ${height} by its corners ${corners}.`;
    case 'scaled':
      return `Scaled to ${percent} %.`;
    case 'converted':
      return bits
        ? `Converted from ${from} to PNG, ${bits} bits a channel to 8.`
        : `Converted from ${from} to PNG${from === 'BMP' ? ', pixel for pixel' : ''}.`;
    case 'rebuilt':
      return 'Rebuilt as PNG from the pixels in the document, without loss.';
    case 'composed':
      return `Composed of ${count} ${count === 1 ? 'picture' : 'pictures'} that came by ${from}.`;
    case 'packed':
      return 'Kept as WebP without loss; as PNG it has more than 25 MB.';
  }
}
