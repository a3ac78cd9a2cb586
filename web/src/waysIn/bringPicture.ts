import { toast } from '../ui/notices.ts';
import type { Incoming } from './incoming.ts';
import { ShareError } from './shareState.ts';

/** Gets a picture of a share and hands it on, or says why there is none. */
export async function bringPicture(
  get: () => Promise<Incoming>,
  onPictures: (incoming: Incoming[]) => void,
): Promise<void> {
  try {
    onPictures([await get()]);
  } catch (error) {
    toast.error(error instanceof ShareError ? error.message : 'The picture could not be taken. Try again.');
  }
}
