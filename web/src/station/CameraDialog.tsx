import { type ReactNode, useState } from 'react';
import type { Incoming } from '../intake/incoming.ts';
import { Dialog } from '../ui/Dialog.tsx';
import { CameraStep } from './CameraStep.tsx';
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
  const accept = (blob: Blob, done: string[]) =>
    onPicture({ blob, name: '', source: 'camera', surface: 'photo', label: photo?.camera ?? '', done });
  return (
    <Dialog
      title={photo ? 'Straighten the photograph' : 'Photograph the bench'}
      description={
        photo
          ? 'Put the four corners on the corners of the sheet or screen. Arrow keys move the corner that has the focus.'
          : `The picture goes to ${target}.`
      }
      size="full"
      onClose={onClose}
      onEscape={(event) => {
        if (!photo) return;
        event.preventDefault();
        setPhoto(null);
      }}
    >
      {photo ? (
        <StraightenStep photo={photo} onAccept={accept} onAgain={() => setPhoto(null)} />
      ) : (
        <CameraStep onPhoto={setPhoto} />
      )}
    </Dialog>
  );
}
