import { framedBox, isPin, type Size } from '@nachweis/core';
import { lazy, type ReactNode, Suspense } from 'react';
import { FramedPicture } from './FramedPicture.tsx';
import { PinLayer } from './PinSign.tsx';
import type { Prepared } from './useShownPicture.ts';

export interface PreparedPictureProps {
  picture: Prepared;
  /** about how large it is on the page, in screen pixels */
  shown: Size;
  alt: string;
  /** laid over the picture; placed in shares of it */
  children?: ReactNode;
}

/** Many pictures have nothing drawn in them, and need none of what draws. */
const MarkedPicture = lazy(() =>
  import('./MarkedPicture.tsx').catch(() => ({
    default: () => (
      <p className="p-2 text-sm text-faded">
        What is drawn in this picture cannot be shown without a connection. It is kept.
      </p>
    ),
  })),
);

/** A picture as it will be handed in, fitted into the room there is: framed, trimmed, with its marks and pins. */
export function PreparedPicture(props: PreparedPictureProps): ReactNode {
  const { picture, shown, alt, children } = props;
  const { url, width, height, framing, trims, marks } = picture;
  // Nothing is shown before what is hidden in it can be hidden.
  if (trims.length > 0 || !marks.every(isPin))
    return (
      <Suspense fallback={null}>
        <MarkedPicture {...props} />
      </Suspense>
    );
  return (
    <FramedPicture url={url} width={width} height={height} framing={framing} alt={alt}>
      <PinLayer marks={marks} frame={framedBox(framing, picture)} shown={shown} />
      {children}
    </FramedPicture>
  );
}
