import { useEffect } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { incomingFiles } from '../intake/incoming.ts';
import { letWait } from '../intake/waiting.ts';

/** Pages that take pasted pictures in themselves. */
const OWN = /^\/assignments\/[^/]+(\/capture)?$/;

/** On every other page a pasted picture goes to the capture station, which asks for its assignment where it has to. */
export function usePasteAnywhere(): void {
  const { pathname } = useLocation();
  const navigate = useNavigate();
  useEffect(() => {
    if (OWN.test(pathname)) return;
    const onPaste = (event: ClipboardEvent) => {
      const files = [...(event.clipboardData?.files ?? [])];
      if (files.length === 0) return;
      event.preventDefault();
      letWait(incomingFiles(files, 'clipboard'));
      navigate('/capture');
    };
    addEventListener('paste', onPaste);
    return () => removeEventListener('paste', onPaste);
  }, [pathname, navigate]);
}
