import { RECEIPT_TYPE, SignedReceipt } from '@nachweis/contract';
import { type PublicKey, type Verified, verifyJws } from './verifyJws.ts';

/** A receipt as it was read. `none`: it is no receipt of Nachweis at all. */
export type ReadReceipt = { by: 'none' } | { by: Verified['by']; receipt: SignedReceipt };

export async function checkReceipt(text: string, keys: readonly PublicKey[]): Promise<ReadReceipt> {
  const verified = await verifyJws(text, keys);
  if (!verified || verified.type !== RECEIPT_TYPE) return { by: 'none' };
  const receipt = SignedReceipt.safeParse(verified.payload);
  return receipt.success ? { by: verified.by, receipt: receipt.data } : { by: 'none' };
}

export interface GivenFile {
  name: string;
  sha256: string;
}

/**
 * What a file that was given is: `same` as handed in, whatever it is called; `changed`: called like one of them, with
 * other bytes; `other`: none of them.
 */
export function standingOf(file: GivenFile, { files }: SignedReceipt): 'same' | 'changed' | 'other' {
  if (files.some(({ sha256 }) => sha256 === file.sha256)) return 'same';
  return files.some(({ name }) => name === file.name) ? 'changed' : 'other';
}
