import type { ReferencePicture } from '@nachweis/contract';
import { type ReactNode, useState } from 'react';
import { PictureDialog } from '../stage/PictureDialog.tsx';

interface ReferencePicturesProps {
  pictures: readonly ReferencePicture[];
  /** the proof point's code */
  code: string;
  /** what can be done with one where it is seen large; closes it */
  actions?: (picture: ReferencePicture, close: () => void) => ReactNode;
  /** says which of them students see */
  forStaff?: boolean;
}

/** How it should look: small, and each of them large. */
export function ReferencePictures({ pictures, code, actions, forStaff }: ReferencePicturesProps): ReactNode {
  const [large, setLarge] = useState<ReferencePicture | null>(null);
  const close = () => setLarge(null);
  return (
    <>
      <ul aria-label={`References for ${code}`} className="flex flex-wrap gap-1.5">
        {pictures.map((picture, index) => (
          <li key={picture.id} className="max-w-full min-w-0 text-xs">
            <button
              type="button"
              onClick={() => setLarge(picture)}
              className="flex w-52 max-w-full items-center gap-2 border border-edge bg-card p-1 text-left hover:bg-verdigris-wash"
            >
              <span className="sr-only">Show large: </span>
              <img
                src={picture.thumbHref}
                alt={`Reference ${index + 1} for ${code}`}
                className="h-11 w-16 shrink-0 bg-grey object-contain"
              />
              {picture.caption && <span className="written line-clamp-2 min-w-0">{picture.caption}</span>}
            </button>
            {forStaff && !picture.shown && <span className="text-faded">students do not see it</span>}
          </li>
        ))}
      </ul>
      {large && (
        <PictureDialog
          picture={large}
          title={large.caption || `Reference for ${code}`}
          label={`Reference for ${code}`}
          onClose={close}
          aside={actions?.(large, close)}
        />
      )}
    </>
  );
}
