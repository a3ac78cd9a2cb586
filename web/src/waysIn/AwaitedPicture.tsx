import { useEffect } from 'react';
import { useApi } from '../api/useApi.ts';

/** A picture that another device may still send. */
export interface Awaited {
  /** of the code that was made for it */
  id: string;
  /** code of the proof point it goes to */
  target: string;
  /** milliseconds since 1970 */
  until: number;
}

interface AwaitedPictureProps {
  awaited: Awaited;
  /** @param evidenceId null where it is among the captures only */
  onArrived: (evidenceId: string | null) => void;
  /** no picture comes by it any more */
  onOver: () => void;
}

/** So often it is looked whether the picture has come, while one does something else. */
const LOOK_MS = 4000;

/** Shows nothing, and looks whether a picture comes after its code was closed. */
export function AwaitedPicture({ awaited, onArrived, onOver }: AwaitedPictureProps): null {
  const { data } = useApi(
    'readHandover',
    { params: { handoverId: awaited.id } },
    { refreshInterval: LOOK_MS, refreshWhenHidden: true },
  );
  // biome-ignore lint/correctness/useExhaustiveDependencies: told once, when it has come
  useEffect(() => {
    if (data?.state === 'arrived') onArrived(data.evidenceId);
    if (data && data.state !== 'waiting') onOver();
  }, [data?.state]);
  return null;
}
