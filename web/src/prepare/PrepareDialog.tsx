import type { ProofPoint } from '@nachweis/contract';
import type { Framing, Mark } from '@nachweis/core';
import { type ReactNode, useState } from 'react';
import { changeEvidence } from '../outbox/outbox.ts';
import type { SheetPicture } from '../proofSheet/sheetPictures.ts';
import { Dialog } from '../ui/Dialog.tsx';
import { FrameStep } from './FrameStep.tsx';
import { PinStep } from './PinStep.tsx';

interface PrepareDialogProps {
  picture: SheetPicture;
  point: ProofPoint;
  firstStep: 'frame' | 'pin';
  /** decoded already, for a picture that has just come in */
  bitmap: ImageBitmap | null;
  onClose: () => void;
}

/** Work on one picture: which part of it counts, and where each must-show is seen. */
export default function PrepareDialog({
  picture,
  point,
  firstStep,
  bitmap,
  onClose,
}: PrepareDialogProps): ReactNode {
  const [step, setStep] = useState(firstStep);
  const takeFrame = (framing: Framing) => {
    void changeEvidence(picture.base, { framing });
    const pinned = point.mustShows.every((m) => picture.marks.some((mark) => mark.letter === m.letter));
    if (point.requirements.needsPins && !pinned) setStep('pin');
    else onClose();
  };
  const changeMarks = (marks: Mark[]) => void changeEvidence(picture.base, { marks });
  return (
    <Dialog
      title={`${point.code} ${point.title}`}
      size="full"
      onClose={onClose}
      closeLabel="Back to the proof sheet"
      aside={
        <span className="flex items-center gap-1 text-sm">
          {(['frame', 'pin'] as const).map((one) => (
            <button
              key={one}
              type="button"
              aria-current={step === one ? 'step' : undefined}
              onClick={() => setStep(one)}
              className="border-b-2 border-transparent px-2 py-1 text-verdigris-deep aria-[current]:border-verdigris aria-[current]:font-bold"
            >
              {one === 'frame' ? 'Frame it' : 'Pin the must-shows'}
            </button>
          ))}
        </span>
      }
    >
      {step === 'frame' ? (
        <FrameStep picture={picture} bitmap={bitmap} onAccept={takeFrame} onBack={onClose} />
      ) : (
        <PinStep picture={picture} point={point} onChange={changeMarks} onDone={onClose} />
      )}
    </Dialog>
  );
}
