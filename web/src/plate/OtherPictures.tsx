import type { ReactNode } from 'react';
import type { PlateSource } from './usePlateSources.ts';

interface OtherPicturesProps {
  others: readonly PlateSource[];
  isFull: boolean;
  areCapturesMissing: boolean;
  onPut: (source: PlateSource) => void;
}

/** The pictures that can still be put on a plate. */
export function OtherPictures({ others, isFull, areCapturesMissing, onPut }: OtherPicturesProps): ReactNode {
  return (
    <section>
      <h3 className="mb-2 text-base">Put a picture on it</h3>
      {areCapturesMissing && (
        <p className="mb-2 text-sm text-faded">
          Your captures cannot be read now; the pictures of this sheet are here.
        </p>
      )}
      {isFull && <p className="text-sm text-faded">It is full. Take one off before you put another on it.</p>}
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(8rem,1fr))] gap-2">
        {others.map((source) => (
          <li key={source.key}>
            <button
              type="button"
              disabled={isFull}
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
      {others.length === 0 && !isFull && <p className="text-sm text-faded">There are no others.</p>}
    </section>
  );
}
