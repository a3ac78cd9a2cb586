import type { ProofPoint } from '@nachweis/contract';
import { boxHolds, framedBox, type Mark, movePin, type Point, putPin, takePinOut } from '@nachweis/core';
import { Trash2 } from 'lucide-react';
import { type ComponentProps, type KeyboardEvent, type ReactNode, useEffect, useRef, useState } from 'react';
import { FramedImage } from '../pictures/FramedPicture.tsx';
import { PinLayer } from '../pictures/PinSign.tsx';
import type { SheetPicture } from '../sheet/sheetPictures.ts';
import { Stage } from '../stage/Stage.tsx';
import { arrowStep } from '../ui/arrowStep.ts';
import { Button } from '../ui/Button.tsx';
import { isKeyOff } from '../ui/ownSettings.ts';
import { Letter } from '../ui/signs.tsx';

interface PinStepProps {
  picture: SheetPicture;
  point: ProofPoint;
  onChange: (marks: Mark[]) => void;
  onDone: () => void;
}

/** Puts each must-show's letter where it is seen. Every change is kept at once. */
export function PinStep({ picture, point, onChange, onDone }: PinStepProps): ReactNode {
  const frame = framedBox(picture.framing, picture);
  const letters = point.mustShows.map((m) => m.letter);
  const isPinned = (letter: string, marks: readonly Mark[]) =>
    marks.some((m) => m.letter === letter && boxHolds(frame, m));
  const nextOpen = (marks: readonly Mark[]) => letters.find((letter) => !isPinned(letter, marks));
  const [chosen, setChosen] = useState(() => nextOpen(picture.marks) ?? letters[0] ?? '');
  const [undo, setUndo] = useState<Mark[][]>([]);
  const root = useRef<HTMLDivElement>(null);
  const pointer = useRef<Point | null>(null);
  /** the letter of the pin that is being moved */
  const dragging = useRef<string | null>(null);
  useEffect(() => root.current?.focus(), []);

  const change = (marks: Mark[]) => {
    setUndo((old) => [...old, picture.marks]);
    onChange(marks);
  };
  /** The button that was pressed is gone; the same key again must not take the pin out. */
  const focusNext = () =>
    requestAnimationFrame(() => root.current?.querySelector<HTMLElement>('[data-next]')?.focus());
  const put = (letter: string, at: Point) => change(putPin(picture.marks, letter, at, picture));
  /** Where a pin goes without a pointer: side by side, so that they can be told apart. */
  const placeFor = (letter: string): Point => ({
    x: frame.x + Math.floor((frame.width * (letters.indexOf(letter) + 1)) / (letters.length + 1)),
    y: frame.y + Math.floor(frame.height / 2),
  });
  const inCapture = ({ x, y }: Point): Point => ({ x: x + frame.x, y: y + frame.y });
  const onPick = (at: Point) => {
    if (!chosen) return;
    const marks = putPin(picture.marks, chosen, inCapture(at), picture);
    change(marks);
    setChosen(nextOpen(marks) ?? chosen);
  };
  const moves = (letter: string): ComponentProps<'span'> => ({
    onPointerDown: (event) => {
      if (event.button !== 0) return;
      event.stopPropagation();
      setChosen(letter);
      // One step back undoes the whole drag.
      setUndo((old) => [...old, picture.marks]);
      dragging.current = letter;
      event.currentTarget.setPointerCapture(event.pointerId);
    },
    onPointerUp: () => {
      dragging.current = null;
    },
    onClick: (event) => event.stopPropagation(),
  });
  const onHover = (at: Point | null) => {
    pointer.current = at && inCapture(at);
    if (dragging.current && pointer.current)
      onChange(putPin(picture.marks, dragging.current, pointer.current, picture));
  };

  const onKeyDown = (event: KeyboardEvent) => {
    const arrow = arrowStep(event);
    if (event.key === 'Enter' && !(event.target instanceof HTMLButtonElement)) {
      event.preventDefault();
      onDone();
    } else if (event.key === 'z' && (event.ctrlKey || event.metaKey)) {
      event.preventDefault();
      const last = undo.at(-1);
      if (last) {
        setUndo(undo.slice(0, -1));
        onChange(last);
      }
    } else if (event.ctrlKey || event.metaKey || event.altKey || isKeyOff(event)) {
      return;
    } else if (letters.includes(event.key)) {
      event.preventDefault();
      setChosen(event.key);
      if (pointer.current) put(event.key, pointer.current);
      else if (!isPinned(event.key, picture.marks)) put(event.key, placeFor(event.key));
    } else if (arrow) {
      event.preventDefault();
      if (isPinned(chosen, picture.marks))
        change(movePin(picture.marks, chosen, arrow.dx, arrow.dy, picture));
    } else if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault();
      change(takePinOut(picture.marks, chosen));
    }
  };

  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: letter and arrow keys work anywhere in this step; every command has a button too
    <div
      ref={root}
      tabIndex={-1}
      data-keys="pins"
      className="flex min-h-0 flex-1 flex-col outline-none md:flex-row"
      onKeyDown={onKeyDown}
    >
      <Stage
        picture={{ width: frame.width, height: frame.height }}
        label={`${point.code}, to be pinned`}
        className="cursor-crosshair select-none"
        onPick={onPick}
        onHover={onHover}
        image={
          <FramedImage
            url={picture.url}
            width={picture.width}
            height={picture.height}
            framing={picture.framing}
            alt={`${point.code}, to be pinned`}
          />
        }
      >
        {(scale) => (
          <PinLayer
            marks={picture.marks}
            frame={frame}
            shown={{ width: frame.width * scale, height: frame.height * scale }}
            chosen={chosen}
            handlers={moves}
          />
        )}
      </Stage>
      <aside className="flex w-full flex-col border-l border-rule bg-card md:w-84">
        <p className="border-b border-rule p-3 text-sm text-faded">
          Click where <strong>{chosen}</strong> is seen, or press its letter with the pointer there. Arrow
          keys move the chosen pin.
        </p>
        <ul className="flex-1 overflow-auto" aria-label="Must-shows to pin">
          {point.mustShows.map((m) => {
            const pin = picture.marks.find((mark) => mark.letter === m.letter && boxHolds(frame, mark));
            return (
              <li
                key={m.id}
                className={`flex items-center gap-2 border-b border-rule p-2 ${m.letter === chosen ? 'bg-verdigris-wash' : ''}`}
              >
                <button
                  type="button"
                  aria-pressed={m.letter === chosen}
                  onClick={() => setChosen(m.letter)}
                  className="flex min-w-0 flex-1 items-center gap-2 text-left"
                >
                  <Letter filled={pin !== undefined}>{m.letter}</Letter>
                  <span className="min-w-0">
                    <span className="written block">{m.text}</span>
                    <span className="block font-mono text-sm text-faded">
                      {pin ? `at ${pin.x - frame.x}, ${pin.y - frame.y}` : 'not pinned'}
                    </span>
                  </span>
                </button>
                {pin ? (
                  <Button
                    key="remove"
                    small
                    look="quiet"
                    aria-label={`Remove pin ${m.letter}`}
                    onClick={() => change(takePinOut(picture.marks, m.letter))}
                  >
                    <Trash2 size={16} aria-hidden />
                  </Button>
                ) : (
                  <Button
                    key="pin"
                    small
                    look="quiet"
                    data-next
                    aria-label={`Pin ${m.letter} in the picture`}
                    onClick={() => {
                      setChosen(m.letter);
                      put(m.letter, placeFor(m.letter));
                      focusNext();
                    }}
                  >
                    Pin
                  </Button>
                )}
              </li>
            );
          })}
        </ul>
        <div className="flex justify-end gap-2 border-t border-rule p-3">
          <Button look="main" data-next onClick={onDone} keyName="Enter">
            Done
          </Button>
        </div>
      </aside>
    </div>
  );
}
