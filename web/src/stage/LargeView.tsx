import { marksInFrame, scaleMarks } from '@nachweis/core';
import type { ReactNode } from 'react';
import { FramedImage } from '../pictures/FramedPicture.tsx';
import { PinLayer } from '../pictures/PinSign.tsx';
import { useHiddenAreas } from '../pictures/useHiddenAreas.ts';
import { type Prepared, useShownPicture } from '../pictures/useShownPicture.ts';
import { Dialog } from '../ui/Dialog.tsx';
import { Stage } from './Stage.tsx';
import { StageMarks } from './StageMarks.tsx';

/** A picture to be seen large, as it will be handed in. */
export interface LargePicture extends Prepared {
  /** what it is for, the dialog's title */
  title: string;
}

/** One picture over the whole window, to be looked at closely. */
export function LargeView({ picture, onClose }: { picture: LargePicture; onClose: () => void }): ReactNode {
  const { title } = picture;
  const { url, width, height, framing, marks, frame, size, covers } = useShownPicture(picture);
  const factor = size.width / frame.width;
  const hidden = useHiddenAreas(covers, frame, marks);
  return (
    <Dialog title={title} size="full" onClose={onClose}>
      <Stage
        picture={{ width: frame.width, height: frame.height }}
        label={title}
        image={<FramedImage url={url} width={width} height={height} framing={framing} alt={title} />}
      >
        {(scale) => (
          <>
            <StageMarks
              marks={scaleMarks(marksInFrame(marks, frame), factor)}
              size={size}
              scale={scale / factor}
              hidden={hidden}
              factor={factor}
            />
            <PinLayer
              marks={marks}
              frame={frame}
              shown={{ width: frame.width * scale, height: frame.height * scale }}
            />
          </>
        )}
      </Stage>
    </Dialog>
  );
}
