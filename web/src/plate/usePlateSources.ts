import type { ProofPoint } from '@nachweis/contract';
import { useApi } from '../api/useApi.ts';
import { captureName } from '../pictures/captureName.ts';
import { preparePicture } from '../pictures/preparePicture.ts';
import { SOURCE_WORDS } from '../pictures/sourceWords.ts';
import type { SheetPicture } from '../sheet/sheetPictures.ts';
import type { OnPlate } from './plateDraft.ts';

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
  /** what is kept of a picture in the sheet */
  was?: OnPlate['was'];
  /** the picture as others get it: framed, with marks, without what is hidden */
  load: () => Promise<ImageBitmap>;
}

/** Newest captures that are offered; as many as are told at once. */
const MOST = 200;

/**
 * What is in the mounts, as it is handed in; what was on the plate and is in none any more, as it was; and the own
 * captures, whole.
 */
export function usePlateSources(
  points: readonly ProofPoint[],
  pictures: readonly SheetPicture[],
  onPlate: readonly OnPlate[],
): { sources: PlateSource[]; captures: 'there' | 'coming' | 'missing' } {
  const { data, error } = useApi('listCaptures', { query: { limit: MOST } }, { revalidateOnFocus: false });
  const inSheet = pictures.map((picture): PlateSource => {
    const point = points.find(({ id }) => id === picture.proofPointId);
    return {
      key: picture.evidenceId,
      name: `${point?.code ?? ''} ${point?.title ?? ''}`.trim(),
      caption: point?.title ?? '',
      smallUrl: picture.url,
      came: SOURCE_WORDS[picture.origin.source],
      was: asIs(picture),
      load: async () => createImageBitmap(await preparePicture(picture)),
    };
  });
  const earlier = onPlate.flatMap(({ key, was, caption }): PlateSource[] => {
    const item = data?.items.find(({ id }) => id === was?.captureId);
    if (!was || !item || pictures.some(({ evidenceId }) => evidenceId === key)) return [];
    return [
      {
        key,
        name: captureName(item),
        caption,
        smallUrl: item.thumbHref,
        came: SOURCE_WORDS[item.source],
        was,
        load: async () => createImageBitmap(await preparePicture({ ...was, url: item.href })),
      },
    ];
  });
  const used = new Set([...pictures, ...earlier.flatMap(({ was }) => was ?? [])].map((one) => one.captureId));
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
  return {
    sources: [...inSheet, ...earlier, ...others],
    captures: data ? 'there' : error ? 'missing' : 'coming',
  };
}

const asIs = ({ captureId, width, height, framing, trims, marks }: SheetPicture): OnPlate['was'] => ({
  captureId,
  width,
  height,
  framing,
  trims,
  marks: [...marks],
});
