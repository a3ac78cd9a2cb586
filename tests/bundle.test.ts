import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { bundleOf, MOST_BYTES } from '../bench/src/bundle.ts';

const built = join(import.meta.dirname, '../web/dist');

// `npm test` builds before it tests; where nothing is built there is nothing to weigh.
describe.skipIf(!existsSync(join(built, '.vite/manifest.json')))('what is loaded first', () => {
  it('has no more bytes than are asked for, signing in and on the proof sheet', () => {
    const { signIn, first } = bundleOf(built);
    expect(signIn.bytes).toBeLessThanOrEqual(MOST_BYTES.signIn);
    expect(first.bytes).toBeLessThanOrEqual(MOST_BYTES.first);
    expect(first.files).toBeLessThan(15);
  });
});
