import { askFinder } from '../finding/finder.ts';
import { toast } from '../ui/notices.ts';
import type { Incoming } from './incoming.ts';
import { showPageSign } from './pageSign.ts';
import { takeSettings } from './settings.ts';
import { startShare } from './share.ts';
import { changeShare, ShareError } from './shareState.ts';

/**
 * Starts a share as the settings wish, and takes the first picture of it; not of a display on which this page is seen
 * while one is still at work in it, as that would be a picture of Nachweis.
 */
export async function beginShare(onPictures: ((incoming: Incoming[]) => void) | null): Promise<void> {
  // Where nothing is taken by itself, nothing is looked for.
  const takeAway = onPictures ? showPageSign() : () => {};
  // It comes while one chooses what is shared.
  const taking = import('./takeShared.ts').catch(() => null);
  try {
    if (!(await startShare(takeSettings()))) {
      toast.info(
        'Nothing was shared, and nothing was changed. Choose a display or a window to take a picture of it.',
      );
      return;
    }
    if (!onPictures) return;
    const taken = await (await taking)?.takeShared();
    if (!taken) throw new ShareError('Not taken. Press Take once there is a connection.');
    if (await isOfThisPage(taken)) changeShare({ pageInSight: true });
    else onPictures([taken]);
  } catch (error) {
    toast.error(
      error instanceof ShareError
        ? error.message
        : 'The screen could not be shared. Take the picture with your system’s own keys, then paste it.',
    );
  } finally {
    takeAway();
  }
}

/** Whether a picture was taken of the display on which one is at work in this page. */
async function isOfThisPage({ blob, surface }: Incoming): Promise<boolean> {
  if (surface === 'window' || surface === 'tab' || !document.hasFocus()) return false;
  // Where nothing can be looked at, the picture is shown as it is.
  return askFinder((finder) => finder.holdsPageSign(blob)).catch(() => false);
}
