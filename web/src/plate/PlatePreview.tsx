import type { PlateLayout } from '@nachweis/core';
import { type ReactNode, useDeferredValue, useEffect, useRef } from 'react';
import { classes } from '../ui/classes.ts';
import type { Chosen } from './ChosenPictures.tsx';
import { drawOn } from './makePlate.ts';
import { PlateHands, type PlateHandsProps } from './PlateHands.tsx';

interface PlatePreviewProps {
  layout: PlateLayout | null;
  images: readonly ImageBitmap[];
  chosen: readonly Chosen[];
  /** all of its pictures are there */
  isWhole: boolean;
  /** where they are put by hand; null where the layout is computed */
  byHand: Omit<PlateHandsProps, 'canvas' | 'layout' | 'names'> | null;
}

/** The plate as it will be. */
export function PlatePreview({ layout, images, chosen, isWhole, byHand }: PlatePreviewProps): ReactNode {
  const canvas = useRef<HTMLCanvasElement>(null);
  // Typing goes before drawing.
  const shown = useDeferredValue(layout);
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (context && shown && shown.boxes.length === images.length) drawOn(context, shown, images);
  }, [shown, images]);
  return (
    <section
      aria-label="The plate"
      className={classes(
        'relative min-w-0 overflow-auto bg-mount lg:h-full',
        // What is said, and what is pressed, stands above and below the plate and not on it.
        byHand ? 'min-h-112 px-3 pt-14 pb-13 sm:pt-9 lg:min-h-72' : 'min-h-72 p-3',
      )}
    >
      {shown ? (
        <canvas
          ref={canvas}
          width={shown.size.width}
          height={shown.size.height}
          role="img"
          data-whole={isWhole}
          aria-label={`The plate with ${chosen.map(({ caption, source }) => caption || source.name).join('; ')}`}
          className="mx-auto h-auto max-h-full w-auto max-w-full border border-edge"
        />
      ) : (
        <p className="text-faded">
          {chosen.length > 0 ? 'The pictures are being fetched …' : 'The plate is seen here.'}
        </p>
      )}
      {shown && byHand && layout && (
        <PlateHands
          {...byHand}
          canvas={canvas}
          layout={layout}
          names={chosen.map(({ caption, source }) => caption || source.name)}
        />
      )}
    </section>
  );
}
