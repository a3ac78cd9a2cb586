import type { ReactNode } from 'react';
import type { PictureSource } from './pictureSources.ts';

interface ChoosePictureProps<S extends PictureSource> {
  heading: string;
  sources: readonly S[];
  /** what is said instead where no more go there */
  full?: string | null;
  areCapturesMissing: boolean;
  onPut: (source: S) => void;
}

/** The pictures that can be put somewhere. */
export function ChoosePicture<S extends PictureSource>({
  heading,
  sources,
  full = null,
  areCapturesMissing,
  onPut,
}: ChoosePictureProps<S>): ReactNode {
  return (
    <section>
      <h3 className="mb-2 text-base">{heading}</h3>
      {areCapturesMissing && (
        <p className="mb-2 text-sm text-faded">
          Your captures cannot be read now; the pictures of this sheet are here.
        </p>
      )}
      {full && <p className="text-sm text-faded">{full}</p>}
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(8rem,1fr))] gap-2">
        {sources.map((source) => (
          <li key={source.key}>
            <button
              type="button"
              disabled={full !== null}
              onClick={() => onPut(source)}
              className="flex h-full w-full flex-col border border-rule bg-card p-1 text-left text-sm hover:bg-verdigris-wash disabled:opacity-50"
            >
              <img src={source.smallUrl} alt="" loading="lazy" className="h-20 w-full object-contain" />
              <span className="line-clamp-2 break-words">{source.name}</span>
              <span className="text-xs text-faded">{source.came}</span>
            </button>
          </li>
        ))}
      </ul>
      {sources.length === 0 && !full && <p className="text-sm text-faded">There are no others.</p>}
    </section>
  );
}
