import {
  closeMenus,
  type Desk,
  deskArea,
  drawDesk,
  frontWindow,
  hintAt,
  hover,
  movePointer,
  moveWindow,
  PROGRAMS,
  type ProgramId,
  press,
  resizeWindow,
  spotAt,
  typeKey,
} from '@nachweis/desk';
import { type KeyboardEvent, type PointerEvent, type ReactNode, useEffect, useRef } from 'react';
import { arrowStep } from '../ui/arrowStep.ts';

interface DeskScreenProps {
  desk: Desk;
  onChange: (change: (desk: Desk) => Desk) => void;
}

/** Pixels of the desk for each pixel an arrow key stands for: it is shown at less than half its size. */
const STEP = 10;
/** A hint comes when the pointer rests for this long. */
const REST_MS = 600;

/** The practice desk, to be used by pointer and keys. Menus and hints go as soon as it loses the focus. */
export function DeskScreen({ desk, onChange }: DeskScreenProps): ReactNode {
  const canvas = useRef<HTMLCanvasElement>(null);
  const grip = useRef<{ kind: 'title' | 'grip'; program: ProgramId; dx: number; dy: number } | null>(null);
  const rest = useRef<ReturnType<typeof setTimeout>>(undefined);
  const area = deskArea(desk);
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    // On its own display the protected film is seen; only captures get it black.
    if (context) drawDesk(context, desk, { captured: false });
  }, [desk]);
  useEffect(() => () => clearTimeout(rest.current), []);

  const placeOf = (event: PointerEvent<HTMLCanvasElement>) => {
    const shown = event.currentTarget.getBoundingClientRect();
    return {
      x: ((event.clientX - shown.left) / shown.width) * area.width,
      y: ((event.clientY - shown.top) / shown.height) * area.height,
    };
  };
  const onPointerDown = (event: PointerEvent<HTMLCanvasElement>) => {
    const at = placeOf(event);
    const spot = spotAt(desk, at);
    event.currentTarget.setPointerCapture(event.pointerId);
    const window = 'program' in spot ? desk.windows.find((w) => w.program === spot.program) : undefined;
    if (window && spot.kind === 'title')
      grip.current = { kind: 'title', program: window.program, dx: at.x - window.x, dy: at.y - window.y };
    if (window && spot.kind === 'grip')
      grip.current = {
        kind: 'grip',
        program: window.program,
        dx: window.width - at.x,
        dy: window.height - at.y,
      };
    onChange((d) => press(d, at));
  };
  const onPointerMove = (event: PointerEvent<HTMLCanvasElement>) => {
    const at = placeOf(event);
    const held = grip.current;
    clearTimeout(rest.current);
    rest.current = setTimeout(() => {
      onChange((d) => (grip.current ? d : { ...d, hint: hintAt(d, at) }));
    }, REST_MS);
    onChange((d) => {
      const moved = movePointer(d, at);
      if (!held) return hover(moved, at);
      return held.kind === 'title'
        ? moveWindow(moved, held.program, { x: at.x - held.dx, y: at.y - held.dy })
        : resizeWindow(moved, held.program, at.x + held.dx, at.y + held.dy);
    });
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.key === 'Tab') return;
    const arrow = arrowStep(event);
    const front = frontWindow(desk);
    if (arrow && front) {
      event.preventDefault();
      const { dx, dy } = arrow;
      onChange((d) =>
        event.altKey
          ? resizeWindow(d, front.program, front.width + dx * STEP, front.height + dy * STEP)
          : moveWindow(d, front.program, { x: front.x + dx * STEP, y: front.y + dy * STEP }),
      );
      return;
    }
    const typed = typeKey(desk, event.key);
    if (!typed) return;
    event.preventDefault();
    event.stopPropagation();
    onChange((d) => typeKey(d, event.key) ?? d);
  };
  const front = frontWindow(desk);
  return (
    <div className="grid size-full place-items-center bg-grey-deep [container-type:size]">
      {/* biome-ignore lint/a11y/noInteractiveElementToNoninteractiveRole: a canvas that takes keys is one (WAI-ARIA 1.2, application) */}
      <canvas
        ref={canvas}
        width={area.width}
        height={area.height}
        tabIndex={0}
        aria-label={`Practice desk. In front: ${front ? PROGRAMS[front.program].title : 'nothing'}. Arrow keys move it, with Alt they change its size; other keys are typed into it.`}
        // Its keys are for the programs on it: a screen reader that reads by arrow keys hands them on.
        role="application"
        className="touch-none"
        style={{ width: `min(100cqw, calc(100cqh * ${area.width / area.height}))` }}
        onPointerDown={onPointerDown}
        onPointerMove={onPointerMove}
        onPointerUp={() => {
          grip.current = null;
        }}
        onKeyDown={onKeyDown}
        onBlur={() => {
          clearTimeout(rest.current);
          onChange(closeMenus);
        }}
      />
    </div>
  );
}
