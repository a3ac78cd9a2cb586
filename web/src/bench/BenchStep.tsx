import type { ProofPoint } from '@nachweis/contract';
import { kindOf, type Mark, marksInFrame, type Point, scaleMarks } from '@nachweis/core';
import { type ComponentProps, type ReactNode, type RefObject, useEffect, useRef, useState } from 'react';
import { FramedImage } from '../pictures/FramedPicture.tsx';
import { PinLayer } from '../pictures/PinSign.tsx';
import { useHiddenAreas } from '../pictures/useHiddenAreas.ts';
import type { SheetPicture } from '../sheet/sheetPictures.ts';
import { Stage } from '../stage/Stage.tsx';
import { StageMarks } from '../stage/StageMarks.tsx';
import { Button } from '../ui/Button.tsx';
import { isTyping } from '../ui/typing.ts';
import { markSentence } from '../words/marks.ts';
import { BenchBar } from './BenchBar.tsx';
import { benchKeys } from './benchKeys.ts';
import { MarkList } from './MarkList.tsx';
import { MarkPanel } from './MarkPanel.tsx';
import { PinList } from './PinList.tsx';
import { PIN_TOOL, type Tool } from './tools.ts';
import { isDrawn, onFrame, useBench } from './useBench.ts';
import { useDrawing } from './useDrawing.ts';

interface BenchStepProps {
  picture: SheetPicture;
  point: ProofPoint;
  onChange: (marks: Mark[]) => void;
  /** to the framing */
  onTrim: () => void;
  onDone: () => void;
  /** goes one step back inside, for Escape; false where there is none */
  stepBack: RefObject<(() => boolean) | null>;
}

