import type { RemarkPicture } from '@nachweis/contract';
import { type ReactNode, useState } from 'react';
import { PictureDialog } from '../stage/PictureDialog.tsx';

/** A picture in a remark: small, and large at a press. */
export function RemarkPictureView({ picture }: { picture: RemarkPicture }): ReactNode {
  const [isLarge, setIsLarge] = useState(false);
  return (
    <>
      <button
        type="button"
        onClick={() => setIsLarge(true)}
        className="mt-1 block border border-edge bg-card p-0.5 hover:bg-verdigris-wash"
      >
        <span className="sr-only">Show large: </span>
        <img
          src={picture.thumbHref}
          alt="Shown with the remark"
          className="h-16 max-w-40 bg-grey object-contain"
        />
      </button>
      {isLarge && (
        <PictureDialog
          picture={picture}
          title="Shown with the remark"
          label="Shown with the remark"
          onClose={() => setIsLarge(false)}
        />
      )}
    </>
  );
}
