import type { HandInItem } from '@nachweis/contract';
import { isPinOf } from '@nachweis/core';
import { useState } from 'react';
import type { Looked } from './PictureChoice.tsx';

interface LookedNow {
  looked: Looked;
  /** one on, or back; the first and the last stay where they are */
  onStep: (step: 1 | -1) => void;
  /** goes to the picture that has a must-show's pin, where the one that is looked at has none */
  toPinOf: (letter: string | undefined) => void;
}

/**
 * Which of a proof point's pictures is looked at. That all are looked at together stays so while one walks on.
 * @param index of the one that is looked at @param show makes another one that
 */
export function useLooked(
  pictures: readonly HandInItem[],
  index: number,
  show: (index: number) => void,
): LookedNow {
  const [isWanted, setWanted] = useState(false);
  const isTogether = isWanted && pictures.length > 1;
  const onPicture = (to: number) => {
    setWanted(false);
    if (to !== index && to in pictures) show(to);
  };
  return {
    looked: { isTogether, onPicture, onTogether: () => setWanted(!isTogether && pictures.length > 1) },
    onStep: (step) => onPicture(index + step),
    toPinOf(letter = '') {
      const has = ({ marks }: HandInItem) => marks.some(isPinOf(letter));
      const [here] = pictures.slice(index, index + 1);
      onPicture(here && has(here) ? index : pictures.findIndex(has));
    },
  };
}
