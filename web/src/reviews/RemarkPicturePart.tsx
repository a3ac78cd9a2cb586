import type { RemarkPicture } from '@nachweis/contract';
import type { ReactNode } from 'react';
import { Button } from '../ui/Button.tsx';
import { FileButton } from '../ui/FileButton.tsx';

interface RemarkPicturePartProps {
  picture: RemarkPicture | null;
  busy: boolean;
  problem: string;
  onFiles: (files: Iterable<File>) => void;
  onRemove: () => void;
}

/** The picture of a remark that is being written: pasted into its words, or chosen here. */
export function RemarkPicturePart({
  picture,
  busy,
  problem,
  onFiles,
  onRemove,
}: RemarkPicturePartProps): ReactNode {
  return (
    <div className="flex flex-wrap items-center gap-2 text-sm">
      {picture && (
        <img
          src={picture.thumbHref}
          alt="To be shown with this remark"
          className="h-14 max-w-32 border border-edge bg-grey object-contain"
        />
      )}
      <FileButton
        look="quiet"
        disabled={busy}
        accept="image/png,image/jpeg,image/gif,image/webp,image/avif"
        fileLabel="Picture for this remark"
        onFile={(file) => onFiles([file])}
      >
        {busy ? 'Adding the picture …' : picture ? 'Another picture …' : 'Picture …'}
      </FileButton>
      {picture && (
        <Button small look="quiet" onClick={onRemove}>
          Without it
        </Button>
      )}
      {!picture && !busy && <span className="text-xs text-faded">or paste one into the words</span>}
      {problem && (
        <p role="alert" className="w-full border-l-4 border-madder bg-madder-wash px-2 py-1">
          {problem}
        </p>
      )}
    </div>
  );
}
