import type { HandInItem } from '@nachweis/contract';
import type { ReactNode } from 'react';
import { KeyCap } from '../ui/Button.tsx';

/** Which of a proof point's pictures is looked at. */
export interface Looked {
  /** all of them, beside each other */
  isTogether: boolean;
  /** to one of them; large where they lay beside each other */
  onPicture: (index: number) => void;
  onTogether: () => void;
}

interface PictureChoiceProps extends Looked {
  pictures: readonly HandInItem[];
  item: HandInItem | null;
}

/** One of a proof point's pictures, or all of them together; nothing where there is one at most. */
export function PictureChoice(props: PictureChoiceProps): ReactNode {
  const { pictures, item, isTogether, onPicture, onTogether } = props;
  if (pictures.length < 2) return null;
  return (
    <fieldset className="flex items-center" aria-label="Pictures of this proof point">
      {pictures.map((one, index) => (
        <button
          key={one.id}
          type="button"
          aria-label={`Picture ${index + 1} of ${pictures.length}`}
          aria-pressed={!isTogether && one === item}
          onClick={() => onPicture(index)}
          className="min-h-8 min-w-8 border-b-3 border-transparent px-2 font-mono hover:bg-verdigris-wash aria-pressed:border-verdigris aria-pressed:font-bold"
        >
          {index + 1}
        </button>
      ))}
      <button
        type="button"
        aria-pressed={isTogether}
        onClick={onTogether}
        className="flex min-h-8 items-center gap-1.5 border-b-3 border-transparent px-2 text-sm hover:bg-verdigris-wash aria-pressed:border-verdigris aria-pressed:font-bold"
      >
        Together <KeyCap>T</KeyCap>
      </button>
    </fieldset>
  );
}
