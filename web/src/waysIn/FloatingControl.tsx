import { type ReactNode, useEffect, useRef, useState } from 'react';
import { createPortal } from 'react-dom';
import { Button } from '../ui/Button.tsx';
import { toast } from '../ui/notices.ts';
import { useObjectUrl } from '../ui/useObjectUrl.ts';

interface DocumentPictureInPicture {
  requestWindow(options: { width: number; height: number }): Promise<Window>;
}
declare global {
  interface Window {
    documentPictureInPicture?: DocumentPictureInPicture;
  }
}

/** Whether the browser can keep a small window of this page on top of everything. */
export const canFloat = (): boolean => window.documentPictureInPicture !== undefined;

interface FloatingControlProps {
  target: string;
  last: Blob | null;
  delay: number;
  left: number | null;
  onTake: () => void;
  onLater: () => void;
  onCancel: () => void;
  onClose: () => void;
}

/** A small window that stays on top while one works in another program. */
export function FloatingControl(props: FloatingControlProps): ReactNode {
  const { target, last, delay, left, onTake, onLater, onCancel } = props;
  const [body, setBody] = useState<HTMLElement | null>(null);
  const url = useObjectUrl(last);
  const close = useRef(props.onClose);
  close.current = props.onClose;

  useEffect(() => {
    let opened: Window | null = null;
    const open = async () => {
      opened = (await window.documentPictureInPicture?.requestWindow({ width: 300, height: 230 })) ?? null;
      if (!opened) return close.current();
      for (const sheet of document.querySelectorAll('link[rel="stylesheet"], style'))
        opened.document.head.append(sheet.cloneNode(true));
      opened.document.documentElement.lang = 'en';
      opened.document.title = 'Nachweis';
      opened.addEventListener('pagehide', () => close.current());
      setBody(opened.document.body);
    };
    open().catch(() => {
      toast.warning('The floating control could not be opened. Use the delay, or look back.');
      close.current();
    });
    return () => opened?.close();
  }, []);

  if (!body) return null;
  return createPortal(
    <main className="flex flex-col gap-2 bg-paper p-3">
      <h1 className="text-sm font-normal">
        The next picture goes to <strong className="font-mono">{target}</strong>
      </h1>
      {left === null ? (
        <div className="flex gap-2">
          <Button small look="main" onClick={onTake}>
            Take now
          </Button>
          <Button small onClick={onLater}>
            Take in {delay} s
          </Button>
        </div>
      ) : (
        <div className="flex items-center gap-3">
          <span className="font-mono text-3xl">{left}</span>
          <Button small onClick={onCancel}>
            Cancel
          </Button>
        </div>
      )}
      <div className="grid h-28 place-items-center border border-edge bg-grey">
        {url ? (
          <img src={url} alt="Taken last" className="max-h-full max-w-full" />
        ) : (
          <span className="bg-card px-2 text-sm">no picture yet</span>
        )}
      </div>
    </main>,
    body,
  );
}
