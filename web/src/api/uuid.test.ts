import fc from 'fast-check';
import { expect, it } from 'vitest';
import { uuidOf } from './uuid.ts';

const bytesOf = (hex: string) => Uint8Array.from(hex.match(/../g) ?? [], (pair) => Number.parseInt(pair, 16));

it('writes the version and the variant over random bytes (RFC 9562, A.3; from memory)', () => {
  expect(uuidOf(bytesOf('919108f752d133205bacf847db4148a8'), 4)).toBe('919108f7-52d1-4320-9bac-f847db4148a8');
});
it('keeps every other bit, and the bytes it was given', () => {
  fc.assert(
    fc.property(
      fc.uint8Array({ minLength: 16, maxLength: 16 }),
      fc.constantFrom(4 as const, 8 as const),
      (bytes, version) => {
        const before = [...bytes];
        const written = bytesOf(uuidOf(bytes, version).replaceAll('-', ''));
        expect([...bytes]).toEqual(before);
        expect(written.map((byte, i) => (i === 6 ? byte & 0x0f : i === 8 ? byte & 0x3f : byte))).toEqual(
          Uint8Array.from(before, (byte, i) => (i === 6 ? byte & 0x0f : i === 8 ? byte & 0x3f : byte)),
        );
        expect((written[6] as number) >> 4).toBe(version);
        expect((written[8] as number) >> 6).toBe(2);
      },
    ),
  );
});
