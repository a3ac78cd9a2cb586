import { toast } from '../ui/notices.ts';
import type { Incoming } from './incoming.ts';
import { takeSettings } from './settings.ts';
import { startShare } from './share.ts';
import { ShareError } from './shareState.ts';
import { takeShared } from './takeShared.ts';

/** Starts a share as the settings wish, and takes the first picture of it. */
export async function beginShare(onPictures: ((incoming: Incoming[]) => void) | null): Promise<void> {
  try {
    if (!(await startShare(takeSettings()))) {
      toast.info(
        'Nothing was shared, and nothing was changed. Choose a display or a window to take a picture of it.',
      );
      return;
    }
    if (onPictures) onPictures([await takeShared()]);
  } catch (error) {
    toast.error(
      error instanceof ShareError
        ? error.message
        : 'The screen could not be shared. Take the picture with your system’s own keys, then paste it.',
    );
  }
}
