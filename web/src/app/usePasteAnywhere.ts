import { useEffect } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { type Incoming, incomingFiles } from '../waysIn/incoming.ts';
import { letWait } from '../waysIn/waiting.ts';

/** Pages that take in themselves what is pasted or dropped. */
export const OWN_PAGE = /^\/assignments\/[^/]+(\/capture)?$/;
/** The page that asks where pictures go says itself that they wait. */
export const ASKS = '/capture';

/**
 * On every other page a picture that a student pastes or drops goes to the capture station, which asks for its
 * assignment where it has to. On no page does a browser open a dropped file in the page's place.
 */
export function usePasteAnywhere(personId: string, isStudent: boolean): void {
  const { pathname } = useLocation();
  const navigate = useNavigate();
  const takes = isStudent && !OWN_PAGE.test(pathname);
  useEffect(() => {
    const bring = (event: Event, incoming: Incoming[]) => {
      if (!takes || incoming.length === 0) return;
      event.preventDefault();
      void letWait(personId, incoming);
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
  }, [takes, navigate, personId]);
}
