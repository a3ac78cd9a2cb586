import type { CopyTo } from '@nachweis/contract';
import { preparePicture } from '../pictures/preparePicture.ts';
import type { Prepared } from '../pictures/useShownPicture.ts';
import type { PictureDocument } from '../store/pictureDocument.ts';
import { toast } from '../ui/notices.ts';
import { saveAs } from '../ui/saveAs.ts';
import { chosenFolder, writeInto } from './copyFolder.ts';
import { watchCopied } from './onClipboard.ts';

/** Hands a picture on as well, as it is now and under its name, and says where to, or that it did not go. */
export async function copyPicture(
  picture: Prepared & PictureDocument,
  { to, personId, fileName }: { to: CopyTo; personId: string; fileName: string },
): Promise<void> {
  const name = fileName.replace(/\.[^.]*$/, '.png');
  try {
    if (to === 'clipboard') {
      await navigator.clipboard.write([new ClipboardItem({ 'image/png': preparePicture(picture) })]);
      watchCopied(picture);
      toast.success('A copy is on the clipboard.');
      return;
    }
    const blob = await preparePicture(picture);
    const folder = await chosenFolder(personId);
    if (!folder) return saveAs(blob, name);
    const written = await writeInto(folder, blob, name);
    toast.success(`A copy is in the folder ${folder.name}: ${written}`);
  } catch {
    const where = to === 'clipboard' ? 'on the clipboard' : 'in the folder';
    toast.warning(
      `There is no copy ${where}: ${to === 'clipboard' ? 'the browser did not take it' : 'choose the folder again at the capture station'}. The picture itself is on the sheet.`,
    );
  }
}
