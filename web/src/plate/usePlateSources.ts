import type { ProofPoint } from '@nachweis/contract';
import { useApi } from '../api/useApi.ts';
import { captureName } from '../pictures/captureName.ts';
import { preparePicture } from '../pictures/preparePicture.ts';
import { SOURCE_WORDS } from '../pictures/sourceWords.ts';
import type { SheetPicture } from '../sheet/sheetPictures.ts';

/** A picture that can be put on a plate. */
export interface PlateSource {
  key: string;
  /** by which it is told from the others */
  name: string;
  /** what its caption begins as */
  caption: string;
  /** a small one, for choosing */
  smallUrl: string;
  /** how it came here, in words */
  came: string;
  /** the picture as others get it: framed, with marks, without what is hidden */
  load: () => Promise<ImageBitmap>;
}

/** Newest captures that are offered. */
const MOST = 60;

/** What is in the mounts, as it is handed in, and the own captures, whole. */
export function usePlateSources(
  points: readonly ProofPoint[],
  pictures: readonly SheetPicture[],
): { sources: PlateSource[]; areCapturesMissing: boolean } {
  const { data, error } = useApi('listCaptures', { query: { limit: MOST } }, { revalidateOnFocus: false });
  const inSheet = pictures.map((picture): PlateSource => {
    const point = points.find(({ id }) => id === picture.proofPointId);
    return {
      key: picture.evidenceId,
      name: `${point?.code ?? ''} ${point?.title ?? ''}`.trim(),
      caption: point?.title ?? '',
      smallUrl: picture.url,
      came: SOURCE_WORDS[picture.origin.source],
      load: async () => createImageBitmap(await preparePicture(picture)),
    };
  });
  const used = new Set(pictures.map(({ captureId }) => captureId));
  const others = (data?.items ?? [])
    .filter(({ id }) => !used.has(id))
    .map(
      (item): PlateSource => ({
        key: item.id,
        name: captureName(item),
        caption: '',
        smallUrl: item.thumbHref,
        came: SOURCE_WORDS[item.source],
        load: async () => createImageBitmap(await (await fetch(item.href)).blob()),
      }),
    );
  return { sources: [...inSheet, ...others], areCapturesMissing: error !== undefined && !data };
}
