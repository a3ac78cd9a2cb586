import { useEffect } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { type Incoming, incomingFiles } from '../intake/incoming.ts';
import { letWait } from '../intake/waiting.ts';

/** Pages that take in themselves what is pasted or dropped. */
const OWN = /^\/assignments\/[^/]+(\/capture)?$/;

/**
 * On every other page a picture that a student pastes or drops goes to the capture station, which asks for its
 * assignment where it has to. On no page does a browser open a dropped file in the page's place.
 */
export function usePasteAnywhere(isStudent: boolean): void {
  const { pathname } = useLocation();
  const navigate = useNavigate();
  const takes = isStudent && !OWN.test(pathname);
  useEffect(() => {
    const bring = (event: Event, incoming: Incoming[]) => {
      if (!takes || incoming.length === 0) return;
      event.preventDefault();
      letWait(incoming);
      navigate('/capture');
    };
    const onPaste = (event: ClipboardEvent) =>
      bring(event, incomingFiles(event.clipboardData?.files ?? [], 'clipboard'));
    const onDrag = (event: DragEvent) => {
      if (!event.dataTransfer?.types.includes('Files')) return;
      event.preventDefault();
      if (event.type === 'drop') bring(event, incomingFiles(event.dataTransfer.files, 'file'));
    };
    addEventListener('paste', onPaste);
    addEventListener('dragover', onDrag);
    addEventListener('drop', onDrag);
    return () => {
      removeEventListener('paste', onPaste);
      removeEventListener('dragover', onDrag);
      removeEventListener('drop', onDrag);
    };
  }, [takes, navigate]);
}
