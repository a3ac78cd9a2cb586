import type { ProofPoint } from '@nachweis/contract';
import { guideLines, kindOf, marksOnTrimmed, type Point, scaleMarks, wholeBox } from '@nachweis/core';
import { type ComponentProps, type ReactNode, type RefObject, useEffect, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { FramedImage } from '../pictures/FramedPicture.tsx';
import { PinLayer } from '../pictures/PinSign.tsx';
import { useHiddenAreas } from '../pictures/useHiddenAreas.ts';
import type { SheetPicture } from '../sheet/sheetPictures.ts';
import { LOUPE_TIMES } from '../stage/Loupe.tsx';
import { Stage } from '../stage/Stage.tsx';
import { StageMarks } from '../stage/StageMarks.tsx';
import { Heard } from '../ui/Heard.tsx';
import { beginAtPicture, toPicture } from '../ui/toPicture.ts';
import { isTyping } from '../ui/typing.ts';
import { markSentence } from '../words/marks.ts';
import { BenchAside } from './BenchAside.tsx';
import { BenchBar } from './BenchBar.tsx';
import { BenchLoupe } from './BenchLoupe.tsx';
import { isDrawn } from './bench.ts';
import { benchKeys } from './benchKeys.ts';
import { GuideLayer } from './GuideLayer.tsx';
import { HideElsewhere } from './HideElsewhere.tsx';
import { handlesOf } from './handles.ts';
import { MEASURE_TOOLS } from './measureTools.ts';
import { PIN_TOOL, type Tool } from './tools.ts';
import { FINISH_TOOL } from './trimTools.ts';
import { onPicture, useBench } from './useBench.ts';
import { useDrawing } from './useDrawing.ts';
import { useFinger } from './useFinger.ts';
import type { Work } from './useWorkHistory.ts';

interface BenchStepProps {
  picture: SheetPicture;
  point: ProofPoint;
  /** the other pictures of the sheet */
  others: readonly SheetPicture[];
  codeOf: (proofPointId: string) => string;
  onChange: (work: Work) => void;
  /** to the framing */
  onTrim: () => void;
  onDone: () => void;
  /** goes one step back inside, for Escape; false where there is none */
  stepBack: RefObject<(() => boolean) | null>;
}

/** Makes a picture say what it proves: pins for its must-shows, marks, and areas that are hidden. Every change is kept at once. */
export function BenchStep(props: BenchStepProps): ReactNode {
  const { picture, point, others, codeOf, onChange, onTrim, onDone, stepBack } = props;
  const root = useRef<HTMLDivElement>(null);
  const drawn = useRef<HTMLDivElement>(null);
  const field = useRef<HTMLTextAreaElement>(null);
  const pointer = useRef<Point | null>(null);
  /** the letter of the pin that is being moved, and when that began */
  const dragging = useRef<{ letter: string; since: number } | null>(null);
  const [looked, setLooked] = useState<Tool | null>(null);
  const [hiding, setHiding] = useState(false);
  /** The keys of the bench are for the picture; a screen reader hands them on where that has the focus. */
  const toThePicture = () => toPicture(root.current);
  const bench = useBench(picture, point, onChange, field, toThePicture);
  const { placing, shown, setting, tool, letter, chosen, several, choose } = bench;
  const { trimmed, size, factor } = placing;
  const { marks } = picture;
  const letters = point.mustShows.map((m) => m.letter);
  useEffect(() => beginAtPicture(root.current), []);

  const all = marksOnTrimmed(marks, placing);
  const drawnMarks = onPicture(bench);
  const handledMark = chosen && (drawnMarks.find((mark) => isDrawn(mark) && mark.id === chosen.id) ?? null);
  const guides = guideLines(drawnMarks);
  const severalIds = several.map((mark) => mark.id);
  const finger = useFinger();
  const drawing = useDrawing({
    tool,
    finger,
    // A tool that makes no mark takes hold of none.
    marks: tool.trim || tool.reads ? [] : drawnMarks,
    chosen: tool.trim || tool.reads ? null : handledMark,
    several: drawnMarks.filter((mark) => isDrawn(mark) && severalIds.includes(mark.id)),
    setting,
    guides,
    onChoose: choose,
    onToggle: bench.toggle,
    make: bench.make,
    onMade: bench.finishDrawing,
    onChanged: (marks) => bench.replaceAll(marks.map(bench.toCapture)),
  });
  /** The button that was pressed is gone; the same key again must not take the pin out. */
  const putAndGoOn = (one: string) => {
    flushSync(() => {
      bench.chooseLetter(one);
      bench.pin(one);
    });
    root.current?.querySelector<HTMLElement>('[data-next]')?.focus();
  };
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
    pointer.current = at && placing.back.point(at);
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
    if (isTyping(document.activeElement)) toThePicture();
    else if (chosen || several.length > 0) choose(null);
    else if (bench.reading) bench.stopReading();
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

  const hidden = useHiddenAreas(null, placing.frame, shown.covers ? marks : [], bench.bitmap);
  const { passing } = drawing;
  const passingIds = passing.flatMap((mark) => (isDrawn(mark) ? [mark.id] : []));
  // What is hidden is gone already from a picture whose pixels were made; while it is moved it is seen all the same.
  const laid = shown.covers ? drawnMarks : drawnMarks.filter((mark) => !kindOf(mark).burns);
  const inScene =
    passing.length > 0
      ? [...laid.filter((mark) => !isDrawn(mark) || !passingIds.includes(mark.id)), ...passing]
      : laid;
  const held = drawnMarks.filter((mark) => isDrawn(mark) && severalIds.includes(mark.id) && !mark.locked);
  const handled =
    passing.length > 0
      ? passing
      : held.length > 0
        ? held
        : handledMark && !chosen?.locked
          ? [handledMark]
          : [];
  const sceneMarks = scaleMarks(inScene, factor);
  const drawingNow = tool.make !== null;
  const heard = chosen
    ? (handledMark ?? chosen)
    : all.find((mark) => mark.kind === 'pin' && mark.letter === letter);
  return (
    <>
      {hiding && chosen?.kind === 'redaction' && (
        <HideElsewhere
          area={chosen}
          width={picture.width}
          height={picture.height}
          others={others}
          codeOf={codeOf}
          onClose={() => setHiding(false)}
        />
      )}
      {/* biome-ignore lint/a11y/noStaticElementInteractions: letter and arrow keys work anywhere in this step; every command has a button too */}
      <div
        ref={root}
        tabIndex={-1}
        data-keys="bench"
        className="flex min-h-0 flex-1 flex-col outline-none"
        onKeyDown={(event) => benchKeys(event, { bench, letters, pointer: pointer.current, onDone: done })}
      >
        <Heard>{heard ? markSentence(heard) : ''}</Heard>
        {/* A key that takes a tool moves no focus. */}
        <Heard testId="heard-tool">
          {`${tool.label}. ${tool.hint}${tool.make ? ' Insert does it in the middle of the picture.' : ''}`}
        </Heard>
        <BenchBar
          tool={tool}
          onTool={bench.takeTool}
          onLook={setLooked}
          history={bench.history}
          finger={finger}
        />
        <div className="flex min-h-0 flex-1 flex-col max-md:overflow-auto md:flex-row">
          <Stage
            picture={trimmed}
            label={`${point.code}, to be marked`}
            className={tool === FINISH_TOOL ? 'select-none' : 'cursor-crosshair select-none'}
            onPick={(at) => tool === PIN_TOOL && bench.pinNext(placing.back.point(at))}
            onHover={onHover}
            image={
              <FramedImage
                url={shown.url}
                width={shown.width}
                height={shown.height}
                framing={shown.framing}
                alt={`${point.code}, to be marked`}
              />
            }
          >
            {(scale) => (
              <>
                <GuideLayer lines={guides} picture={trimmed} />
                <StageMarks
                  marks={sceneMarks}
                  size={size}
                  scale={scale / factor}
                  chosen={passingIds.length > 0 ? passingIds : chosen ? [chosen.id] : severalIds}
                  handles={handlesOf(handled, setting, scale).map(({ name, x, y }) => ({
                    ...{ name, x: x * factor, y: y * factor },
                  }))}
                  hidden={hidden.filter((area) => !passingIds.includes(area.id))}
                  factor={factor}
                />
                {MEASURE_TOOLS.includes(tool) && scale < LOUPE_TIMES && (
                  <BenchLoupe surface={drawn} pixels={bench.bitmap} part={shown.frame} />
                )}
                {drawingNow && (
                  <div
                    ref={drawn}
                    data-testid="drawing"
                    className="absolute inset-0 cursor-crosshair touch-none"
                    {...drawing.handlersFor(scale)}
                  />
                )}
                <PinLayer
                  marks={all}
                  frame={wholeBox(trimmed)}
                  shown={{ width: trimmed.width * scale, height: trimmed.height * scale }}
                  chosen={chosen || several.length > 0 ? null : letter}
                  {...(tool === PIN_TOOL ? { handlers: moves } : {})}
                />
              </>
            )}
          </Stage>
          <BenchAside
            bench={bench}
            busy={passing.length > 0}
            point={point}
            captureId={picture.captureId}
            others={others}
            codeOf={codeOf}
            looked={looked}
            shownMarks={all}
            chosenWords={chosen && markSentence(handledMark ?? chosen)}
            field={field}
            onFrame={onTrim}
            onPut={putAndGoOn}
            onHideElsewhere={() => setHiding(true)}
            onLeaveField={toThePicture}
            onDone={done}
          />
        </div>
      </div>
    </>
  );
}
