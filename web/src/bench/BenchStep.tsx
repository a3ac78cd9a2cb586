import type { ProofPoint } from '@nachweis/contract';
import {
  boxHolds,
  framedBox,
  framedSize,
  HOUSE_INKS,
  isPin,
  isPinOf,
  kindOf,
  type Mark,
  marksInFrame,
  movePin,
  type Point,
  putPin,
  renumbered,
  scaleMarks,
  takePinOut,
} from '@nachweis/core';
import {
  type ComponentProps,
  type KeyboardEvent,
  type ReactNode,
  type RefObject,
  useEffect,
  useRef,
  useState,
} from 'react';
import { FramedImage } from '../pictures/FramedPicture.tsx';
import { measureText, PAGE_FONTS } from '../pictures/markFonts.ts';
import { PinLayer } from '../pictures/PinSign.tsx';
import { useHiddenAreas } from '../pictures/useHiddenAreas.ts';
import { useBitmap } from '../prepare/useBitmap.ts';
import type { SheetPicture } from '../sheet/sheetPictures.ts';
import { Stage } from '../stage/Stage.tsx';
import { StageMarks } from '../stage/StageMarks.tsx';
import { arrowStep } from '../ui/arrowStep.ts';
import { Button } from '../ui/Button.tsx';
import { isKeyOff } from '../ui/ownSettings.ts';
import { isTyping } from '../ui/typing.ts';
import { BenchBar } from './BenchBar.tsx';
import { inkUnder } from './inkUnder.ts';
import { MarkList } from './MarkList.tsx';
import { MarkPanel } from './MarkPanel.tsx';
import { PinList } from './PinList.tsx';
import { FIRST_TEXT, type Making, PIN_TOOL, type Tool, toolFor } from './tools.ts';
import { useDrawing } from './useDrawing.ts';
import { useMarkHistory } from './useMarkHistory.ts';

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

type DrawnMark = Extract<Mark, { id: string }>;
const isDrawn = (mark: Mark): mark is DrawnMark => !isPin(mark);
/** A text that nothing was written into is no mark. */
const isEmpty = (mark: Mark) => 'text' in mark && mark.text === FIRST_TEXT;

