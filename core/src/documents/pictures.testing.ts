import sharp from 'sharp';
import { fetchDecoder } from './decoders.testing.ts';
import { readDocument } from './readDocument.ts';

const raw = Buffer.from(
  Array.from({ length: 40 * 30 * 4 }, (_, i) => (i % 4 === 3 ? 128 + (i % 100) : (i * 7) & 255)),
);
const image = sharp(raw, { raw: { width: 40, height: 30, channels: 4 } });

/** One picture of 40 x 30 for documents to hold: with transparency, and without. */
export const png: Uint8Array = await image.clone().png().toBuffer();
export const jpeg: Uint8Array = await image.clone().flatten().jpeg().toBuffer();

/** Reads a document that has pictures. @throws Error with the code of a refusal */
export const pictures = async (bytes: Uint8Array, name = 'report') => {
  const result = await readDocument(bytes, name, fetchDecoder);
  if (!result.ok) throw new Error(result.refusal.code);
  return result;
};

export const sameBytes = (a: Uint8Array, b: Uint8Array): boolean =>
  Buffer.compare(Buffer.from(a), Buffer.from(b)) === 0;
