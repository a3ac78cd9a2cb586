import { Monitor, MonitorDot, Upload } from 'lucide-react';
import { type ReactNode, useRef, useState } from 'react';
import { toast } from 'sonner';
import { type Incoming, incomingFiles } from '../intake/incoming.ts';
import { ShareError, shareScreen } from '../intake/shareScreen.ts';
import { Button, KeyCap } from '../ui/Button.tsx';

interface SourceBarProps {
  /** code of the proof point the next picture goes to */
  target: string;
  onPictures: (incoming: Incoming[]) => void;
  onDesk: () => void;
}

/** Where the next picture goes, and the ways it can come in. */
export function SourceBar({ target, onPictures, onDesk }: SourceBarProps): ReactNode {
  const chooser = useRef<HTMLInputElement>(null);
  const [sharing, setSharing] = useState(false);
  const share = async () => {
    setSharing(true);
    try {
      const incoming = await shareScreen();
      if (incoming) onPictures([incoming]);
      else
        toast.info(
          'Nothing was shared, and nothing was changed. Choose a display or a window to take a picture of it.',
        );
    } catch (error) {
      toast.error(
        error instanceof ShareError
          ? error.message
          : 'The screen could not be shared. Take the picture with your system’s own keys, then paste it.',
      );
    } finally {
      setSharing(false);
    }
  };
  return (
    <div className="mx-4 flex flex-wrap items-center gap-2 border-y border-rule py-1.5 sm:mx-6">
      <p className="mr-2" aria-live="polite">
        The next picture goes to <strong className="font-mono">{target}</strong>
      </p>
      <p className="mr-2 text-sm text-faded">
        Paste <KeyCap>Ctrl V</KeyCap> or drop it anywhere, or:
      </p>
      <Button small onClick={() => void share()} disabled={sharing}>
        <Monitor size={16} aria-hidden /> Share the screen
      </Button>
      <Button small onClick={() => chooser.current?.click()}>
        <Upload size={16} aria-hidden /> Choose files
      </Button>
      <input
        ref={chooser}
        type="file"
        multiple
        accept="image/png,image/jpeg,image/gif,image/webp,image/avif"
        className="sr-only"
        tabIndex={-1}
        aria-label="Picture files"
        onChange={(event) => {
          onPictures(incomingFiles(event.target.files ?? [], 'file'));
          event.target.value = '';
        }}
      />
      <Button small onClick={onDesk}>
        <MonitorDot size={16} aria-hidden /> Practice desk
      </Button>
    </div>
  );
}