/** Makes a picture say what it proves: pins for its must-shows, marks, and areas that are hidden. Every change is kept at once. */
export function BenchStep({ picture, point, onChange, onTrim, onDone, stepBack }: BenchStepProps): ReactNode {
  const root = useRef<HTMLDivElement>(null);
  const field = useRef<HTMLTextAreaElement>(null);
  const pointer = useRef<Point | null>(null);
  /** the letter of the pin that is being moved, and when that began */
  const dragging = useRef<{ letter: string; since: number } | null>(null);
  const [looked, setLooked] = useState<Tool | null>(null);
  const bench = useBench(picture, point, onChange, field, root);
  const { frame, size, setting, tool, letter, chosen, choose } = bench;
  const { marks, framing } = picture;
  const factor = size.width / frame.width;
  const letters = point.mustShows.map((m) => m.letter);
  useEffect(() => root.current?.focus(), []);

  const inFrame = onFrame(bench);
  const drawing = useDrawing({
    tool,
    marks: inFrame,
    chosen: chosen && (marksInFrame([chosen], frame)[0] ?? null),
    setting,
    onChoose: choose,
    make: bench.make,
    onMade: (mark) => bench.add({ ...mark, id: crypto.randomUUID() } as Mark),
    onChanged: (mark) => bench.replace(bench.toCapture(mark)),
  });
  /** The button that was pressed is gone; the same key again must not take the pin out. */
  const focusNext = () =>
    requestAnimationFrame(() => root.current?.querySelector<HTMLElement>('[data-next]')?.focus());
  const inCapture = ({ x, y }: Point): Point => ({ x: x + frame.x, y: y + frame.y });
  const moves = (one: string): ComponentProps<'span'> => ({
    onPointerDown: (event) => {
      if (event.button !== 0) return;
      event.stopPropagation();
      bench.chooseLetter(one);
      dragging.current = { letter: one, since: event.timeStamp };
      event.currentTarget.setPointerCapture(event.pointerId);
    },
    onPointerUp: () => {
      dragging.current = null;
    },
    onClick: (event) => event.stopPropagation(),
  });
  const onHover = (at: Point | null) => {
    pointer.current = at && inCapture(at);
    const moved = dragging.current;
    // One step back undoes the whole drag.
    if (moved && pointer.current)
      bench.pin(moved.letter, pointer.current, `drag ${moved.letter} ${moved.since}`);
  };
  const done = () => {
    choose(null);
    onDone();
  };
  stepBack.current = () => {
    if (isTyping(document.activeElement)) root.current?.focus();
    else if (chosen) choose(null);
    else if (tool !== PIN_TOOL) bench.takeTool(PIN_TOOL);
    else return false;
    return true;
  };
  useEffect(
    () => () => {
      stepBack.current = null;
    },
    [stepBack],
  );

  const hidden = useHiddenAreas(null, frame, marks, bench.bitmap);
  const { passing } = drawing;
  const passingId = passing && isDrawn(passing) ? passing.id : null;
  const shown = passing
    ? [...inFrame.filter((mark) => !isDrawn(mark) || mark.id !== passingId), passing]
    : inFrame;
  const handled = passing ?? (chosen && marksInFrame([chosen], frame)[0]);
  const sceneMarks = scaleMarks(shown, factor);
  const sceneSetting = { ...setting, picture: size };
  const [sceneHandled] = handled ? scaleMarks([handled], factor) : [];
  const drawingNow = tool !== PIN_TOOL;
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: letter and arrow keys work anywhere in this step; every command has a button too
    <div
      ref={root}
      tabIndex={-1}
      data-keys="bench"
      className="flex min-h-0 flex-1 flex-col outline-none"
      onKeyDown={(event) =>
        benchKeys(event, { bench, letters, pointer: pointer.current, onTrim, onDone: done })
      }
    >
      <BenchBar
        tool={tool}
        onTool={bench.takeTool}
        onLook={setLooked}
        onTrim={onTrim}
        history={bench.history}
      />
      <div className="flex min-h-0 flex-1 flex-col max-md:overflow-auto md:flex-row">
        <Stage
          picture={{ width: frame.width, height: frame.height }}
          label={`${point.code}, to be marked`}
          className="cursor-crosshair select-none"
          onPick={(at) => tool === PIN_TOOL && bench.pinNext(inCapture(at))}
          onHover={onHover}
          image={
            <FramedImage
              url={picture.url}
              width={picture.width}
              height={picture.height}
              framing={framing}
              alt={`${point.code}, to be marked`}
            />
          }
        >
          {(scale) => (
            <>
              <StageMarks
                marks={sceneMarks}
                size={size}
                scale={scale / factor}
                chosen={passingId ?? chosen?.id ?? null}
                handles={sceneHandled ? kindOf(sceneHandled).handles(sceneHandled, sceneSetting) : []}
                hidden={hidden.filter((area) => area.id !== passingId)}
                factor={factor}
              />
              {drawingNow && (
                <div
                  data-testid="drawing"
                  className="absolute inset-0 cursor-crosshair touch-none"
                  {...drawing.handlersFor(scale)}
                />
              )}
              <PinLayer
                marks={marks}
                frame={frame}
                shown={{ width: frame.width * scale, height: frame.height * scale }}
                chosen={chosen ? null : letter}
                {...(drawingNow ? {} : { handlers: moves })}
              />
            </>
          )}
        </Stage>
        <aside className="flex w-full flex-col border-rule bg-card md:w-84 md:border-l">
          <p className="min-h-14 border-b border-rule p-2 px-3 text-sm text-faded">
            {(looked ?? tool).hint} Arrow keys move what is chosen.
          </p>
          <div className="min-h-0 flex-1 md:overflow-auto">
            <PinList
              point={point}
              marks={marks}
              frame={frame}
              chosen={chosen ? '' : letter}
              onChoose={bench.chooseLetter}
              onPut={(one) => {
                bench.chooseLetter(one);
                bench.pin(one);
                focusNext();
              }}
              onSays={bench.say}
              onRemove={bench.unpin}
            />
            <MarkList marks={inFrame.filter(isDrawn)} chosen={chosen?.id ?? null} onChoose={choose} />
            {chosen && (
              <MarkPanel
                mark={chosen}
                words={markSentence(marksInFrame([chosen], frame)[0] ?? chosen)}
                field={field}
                onChange={bench.replace}
                onDuplicate={bench.duplicateChosen}
                onRemove={bench.removeChosen}
              />
            )}
          </div>
          <div className="flex flex-wrap items-center justify-end gap-2 border-t border-rule p-2">
            {drawingNow && (
              <Button small keyName="Ins" onClick={bench.addInMiddle}>
                Put one in the middle
              </Button>
            )}
            <Button look="main" data-next onClick={done} keyName="Enter">
              Done
            </Button>
          </div>
        </aside>
      </div>
    </div>
  );
}
