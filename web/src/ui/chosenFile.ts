import { unreadFile } from '../words/unreadFile.ts';
import { toast } from './notices.ts';

/**
 * A chosen file as text or as bytes; null where it cannot be read, which is said: it was moved meanwhile, or another
 * program holds it.
 */
export const textOf = (file: File): Promise<string | null> => said(file, file.text());
export const bytesOf = async (file: File): Promise<Uint8Array | null> => {
  const buffer = await said(file, file.arrayBuffer());
  return buffer && new Uint8Array(buffer);
};

async function said<T>({ name }: File, reading: Promise<T>): Promise<T | null> {
  try {
    return await reading;
  } catch {
    toast.error(unreadFile(name));
    return null;
  }
}