/** Makes a picture say what it proves: pins for its must-shows, marks, and areas that are hidden. Every change is kept at once. */
export function BenchStep({ picture, point, onChange, onTrim, onDone, stepBack }: BenchStepProps): ReactNode {
  const { marks, framing } = picture;
  const frame = framedBox(framing, picture);
  const size = framedSize(framing, picture);
  const factor = size.width / frame.width;
  const letters = point.mustShows.map((m) => m.letter);
  const isPinned = (letter: string, all: readonly Mark[]) =>
    all.filter(isPinOf(letter)).some((pin) => boxHolds(frame, pin));
  const nextOpen = (all: readonly Mark[]) => letters.find((letter) => !isPinned(letter, all));

  const [tool, setTool] = useState(PIN_TOOL);
  const [looked, setLooked] = useState<Tool | null>(null);
  const [letter, setLetter] = useState(() => nextOpen(marks) ?? letters[0] ?? '');
  const [chosenId, setChosenId] = useState<string | null>(null);
  const { bitmap } = useBitmap(picture.url, null);
  const history = useMarkHistory(picture.evidenceId, marks, onChange);
  const { change } = history;
  const root = useRef<HTMLDivElement>(null);
  const field = useRef<HTMLTextAreaElement>(null);
  const pointer = useRef<Point | null>(null);
  /** the letter of the pin that is being moved */
  const dragging = useRef<string | null>(null);
  useEffect(() => root.current?.focus(), []);

  const drawn = marks.filter(isDrawn);
  const chosen = drawn.find((mark) => mark.id === chosenId) ?? null;
  const setting = { picture: frame, fontFamily: PAGE_FONTS.text, measure: measureText };
  const inFrame = marksInFrame(drawn, frame);
  const toCapture = (mark: Mark) => kindOf(mark).move(mark, frame.x, frame.y);
  const inCapture = ({ x, y }: Point): Point => ({ x: x + frame.x, y: y + frame.y });

  const choose = (id: string | null) => {
    const left = marks.find((mark) => isDrawn(mark) && mark.id === chosenId);
    if (left && chosenId !== id && isEmpty(left))
      change(
        marks.filter((mark) => mark !== left),
        'emptied',
      );
    setChosenId(id);
  };
  const replace = (mark: Mark, mergeWith = '') =>
    change(
      marks.map((one) => (isDrawn(one) && isDrawn(mark) && one.id === mark.id ? mark : one)),
      mergeWith,
    );
  const add = (mark: Mark) => {
    const placed = toCapture(mark);
    const inked =
      'ink' in placed
        ? {
            ...placed,
            ink: inkUnder(bitmap, kindOf(placed).bounds(placed, { ...setting, picture: frame })),
          }
        : placed;
    change([...marks.filter((one) => !isEmpty(one)), inked]);
    if (!isDrawn(inked)) return;
    setChosenId(inked.id);
    if ('text' in inked) requestAnimationFrame(() => field.current?.focus());
  };
  const remove = (mark: DrawnMark) => {
    change(renumbered(marks.filter((one) => one !== mark)));
    setChosenId(null);
    root.current?.focus();
  };
  const duplicate = (mark: DrawnMark) => {
    const by = Math.round(Math.max(frame.width, frame.height) * 0.02);
    const copy = { ...kindOf<Mark>(mark).move(mark, by, by), id: crypto.randomUUID() } as DrawnMark;
    const count = marks.filter((one) => one.kind === 'number').length;
    change([...marks, copy.kind === 'number' ? { ...copy, number: count + 1 } : copy]);
    setChosenId(copy.id);
  };
  const make = (from: Point, to: Point, even: boolean, path: Making['path'] = [], id = 'new') =>
    tool.make?.({ id, ink: HOUSE_INKS[0], from, to, even, path, marks: drawn }) ?? null;

  const drawing = useDrawing({
    tool,
    marks: inFrame,
    chosen: chosen && (marksInFrame([chosen], frame)[0] ?? null),
    setting,
    onChoose: choose,
    make,
    onMade: (mark) => add({ ...mark, id: crypto.randomUUID() } as Mark),
    onChanged: (mark) => replace(toCapture(mark)),
  });
  /** Without a pointer: a mark of the usual size in the middle of the picture. */
  const putInMiddle = () => {
    const [x, y] = [frame.width / 2, frame.height / 2];
    const [dx, dy] = tool.drawn ? [frame.width * 0.12, frame.height * 0.08] : [0, 0];
    const made = make({ x: x - dx, y: y - dy }, { x: x + dx, y: y + dy }, false, [], crypto.randomUUID());
    if (made) add(made);
  };

  const put = (one: string, at: Point) => change(putPin(marks, one, at, picture));
  /** Where a pin goes without a pointer: side by side, so that they can be told apart. */
  const placeFor = (one: string): Point => ({
    x: frame.x + Math.floor((frame.width * (letters.indexOf(one) + 1)) / (letters.length + 1)),
    y: frame.y + Math.floor(frame.height / 2),
  });
  /** The button that was pressed is gone; the same key again must not take the pin out. */
  const focusNext = () =>
    requestAnimationFrame(() => root.current?.querySelector<HTMLElement>('[data-next]')?.focus());
  const onPick = (at: Point) => {
    if (!letter || tool !== PIN_TOOL) return;
    const next = putPin(marks, letter, inCapture(at), picture);
    change(next);
    setLetter(nextOpen(next) ?? letter);
  };
  const moves = (one: string): ComponentProps<'span'> => ({
    onPointerDown: (event) => {
      if (event.button !== 0) return;
      event.stopPropagation();
      choose(null);
      setLetter(one);
      dragging.current = `${one} ${event.timeStamp}`;
      event.currentTarget.setPointerCapture(event.pointerId);
    },
    onPointerUp: () => {
      dragging.current = null;
    },
    onClick: (event) => event.stopPropagation(),
  });
  const onHover = (at: Point | null) => {
    pointer.current = at && inCapture(at);
    // One step back undoes the whole drag.
    if (dragging.current && pointer.current)
      change(putPin(marks, dragging.current.split(' ')[0] ?? '', pointer.current, picture), dragging.current);
  };

  const takeTool = (next: Tool) => {
    choose(null);
    setTool(next);
  };
  stepBack.current = () => {
    if (isTyping(document.activeElement)) root.current?.focus();
    else if (chosen) choose(null);
    else if (tool !== PIN_TOOL) takeTool(PIN_TOOL);
    else return false;
    return true;
  };
  useEffect(
    () => () => {
      stepBack.current = null;
    },
    [stepBack],
  );

  const onArrow = ({ dx, dy }: { dx: number; dy: number }, event: KeyboardEvent) => {
    if (chosen) {
      const kind = kindOf<Mark>(chosen);
      const handle = kind.handles(chosen, setting).at(-1);
      if (!event.altKey) replace(kind.move(chosen, dx, dy));
      else if (handle) replace(kind.pull(chosen, handle.name, { x: handle.x + dx, y: handle.y + dy }, false));
    } else if (isPinned(letter, marks)) change(movePin(marks, letter, dx, dy, picture));
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const held = event.ctrlKey || event.metaKey;
    if (isTyping(event.target) && !(event.key === 'Enter' && held)) return;
    const arrow = arrowStep(event);
    const key = event.key.toLowerCase();
    if (event.key === 'Enter' && (held || !(event.target instanceof HTMLButtonElement))) done();
    else if (held && key === 'z' && !event.shiftKey) history.undo();
    else if (held && (key === 'y' || key === 'z')) history.redo();
    else if (held) return;
    else if (arrow) onArrow(arrow, event);
    else if (event.altKey || isKeyOff(event)) return;
    else if (letters.includes(event.key)) {
      choose(null);
      setLetter(event.key);
      if (pointer.current) put(event.key, pointer.current);
      else if (!isPinned(event.key, marks)) put(event.key, placeFor(event.key));
    } else if (event.key === '5') onTrim();
    else if (event.key === 'Insert') putInMiddle();
    else if (event.key === 'Delete' || event.key === 'Backspace') {
      if (chosen) remove(chosen);
      else change(takePinOut(marks, letter));
    } else {
      const next = toolFor(event.key, tool);
      if (!next) return;
      takeTool(next);
    }
    event.preventDefault();
  };
  const done = () => {
    choose(null);
    onDone();
  };

  const hidden = useHiddenAreas(null, frame, marks, bitmap);
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
      onKeyDown={onKeyDown}
    >
      <BenchBar tool={tool} onTool={takeTool} onLook={setLooked} onTrim={onTrim} history={history} />
      <div className="flex min-h-0 flex-1 flex-col max-md:overflow-auto md:flex-row">
        <Stage
          picture={{ width: frame.width, height: frame.height }}
          label={`${point.code}, to be marked`}
          className="cursor-crosshair select-none"
          onPick={onPick}
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
                chosen={passingId ?? chosenId}
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
              onChoose={(one) => {
                choose(null);
                setLetter(one);
              }}
              onPut={(one) => {
                setLetter(one);
                put(one, placeFor(one));
                focusNext();
              }}
              onSays={(one, says) =>
                change(
                  marks.map((mark) => (isPinOf(one)(mark) ? { ...mark, says } : mark)),
                  `says ${one}`,
                )
              }
              onRemove={(one) => change(takePinOut(marks, one))}
            />
            <MarkList marks={drawn} chosen={chosenId} onChoose={choose} />
            {chosen && (
              <MarkPanel
                mark={chosen}
                field={field}
                onChange={replace}
                onDuplicate={() => duplicate(chosen)}
                onRemove={() => remove(chosen)}
              />
            )}
          </div>
          <div className="flex flex-wrap items-center justify-end gap-2 border-t border-rule p-2">
            {drawingNow && (
              <Button small keyName="Ins" onClick={putInMiddle}>
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
