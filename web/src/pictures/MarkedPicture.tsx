import type { ReactNode } from 'react';
import { FramedPicture } from './FramedPicture.tsx';
import { MarkLayer } from './MarkLayer.tsx';
import { PinLayer } from './PinSign.tsx';
import type { PreparedPictureProps } from './PreparedPicture.tsx';
import { useShownPicture } from './useShownPicture.ts';

/** A picture as it will be handed in: framed, trimmed, with its marks and pins. */
export default function MarkedPicture({ picture, shown, alt, children }: PreparedPictureProps): ReactNode {
  const { url, width, height, framing, marks, frame, size, covers } = useShownPicture(picture);
  return (
    <FramedPicture url={url} width={width} height={height} framing={framing} alt={alt}>
      <MarkLayer marks={marks} frame={frame} size={size} shown={shown} url={covers} />
      <PinLayer marks={marks} frame={frame} shown={shown} />
      {children}
    </FramedPicture>
  );
}
