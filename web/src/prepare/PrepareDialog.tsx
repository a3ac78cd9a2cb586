import type { PresetSettings, ProofPoint } from '@nachweis/contract';
import type { Framing, Mark } from '@nachweis/core';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import { changeEvidence } from '../outbox/outbox.ts';
import type { SheetPicture } from '../proofSheet/sheetPictures.ts';
import { Dialog } from '../ui/Dialog.tsx';
import { FrameStep } from './FrameStep.tsx';
import type { FrameTool } from './FrameToolbar.tsx';
import { PinStep } from './PinStep.tsx';
import type { GivenBitmap } from './useBitmap.ts';

interface PrepareDialogProps {
  picture: SheetPicture;
  point: ProofPoint;
  firstStep: 'frame' | 'pin';
  /** how a new picture is to be framed; null for one that is changed again */
  firstFraming: PresetSettings['framing'] | null;
  /** decoded already, for a picture that has just come in */
  bitmap: GivenBitmap;
  onClose: () => void;
  /** takes the picture again; null for one that did not just come in */
  onAgain: (() => void) | null;
}

const FIRST_TOOLS: Readonly<Record<PresetSettings['framing'], FrameTool>> = {
  whole: 'region',
  display: 'region',
  region: 'region',
  window: 'part',
  outline: 'outline',
};

/** Work on one picture: which part of it counts, and where each must-show is seen. */
export default function PrepareDialog({
  picture,
  point,
  firstStep,
  firstFraming,
  bitmap,
  onClose,
  onAgain,
}: PrepareDialogProps): ReactNode {
  const [step, setStep] = useState(firstStep);
  const veiled = useVeil(bitmap);
  const stepBack = useRef<(() => boolean) | null>(null);
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
      veiled={veiled}
      onClose={onClose}
      onEscape={(event) => {
        if (stepBack.current?.()) event.preventDefault();
      }}
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
        <FrameStep
          picture={picture}
          point={point}
          bitmap={bitmap}
          firstTool={FIRST_TOOLS[firstFraming ?? 'whole']}
          wantsDisplay={firstFraming === 'display'}
          onAccept={takeFrame}
          onBack={onClose}
          onAgain={onAgain}
          stepBack={stepBack}
        />
      ) : (
        <PinStep picture={picture} point={point} onChange={changeMarks} onDone={onClose} />
      )}
    </Dialog>
  );
}

/** A picture that takes longer to decode is waited for in the open dialog. */
const LONGEST_VEIL_MS = 300;

/** True until the pixels are there: painting the dialog once without and once with them would take twice as long. */
function useVeil(bitmap: GivenBitmap): boolean {
  const [veiled, setVeiled] = useState(bitmap !== null);
  useEffect(() => {
    const lift = () => setVeiled(false);
    const timer = setTimeout(lift, LONGEST_VEIL_MS);
    void bitmap?.finally(lift);
    return () => clearTimeout(timer);
  }, [bitmap]);
  return veiled;
}
