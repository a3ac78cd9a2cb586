import type { Size } from '@nachweis/core';
import type { ReactNode } from 'react';
import { FramedPicture } from './FramedPicture.tsx';
import { MarkLayer } from './MarkLayer.tsx';
import { PinLayer } from './PinSign.tsx';
import { type Prepared, useShownPicture } from './useShownPicture.ts';

interface PreparedPictureProps {
  picture: Prepared;
  /** about how large it is on the page, in screen pixels */
  shown: Size;
  alt: string;
  /** laid over the picture; placed in shares of it */
  children?: ReactNode;
}

/** A picture as it will be handed in, fitted into the room there is: framed, trimmed, with its marks and pins. */
export function PreparedPicture({ picture, shown, alt, children }: PreparedPictureProps): ReactNode {
  const { url, width, height, framing, marks, frame, size, covers } = useShownPicture(picture);
  return (
    <FramedPicture url={url} width={width} height={height} framing={framing} alt={alt}>
      <MarkLayer marks={marks} frame={frame} size={size} shown={shown} url={covers} />
      <PinLayer marks={marks} frame={frame} shown={shown} />
      {children}
    </FramedPicture>
  );
}
