import { pictureEntries } from '../store/browserStore.ts';
import { type PictureDocument, preparationOf } from '../store/pictureDocument.ts';
import { toast } from '../ui/notices.ts';

type Copied = Pick<PictureDocument, 'evidenceId' | 'framing' | 'trims' | 'marks' | 'encoding'>;

/** The picture that was copied last in this page, as it was then. */
let last: { evidenceId: string; as: string } | null = null;
let stopWatching = (): void => undefined;

/** What of a picture is seen; what its file is written as changes nothing on the clipboard. */
const seenOf = (picture: Copied): string => JSON.stringify({ ...preparationOf(picture), encoding: null });

/** Whether a picture was changed since it was copied here. */
export const isOlderOnClipboard = (picture: Copied): boolean =>
  last?.evidenceId === picture.evidenceId && last.as !== seenOf(picture);

/** Remembers what was copied, and says it when that is changed: the clipboard goes on holding it as it was. */
export function watchCopied(picture: Copied): void {
  stopWatching();
  last = { evidenceId: picture.evidenceId, as: seenOf(picture) };
  const { evidenceId } = picture;
  stopWatching = pictureEntries.subscribe(() => {
    const now = pictureEntries.get(evidenceId);
    if (!now || now.state === 'taken-out' || !isOlderOnClipboard(now)) return;
    stopWatching();
    toast.info('What you copied of this picture is older than this change. Copy it again when you are done.');
  });
}
