import type { ProofPoint } from '@nachweis/contract';
import { useApi } from '../api/useApi.ts';
import { preparePicture } from '../pictures/preparePicture.ts';
import { MOST_OFFERED, type PictureSource, sourceOfCapture, sourceOfSheet } from '../sheet/pictureSources.ts';
import type { SheetPicture } from '../sheet/sheetPictures.ts';
import type { OnPlate } from './plateDraft.ts';

/** A picture that can be put on a plate. */
export interface PlateSource extends PictureSource {
  /** what its caption begins as */
  caption: string;
  /** what is kept of a picture in the sheet */
  was?: OnPlate['was'];
}

/**
 * What is in the mounts, as it is handed in; what was on the plate and is in none any more, as it was; and the own
 * captures, whole.
 */
export function usePlateSources(
  points: readonly ProofPoint[],
  pictures: readonly SheetPicture[],
  onPlate: readonly OnPlate[],
): {
  sources: PlateSource[];
  captures: 'there' | 'coming' | 'missing';
  readAgain: () => Promise<unknown>;
} {
  const { data, error, mutate } = useApi(
    'listCaptures',
    { query: { limit: MOST_OFFERED } },
    { revalidateOnFocus: false },
  );
  const inSheet = pictures.map((picture): PlateSource => {
    const point = points.find(({ id }) => id === picture.proofPointId);
    const name = `${point?.code ?? ''} ${point?.title ?? ''}`.trim();
    return { ...sourceOfSheet(picture, name), caption: point?.title ?? '', was: asIs(picture) };
  });
  const earlier = onPlate.flatMap(({ key, was, caption }): PlateSource[] => {
    const item = data?.items.find(({ id }) => id === was?.captureId);
    if (!was || !item || pictures.some(({ evidenceId }) => evidenceId === key)) return [];
    return [
      {
        ...sourceOfCapture(item),
        key,
        caption,
        was,
        load: async () => createImageBitmap(await preparePicture({ ...was, url: item.href })),
      },
    ];
  });
  const used = new Set([...pictures, ...earlier.flatMap(({ was }) => was ?? [])].map((one) => one.captureId));
  const others = (data?.items ?? [])
    .filter(({ id }) => !used.has(id))
    .map((item): PlateSource => ({ ...sourceOfCapture(item), caption: '' }));
  return {
    sources: [...inSheet, ...earlier, ...others],
    captures: data ? 'there' : error ? 'missing' : 'coming',
    readAgain: () => mutate(),
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
