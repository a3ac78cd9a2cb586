import type { ProofPoint } from '@nachweis/contract';

/** What the server has still to find out of a picture, where its proof point asks for it. */
export type Awaited = 'size' | 'words';

/** @param picture `fileBytes` null: its file is not made; `read` null: nothing was read in it yet */
export function awaitedOf(
  { requirements }: Pick<ProofPoint, 'requirements'>,
  picture: { damaged?: boolean; fileBytes: number | null; read: string | null },
): Awaited | null {
  if (picture.damaged) return null;
  if (requirements.mostBytes !== null && picture.fileBytes === null) return 'size';
  return requirements.words.length > 0 && picture.read === null ? 'words' : null;
}
