import type { ProofPoint } from '@nachweis/contract';
import type { Mark } from '@nachweis/core';
import { memo, type ReactNode, type RefObject } from 'react';
import type { SheetPicture } from '../sheet/sheetPictures.ts';
import { Button } from '../ui/Button.tsx';
import { ArrangeButtons } from './ArrangeButtons.tsx';
import { type Bench, isDrawn } from './bench.ts';
import { FinishPanel } from './FinishPanel.tsx';
import { InsetPanel } from './InsetPanel.tsx';
import { KeepLook, LookPanel } from './LookPanel.tsx';
import { MarkFileButtons } from './MarkFileButtons.tsx';
import { MarkList } from './MarkList.tsx';
import { MarkPanel } from './MarkPanel.tsx';
import { PinList } from './PinList.tsx';
import { ReadPanel } from './ReadPanel.tsx';
import { SeveralPanel } from './SeveralPanel.tsx';
import { StyleFields } from './StyleFields.tsx';
import { TrimPanel } from './TrimPanel.tsx';
import type { Tool } from './tools.ts';
import { FINISH_TOOL } from './trimTools.ts';
import { onPicture } from './useBench.ts';

interface BenchAsideProps {
  bench: Bench;
  /** something is being dragged: what stands here changes with it only when the hand lets go */
  busy: boolean;
  point: ProofPoint;
  captureId: string;
  /** the other pictures of the sheet */
  others: readonly SheetPicture[];
  codeOf: (proofPointId: string) => string;
  /** the tool that is looked at in the bar, before it is taken */
  looked: Tool | null;
  /** pins and marks as they lie on the picture that is seen */
  shownMarks: readonly Mark[];
  /** how the chosen mark reads aloud */
  chosenWords: string | null;
  /** where the words of the chosen mark are written */
  field: RefObject<HTMLTextAreaElement | null>;
  onFrame: () => void;
  /** puts the pin of a must-show, and goes on */
  onPut: (letter: string) => void;
  onHideElsewhere: () => void;
  onLeaveField: () => void;
  onDone: () => void;
}

/**
 * Beside the picture: what the tool in hand needs, the pins and marks in reading order, and what is done to the chosen ones.
 * Hundreds of rows are not looked through for each move of the pointer.
 */
export const BenchAside = memo(Aside, (_before, { busy }) => busy);

function Aside(props: BenchAsideProps): ReactNode {
  const { bench, point, captureId, others, codeOf, looked, shownMarks, chosenWords, field } = props;
  const { onFrame, onPut, onHideElsewhere, onLeaveField, onDone } = props;
  const { tool, letter, chosen, several, choose } = bench;
  const drawnMarks = onPicture(bench);
  const drawingNow = tool.make !== null;
  return (
    <aside className="flex w-full flex-col border-rule bg-card md:w-84 md:border-l">
      <p className="min-h-14 border-b border-rule p-2 px-3 text-sm text-faded">
        {(looked ?? tool).hint}
        {!tool.trim && !tool.reads && tool !== FINISH_TOOL && ' Arrow keys move what is chosen.'}
      </p>
      {drawingNow && !tool.trim && !tool.reads && !tool.chooses && (
        <LookPanel look={bench.look} onGone={onLeaveField} />
      )}
      <div className="min-h-0 flex-1 md:overflow-auto">
        {tool.trim && <TrimPanel bench={bench} onFrame={onFrame} />}
        {tool === FINISH_TOOL && <FinishPanel bench={bench} />}
        {tool.inserts && <InsetPanel bench={bench} captureId={captureId} others={others} codeOf={codeOf} />}
        {tool.reads && <ReadPanel bench={bench} marks={drawnMarks} />}
        {!tool.trim && tool !== FINISH_TOOL && (
          <PinList
            point={point}
            marks={shownMarks}
            chosen={chosen || several.length > 0 ? '' : letter}
            onChoose={bench.chooseLetter}
            onPut={onPut}
            onSays={bench.say}
            onRemove={bench.unpin}
          />
        )}
        <MarkList
          marks={drawnMarks.filter(isDrawn)}
          chosen={chosen ? [chosen.id] : several.map((mark) => mark.id)}
          onChoose={choose}
          onToggle={bench.toggle}
        />
        {several.length > 0 && <SeveralPanel bench={bench} />}
        {chosen && (
          <MarkPanel
            mark={chosen}
            words={chosenWords ?? ''}
            field={field}
            onChange={bench.replace}
            onCalibrate={bench.calibrate}
            onHideElsewhere={others.length > 0 ? onHideElsewhere : null}
          >
            <StyleFields marks={[chosen]} onChange={bench.replaceAll} />
            {'ink' in chosen && <KeepLook key={chosen.id} look={bench.look} mark={chosen} />}
            <ArrangeButtons bench={bench} marks={[chosen]} />
          </MarkPanel>
        )}
        <MarkFileButtons bench={bench} name={point.code} />
      </div>
      <div className="flex flex-wrap items-center justify-end gap-2 border-t border-rule p-2">
        {drawingNow && !tool.inserts && (
          <Button small keyName="Ins" onClick={bench.addInMiddle}>
            {tool.reads ? 'Read all of it' : tool.chooses ? 'Choose all' : 'Put one in the middle'}
          </Button>
        )}
        <Button look="main" data-next onClick={onDone} keyName="Enter">
          Done
        </Button>
      </div>
    </aside>
  );
}
