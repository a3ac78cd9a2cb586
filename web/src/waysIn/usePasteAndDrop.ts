import { useEffect, useRef, useState } from 'react';
import { toast } from '../ui/notices.ts';
import { isTyping } from '../ui/typing.ts';
import { unreadFile } from '../words/unreadFile.ts';
import { type Dropped, droppedFiles } from './droppedFiles.ts';
import { type Incoming, incomingFiles } from './incoming.ts';
import { NO_PICTURE } from './readClipboard.ts';

/**
 * Takes pictures that are pasted or dropped anywhere on the page.
 * @returns whether files are being dragged over the page
 */
export function usePasteAndDrop(enabled: boolean, onPictures: (incoming: Incoming[]) => void): boolean {
  const [dragging, setDragging] = useState(false);
  const latest = useRef(onPictures);
  latest.current = onPictures;

  useEffect(() => {
    if (!enabled) return;
    const paste = (event: ClipboardEvent) => {
      const files = [...(event.clipboardData?.files ?? [])];
      if (files.length > 0) {
        event.preventDefault();
        latest.current(incomingFiles(files, 'clipboard'));
      } else if (!isTyping(event.target)) {
        toast.info(NO_PICTURE);
      }
    };
    const take = ({ files, vanished, tooMany }: Dropped) => {
      if (files.length > 0) latest.current(incomingFiles(files, 'file'));
      for (const name of vanished) toast.error(unreadFile(name));
      if (tooMany)
        toast.error(`Only the first ${files.length} files were taken. Drop the others by themselves.`);
      if (files.length === 0 && vanished.length === 0) toast.error('The folder holds no files.');
    };
    const holdsFiles = (event: DragEvent) => event.dataTransfer?.types.includes('Files') ?? false;
    const over = (event: DragEvent) => {
      if (!holdsFiles(event)) return;
      event.preventDefault();
      setDragging(true);
    };
    const leave = (event: DragEvent) => {
      if (event.relatedTarget === null) setDragging(false);
    };
    const drop = (event: DragEvent) => {
      if (!holdsFiles(event)) return;
      event.preventDefault();
      setDragging(false);
      if (event.dataTransfer) void droppedFiles(event.dataTransfer).then(take);
    };
    addEventListener('paste', paste);
    addEventListener('dragover', over);
    addEventListener('dragleave', leave);
    addEventListener('drop', drop);
    return () => {
      removeEventListener('paste', paste);
      removeEventListener('dragover', over);
      removeEventListener('dragleave', leave);
      removeEventListener('drop', drop);
    };
  }, [enabled]);
  return dragging;
}
