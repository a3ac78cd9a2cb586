import type { ProofPoint } from '@nachweis/contract';
import {
  type Box,
  boxHolds,
  framedBox,
  type Mark,
  movePin,
  type Point,
  putPin,
  takePinOut,
} from '@nachweis/core';
import { Trash2 } from 'lucide-react';
import { type KeyboardEvent, type PointerEvent, type ReactNode, useEffect, useRef, useState } from 'react';
import { FramedPicture, pixelUnder, placeInFrame } from '../pictures/FramedPicture.tsx';
import { PinSign } from '../pictures/PinSign.tsx';
import type { SheetPicture } from '../sheet/sheetPictures.ts';
import { arrowStep } from '../ui/arrowStep.ts';
import { Button } from '../ui/Button.tsx';
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
  const surface = useRef<HTMLDivElement>(null);
  const root = useRef<HTMLDivElement>(null);
  const pointer = useRef<Point | null>(null);
  const dragging = useRef(false);
  useEffect(() => root.current?.focus(), []);

  const change = (marks: Mark[]) => {
    setUndo((old) => [...old, picture.marks]);
    onChange(marks);
  };
  const put = (letter: string, at: Point) => change(putPin(picture.marks, letter, at, picture));
  const middle = (): Point => ({
    x: frame.x + Math.floor(frame.width / 2),
    y: frame.y + Math.floor(frame.height / 2),
  });

  const onPointerDown = (event: PointerEvent<HTMLDivElement>) => {
    if (event.button !== 0 || !surface.current || !chosen) return;
    const at = pixelUnder(event, surface.current, frame);
    const near = (event.target as HTMLElement).closest<HTMLElement>('[data-pin]')?.dataset.pin;
    if (near) {
      setChosen(near);
      // One step back undoes the whole drag.
      setUndo((old) => [...old, picture.marks]);
      dragging.current = true;
      event.currentTarget.setPointerCapture(event.pointerId);
      return;
    }
    const marks = putPin(picture.marks, chosen, at, picture);
    change(marks);
    setChosen(nextOpen(marks) ?? chosen);
  };
  const onPointerMove = (event: PointerEvent<HTMLDivElement>) => {
    if (!surface.current) return;
    const at = pixelUnder(event, surface.current, frame);
    pointer.current = boxHolds(frame, at) ? at : null;
    if (dragging.current && pointer.current)
      onChange(putPin(picture.marks, chosen, pointer.current, picture));
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
    } else if (event.ctrlKey || event.metaKey || event.altKey) {
      return;
    } else if (letters.includes(event.key)) {
      event.preventDefault();
      setChosen(event.key);
      if (pointer.current) put(event.key, pointer.current);
      else if (!isPinned(event.key, picture.marks)) put(event.key, middle());
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
      className="flex min-h-0 flex-1 flex-col outline-none md:flex-row"
      onKeyDown={onKeyDown}
    >
      <div className="min-h-60 flex-1 bg-grey p-3">
        <FramedPicture
          url={picture.url}
          width={picture.width}
          height={picture.height}
          framing={picture.framing}
          alt={`${point.code}, to be pinned`}
          enlarge={2}
          surfaceRef={surface}
          className="cursor-crosshair touch-none select-none"
          onPointerDown={onPointerDown}
          onPointerMove={onPointerMove}
          onPointerUp={() => {
            dragging.current = false;
          }}
        >
          <Pins marks={picture.marks} frame={frame} chosen={chosen} />
        </FramedPicture>
      </div>
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
                    small
                    look="quiet"
                    aria-label={`Remove pin ${m.letter}`}
                    onClick={() => change(takePinOut(picture.marks, m.letter))}
                  >
                    <Trash2 size={16} aria-hidden />
                  </Button>
                ) : (
                  <Button
                    small
                    look="quiet"
                    aria-label={`Pin ${m.letter} in the middle`}
                    onClick={() => {
                      setChosen(m.letter);
                      put(m.letter, middle());
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
          <Button look="main" onClick={onDone} keyName="Enter">
            Done
          </Button>
        </div>
      </aside>
    </div>
  );
}

function Pins({ marks, frame, chosen }: { marks: readonly Mark[]; frame: Box; chosen: string }): ReactNode {
  return marks
    .filter((mark) => boxHolds(frame, mark))
    .map((mark) => {
      const below = mark.y - frame.y < frame.height * 0.08;
      return (
        <span
          key={mark.letter}
          data-pin={mark.letter}
          className="absolute cursor-move"
          style={placeInFrame(mark, frame)}
        >
          <span className={`absolute -left-3 size-7 ${below ? 'top-2' : 'bottom-2'}`} />
          <PinSign letter={mark.letter} chosen={mark.letter === chosen} below={below} />
        </span>
      );
    });
}
