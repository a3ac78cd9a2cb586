import type { ProofPoint } from '@nachweis/contract';
import { useSearchParams } from 'react-router';
import { useStateOf } from '../ui/useStateOf.ts';

interface Place {
  pointIndex: number;
  itemIndex: number;
}

/**
 * Where one is among proof points and pictures; in the address, so that a reload leaves one there.
 * @param handInId with another one the place is the address's again
 */
export function usePlace(handInId: string, points: readonly ProofPoint[]) {
  const [search, setSearch] = useSearchParams();
  // The address follows: it changes a moment later, and the next key must not fall on the place before.
  const ofAddress = (): Place => ({
    pointIndex: Math.max(
      points.findIndex((point) => point.code === search.get('point')),
      0,
    ),
    itemIndex: Math.max(0, Number(search.get('picture') ?? 1) - 1 || 0),
  });
  const [place, setPlace] = useStateOf(handInId, ofAddress);
  return {
    ...place,
    go: (pointIndex: number, itemIndex: number) => {
      setPlace(() => ({ pointIndex, itemIndex }));
      const picture = itemIndex > 0 ? { picture: String(itemIndex + 1) } : {};
      setSearch({ point: points[pointIndex]?.code ?? '', ...picture }, { replace: true });
    },
  };
}
