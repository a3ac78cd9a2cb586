import type { HandInItem } from '@nachweis/contract';
import { type ReactNode, useState } from 'react';
import { FramedImage } from '../pictures/FramedPicture.tsx';
import { Stage } from '../stage/Stage.tsx';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';

interface WholeCaptureProps {
  whole: NonNullable<HandInItem['whole']>;
  /** of the proof point */
  code: string;
}

/** A button that shows the capture from which a picture was framed, with the frame in it. */
export function WholeCapture({ whole, code }: WholeCaptureProps): ReactNode {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <Button small look="quiet" onClick={() => setOpen(true)}>
        Whole capture …
      </Button>
      {isOpen && <WholeDialog whole={whole} code={code} onClose={() => setOpen(false)} />}
    </>
  );
}

function WholeDialog({ whole, code, onClose }: WholeCaptureProps & { onClose: () => void }): ReactNode {
  const { href, width, height, frame } = whole;
  const title = `${code}: the whole capture, with the frame`;
  const points = frame.map(({ x, y }) => `${x},${y}`).join(' ');
  return (
    <Dialog title={title} size="full" onClose={onClose}>
      <Stage
        picture={whole}
        label={title}
        image={<FramedImage url={href} width={width} height={height} alt={title} />}
      >
        {() => (
          // What lies around the frame steps back; one line on dark and on light ground.
          <svg
            aria-hidden
            data-testid="frame"
            viewBox={`0 0 ${width} ${height}`}
            className="pointer-events-none absolute inset-0 size-full"
          >
            <path
              d={`M0 0H${width}V${height}H0Z M${points.replaceAll(' ', 'L')}Z`}
              fillRule="evenodd"
              fill="#1d2321"
              opacity="0.35"
            />
            {(['#ffffff', '#1c6660'] as const).map((ink, i) => (
              <polygon
                key={ink}
                points={points}
                fill="none"
                stroke={ink}
                strokeWidth={i === 0 ? 4 : 2}
                vectorEffect="non-scaling-stroke"
              />
            ))}
          </svg>
        )}
      </Stage>
    </Dialog>
  );
}
