import type { Preparation, PresetSettings, ProofPoint } from '@nachweis/contract';
import { carryTrims, type Framing, isPinOf } from '@nachweis/core';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import { warmUpFinder } from '../finding/finder.ts';
import type { SheetPicture } from '../sheet/sheetPictures.ts';
import { sentAs } from '../store/pictureDocument.ts';
import { happen } from '../store/pictureStore.ts';
import { Dialog } from '../ui/Dialog.tsx';
import { toast } from '../ui/notices.ts';
import { toPicture } from '../ui/toPicture.ts';
import { useLoaded } from '../ui/useLoaded.ts';
import { FrameStep } from './FrameStep.tsx';
import type { FrameTool } from './FrameToolbar.tsx';
import type { PrepareStep } from './prepareStep.ts';
import { useOnlyHere } from './useOnlyHere.ts';
import { WorkedOnElsewhere } from './WorkedOnElsewhere.tsx';

/** Called by who fetches this ahead. */
export { warmUpFinder };

/** Fetched while the picture is framed. */
const importBench = () => import('../bench/BenchStep.tsx').then((part) => part.BenchStep);

const importFormats = () => import('../formats/FormatStep.tsx').then((part) => part.FormatStep);

const STEP_LABELS: Readonly<Record<PrepareStep, string>> = { frame: 'Frame', pin: 'Bench', format: 'Format' };

interface PrepareDialogProps {
  picture: SheetPicture;
  point: ProofPoint;
  /** the other pictures of the sheet */
  others: readonly SheetPicture[];
  codeOf: (proofPointId: string) => string;
  firstStep: PrepareStep;
  /** how a new picture is to be framed; null for one that is changed again */
  firstFraming: PresetSettings['framing'] | null;
  /** decoded already, for a picture that has just come in */
  bitmap: ImageBitmap | null;
  onClose: () => void;
  /** told of the step that is gone to */
  onStep: (step: PrepareStep) => void;
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

/** Work on one picture: which part of it counts, what is shown in it, and which file it becomes. */
export default function PrepareDialog({
  picture,
  point,
  others,
  codeOf,
  firstStep,
  firstFraming,
  bitmap,
  onClose,
  onAgain,
  onStep,
}: PrepareDialogProps): ReactNode {
  const [step, setStepHere] = useState(firstStep);
  const setStep = (next: PrepareStep) => {
    setStepHere(next);
    onStep(next);
  };
  const BenchStep = useLoaded(importBench, {
    wanted: step === 'pin',
    ahead: true,
    onMissing() {
      toast.warning(
        'The bench cannot be fetched now. The picture and its frame are kept. Reload the page when the server is back, and open the bench from the mount.',
      );
      onClose();
    },
  });
  const FormatStep = useLoaded(importFormats, {
    wanted: step === 'format',
    ahead: false,
    onMissing() {
      toast.warning('The format desk cannot be fetched now. The picture is kept as it is.');
      setStep('pin');
    },
  });
  const stepBack = useRef<(() => boolean) | null>(null);
  const { held, takeOver } = useOnlyHere(picture.evidenceId);
  const close = useRef(onClose);
  close.current = onClose;
  useEffect(() => {
    if (held !== 'taken') return;
    toast.info('This picture is worked on in another tab now. Everything you did to it is kept.');
    close.current();
  }, [held]);
  const takeFrame = (framing: Framing) => {
    const trims = carryTrims(picture.trims, picture.framing, framing, picture);
    // Taken as it is there is nothing new to send; one that the server did not take is tried again.
    if (picture.problem || sentAs({ ...picture, framing, trims }) !== sentAs(picture))
      void happen(picture, { kind: 'prepared', changes: { framing, trims } });
    const pinned = point.mustShows.every((m) => picture.marks.some(isPinOf(m.letter)));
    if (point.requirements.needsPins && !pinned) setStep('pin');
    else onClose();
  };
  const change = (changes: Partial<Preparation>) => void happen(picture, { kind: 'prepared', changes });
  return (
    <Dialog
      title={`${point.code} ${point.title}`}
      size="full"
      onClose={onClose}
      onEscape={(event) => {
        if (stepBack.current?.()) event.preventDefault();
      }}
      closeLabel="Back to the proof sheet"
      aside={
        <span className="flex items-center gap-1 text-sm">
          {(['frame', 'pin', 'format'] as const).map((one) => (
            <button
              key={one}
              type="button"
              aria-current={step === one ? 'step' : undefined}
              onClick={({ currentTarget }) =>
                one === step ? toPicture(currentTarget.closest('[role=dialog]')) : setStep(one)
              }
              className="border-b-2 border-transparent px-2 py-1 text-verdigris-deep aria-[current]:border-verdigris aria-[current]:font-bold"
            >
              {STEP_LABELS[one]}
            </button>
          ))}
        </span>
      }
    >
      {held === 'elsewhere' && <WorkedOnElsewhere onTakeOver={takeOver} onBack={onClose} />}
      {held === 'here' && step === 'frame' && (
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
      )}
      {held === 'here' && step === 'pin' && BenchStep && (
        <BenchStep
          picture={picture}
          point={point}
          others={others}
          codeOf={codeOf}
          onChange={change}
          onTrim={() => setStep('frame')}
          onDone={onClose}
          stepBack={stepBack}
        />
      )}
      {held === 'here' && step === 'format' && FormatStep && (
        <FormatStep
          picture={picture}
          point={point}
          onChoose={(encoding) => change({ encoding })}
          onDone={onClose}
        />
      )}
    </Dialog>
  );
}
