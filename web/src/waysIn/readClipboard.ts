import { toast } from '../ui/notices.ts';
import type { Incoming } from './incoming.ts';

export const NO_PICTURE =
  'The clipboard holds no picture. Copy one first: capture the screen, or choose “Copy image” where it is shown.';

/** Reads the pictures on the clipboard by a button; says what to do where there are none or it is not allowed. */
export async function readClipboard(onPictures: (incoming: Incoming[]) => void): Promise<void> {
  if (!navigator.clipboard?.read) {
    toast.info('This browser does not let a page read the clipboard. Press Ctrl V instead.');
    return;
  }
  try {
    const items = await navigator.clipboard.read();
    const pictures = await Promise.all(
      items.flatMap((item) => {
        const type = item.types.find((t) => t.startsWith('image/'));
        return type ? [item.getType(type)] : [];
      }),
    );
    if (pictures.length === 0) toast.info(NO_PICTURE);
    else onPictures(pictures.map((blob) => ({ blob, name: '', source: 'clipboard', surface: 'unknown' })));
  } catch (error) {
    const refused = error instanceof DOMException && error.name === 'NotAllowedError';
    toast.info(
      refused
        ? 'The clipboard was not allowed to be read. Press Ctrl V instead; that needs no permission.'
        : NO_PICTURE,
    );
  }
}
