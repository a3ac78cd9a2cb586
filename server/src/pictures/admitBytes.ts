import { type Admitted, admitPicture, type Refused } from '@nachweis/core';
import { decode } from './decode.ts';

/** The full check of a picture that comes in: the core's reading of its structure, then one real decoding. */
export async function admitBytes(bytes: Uint8Array, fileName: string): Promise<Admitted | Refused> {
  const admitted = admitPicture(bytes, fileName);
  if (!admitted.ok) return admitted;
  try {
    const { info } = await decode(bytes).raw().toBuffer({ resolveWithObject: true });
    return { ...admitted, width: info.width, height: info.height };
  } catch {
    const sentence = `“${fileName || 'The picture'}” is damaged: its pixels cannot be read. Save it again from the program it came from and add the new file.`;
    return { ok: false, code: 'bad-structure', sentence };
  }
}
