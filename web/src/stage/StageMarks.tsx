import { isPin, type Mark, type MarkHandle, type Size, settingOf } from '@nachweis/core';
import { lazy, type ReactNode, Suspense } from 'react';
import type { HiddenArea } from '../pictures/hiddenAreas.ts';
import { insetImage, useInsetImages } from '../pictures/insetImages.ts';
import { measureText, PAGE_FONTS } from '../pictures/markFonts.ts';

/** Its library comes with the first picture that has marks. */
const MarkScene = lazy(() => import('./MarkScene.tsx').catch(() => ({ default: () => null })));

interface StageMarksProps {
  /** as they lie on the picture that is handed in, in its pixels */
  marks: readonly Mark[];
  /** of that picture */
  size: Size;
  /** screen pixels for each of its pixels */
  scale: number;
  /** ids of those that are chosen */
  chosen?: readonly string[];
  handles?: readonly MarkHandle[];
  /** in pixels of the framed picture, before it is scaled by `factor` */
  hidden?: readonly HiddenArea[];
  factor?: number;
}

/** All marks but the pins over a picture on the stage. */
export function StageMarks(props: StageMarksProps): ReactNode {
  const { marks, size, scale, chosen = [], handles = [], hidden = [], factor = 1 } = props;
  const drawn = marks.filter((mark) => !isPin(mark));
  useInsetImages(drawn);
  if (drawn.length === 0) return null;
  const setting = settingOf(size, PAGE_FONTS, measureText, marks, insetImage);
  return (
    <Suspense fallback={null}>
      <MarkScene
        marks={drawn}
        chosen={chosen}
        handles={handles}
        setting={setting}
        scale={scale}
        hidden={hidden}
        factor={factor}
      />
    </Suspense>
  );
}
