import {
  createDesk,
  type Desk,
  deskArea,
  deskContent,
  drawDesk,
  movePointer,
  moveWindow,
  type PROGRAM_IDS,
  PROGRAMS,
  raise,
  seedFromText,
  type Take,
  TITLE_BAR,
  windowAt,
} from '@nachweis/desk';
import { type KeyboardEvent, type PointerEvent, type ReactNode, useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import type { Incoming } from '../intake/incoming.ts';
import { useMe } from '../session/session.ts';
import { arrowStep } from '../ui/arrowStep.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { Loading } from '../ui/states.tsx';
import { takeFromDesk } from './takeFromDesk.ts';
import { useDeskFonts } from './useDeskFonts.ts';

interface DeskDialogProps {
  /** code of the proof point a picture goes to */
  target: string;
  onClose: () => void;
  onPicture: (incoming: Incoming) => void;
}

/** Hours in which the simulated station recorded nothing. */
const GAP = { from: 4, to: 6 };
/** pixels of the desk for each pixel an arrow key stands for: it is shown at less than half its size */
const STEP = 10;

/** A simulated computer with two displays, to learn and try every way of capturing. */
export default function DeskDialog({ target, onClose, onPicture }: DeskDialogProps): ReactNode {
  const me = useMe();
  const [desk, setDesk] = useState<Desk>(() => createDesk(deskContent(seedFromText(me.email), { gap: GAP })));
  const [withPointer, setWithPointer] = useState(false);
  const fontsReady = useDeskFonts();
  const take = async (what: Take) => {
    try {
      onPicture(await takeFromDesk(desk, what, withPointer));
    } catch {
      toast.error('The practice desk could not be drawn. Reload the page and take it again.');
    }
  };
  const topFirst = [...desk.windows].reverse();
  return (
    <Dialog
      title="Practice desk"
      description={`A stand-in for a computer with two displays. What you take goes to ${target}.`}
      size="full"
      onClose={onClose}
    >
      <div className="flex min-h-0 flex-1 flex-col gap-3 p-4 md:flex-row">
        <div className="min-h-48 min-w-0 flex-1">
          {fontsReady ? <DeskScreen desk={desk} onChange={setDesk} /> : <Loading what="the desk" />}
        </div>
        <aside className="flex w-full flex-col gap-4 overflow-auto md:w-64">
          <section className="flex flex-col gap-1.5">
            <h3 className="text-sm font-semibold text-faded">Take a display</h3>
            <Button small onClick={() => void take({ kind: 'all-displays' })}>
              All displays
            </Button>
            {desk.displays.map((display, index) => (
              <Button small key={display.name} onClick={() => void take({ kind: 'display', index })}>
                {display.name}, {display.width} × {display.height}
              </Button>
            ))}
          </section>
          <section className="flex flex-col gap-1.5">
            <h3 className="text-sm font-semibold text-faded">Take a window, the front one first</h3>
            {topFirst.map((window) => (
              <div key={window.program} className="flex gap-1.5">
                <Button
                  small
                  className="flex-1"
                  onClick={() => void take({ kind: 'window', program: window.program })}
                >
                  {PROGRAMS[window.program].title}
                </Button>
                <Button
                  small
                  look="quiet"
                  disabled={desk.windows.at(-1) === window}
                  onClick={() => setDesk((d) => raise(d, window.program))}
                  aria-label={`Bring ${PROGRAMS[window.program].title} to the front`}
                >
                  To front
                </Button>
              </div>
            ))}
          </section>
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              checked={withPointer}
              onChange={(event) => setWithPointer(event.target.checked)}
              className="size-4 accent-verdigris"
            />
            With the pointer
          </label>
          <p className="text-sm text-faded">
            Drag a window by its title bar; click one to bring it to the front. With the desk in focus, arrow
            keys move the front window and Tab goes on.
          </p>
        </aside>
      </div>
    </Dialog>
  );
}

function DeskScreen({
  desk,
  onChange,
}: {
  desk: Desk;
  onChange: (change: (desk: Desk) => Desk) => void;
}): ReactNode {
  const canvas = useRef<HTMLCanvasElement>(null);
  const grip = useRef<{ program: (typeof PROGRAM_IDS)[number]; dx: number; dy: number } | null>(null);
  const area = deskArea(desk);
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (context) drawDesk(context, desk);
  }, [desk]);

  const placeOf = (event: PointerEvent<HTMLCanvasElement>) => {
    const shown = event.currentTarget.getBoundingClientRect();
    return {
      x: ((event.clientX - shown.left) / shown.width) * area.width,
      y: ((event.clientY - shown.top) / shown.height) * area.height,
    };
  };
  const onPointerDown = (event: PointerEvent<HTMLCanvasElement>) => {
    const at = placeOf(event);
    const window = windowAt(desk, at);
    if (!window) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    if (at.y < window.y + TITLE_BAR)
      grip.current = { program: window.program, dx: at.x - window.x, dy: at.y - window.y };
    onChange((d) => raise(d, window.program));
  };
  const onPointerMove = (event: PointerEvent<HTMLCanvasElement>) => {
    const at = placeOf(event);
    const held = grip.current;
    onChange((d) =>
      movePointer(held ? moveWindow(d, held.program, { x: at.x - held.dx, y: at.y - held.dy }) : d, at),
    );
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const arrow = arrowStep(event);
    const front = desk.windows.at(-1);
    if (!arrow || !front) return;
    event.preventDefault();
    onChange((d) =>
      moveWindow(d, front.program, { x: front.x + arrow.dx * STEP, y: front.y + arrow.dy * STEP }),
    );
  };
  return (
    <div className="grid size-full place-items-center bg-grey-deep [container-type:size]">
      <canvas
        ref={canvas}
        width={area.width}
        height={area.height}
        tabIndex={0}
        aria-label={`Practice desk. In front: ${PROGRAMS[desk.windows.at(-1)?.program ?? 'stage-table'].title}. Arrow keys move it.`}
        role="img"
        className="touch-none"
        style={{ width: `min(100cqw, calc(100cqh * ${area.width / area.height}))` }}
        onPointerDown={onPointerDown}
        onPointerMove={onPointerMove}
        onPointerUp={() => {
          grip.current = null;
        }}
        onKeyDown={onKeyDown}
      />
    </div>
  );
}
