import type { ReactNode } from 'react';
import { FramedImage } from '../pictures/FramedPicture.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { Stage } from './Stage.tsx';

interface PictureDialogProps {
  picture: { href: string; width: number; height: number };
  title: string;
  /** what the picture is for, to whom it is read */
  label: string;
  /** what can be done with it */
  aside?: ReactNode;
  onClose: () => void;
}

/** A picture by itself, as large as the view. */
export function PictureDialog({ picture, title, label, aside, onClose }: PictureDialogProps): ReactNode {
  return (
    <Dialog title={title} size="full" onClose={onClose} aside={aside}>
      <Stage
        picture={picture}
        label={label}
        enlarge={1}
        image={<FramedImage url={picture.href} width={picture.width} height={picture.height} alt={title} />}
      />
    </Dialog>
  );
}
