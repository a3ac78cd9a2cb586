import type { Done } from '@nachweis/contract';
import { type ReactNode, useRef, useState } from 'react';
import { Dialog } from '../ui/Dialog.tsx';
import { CameraStep } from './CameraStep.tsx';
import type { Incoming } from './incoming.ts';
import type { Photo } from './photo.ts';
import { StraightenStep } from './StraightenStep.tsx';

interface CameraDialogProps {
  /** code of the proof point a picture goes to */
  target: string;
  onPicture: (incoming: Incoming) => void;
  onClose: () => void;
}

/** Takes a photograph of the bench, and straightens what is on it. */
export default function CameraDialog({ target, onPicture, onClose }: CameraDialogProps): ReactNode {
  const [photo, setPhoto] = useState<Photo | null>(null);
  const accepted = useRef(false);
  const accept = (blob: Blob, done: Done[]) => {
    // Until it is in its mount this stays open; once is enough.
    if (accepted.current) return;
    accepted.current = true;
    onPicture({ blob, name: '', source: 'camera', surface: 'photo', label: photo?.camera ?? '', done });
  };
  return (
    <Dialog
      title={photo ? 'Straighten the photograph' : 'Photograph the bench'}
      description={
        photo
          ? 'Put the four corners on the corners of the sheet or screen. Arrow keys move the corner that has the focus.'
          : `The picture goes to ${target}.`
      }
      size="full"
      // A photograph that was taken is never lost by leaving: it goes on as it is.
      onClose={() => (photo ? accept(photo.blob, []) : onClose())}
    >
      {photo ? (
        <StraightenStep photo={photo} onAccept={accept} onAgain={() => setPhoto(null)} />
      ) : (
        <CameraStep onPhoto={setPhoto} />
      )}
    </Dialog>
  );
}
