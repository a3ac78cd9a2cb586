import type { Done } from '@nachweis/contract';
import type { Quad } from '@nachweis/core';
import { Undo2 } from 'lucide-react';
import { type KeyboardEvent, type PointerEvent, type ReactNode, useEffect, useRef, useState } from 'react';
import { askFinder } from '../finding/finder.ts';
import { arrowStep } from '../ui/arrowStep.ts';
import { Button } from '../ui/Button.tsx';
import { useObjectUrl } from '../ui/useObjectUrl.ts';
import { WorkerMissing } from '../workers/onDemand.ts';
import type { Photo } from './photo.ts';

const CORNERS = ['upper left', 'upper right', 'lower right', 'lower left'] as const;

/** Four corners on a photograph, found where it is clear, to be moved, mapped to a rectangle. */
export function StraightenStep({
  photo,
  onAccept,
  onAgain,
}: {
  photo: Photo;
  onAccept: (blob: Blob, done: Done[]) => void;
  onAgain: () => void;
}): ReactNode {
  const { blob, width, height } = photo;
  const url = useObjectUrl(blob);
  const whole: Quad = [
    { x: 0, y: 0 },
    { x: width, y: 0 },
    { x: width, y: height },
    { x: 0, y: height },
  ];
  const [quad, setQuad] = useState<Quad>(whole);
  /** where the corners were before each drag and each key */
  const [before, setBefore] = useState<Quad[]>([]);
  const [found, setFound] = useState<'looking' | 'found' | 'none'>('looking');
  const [problem, setProblem] = useState('');
  const surface = useRef<HTMLDivElement>(null);
  const dragged = useRef<number | null>(null);
  const touched = useRef(false);

  useEffect(() => {
    let ended = false;
    askFinder((finder): Promise<Quad | null> => finder.sheet(blob)).then(
      (sheet) => {
        if (ended) return;
        setFound(sheet ? 'found' : 'none');
        if (sheet && !touched.current) setQuad(sheet);
      },
      () => !ended && setFound('none'),
    );
    return () => {
      ended = true;
    };
  }, [blob]);

  const remember = () => setBefore((list) => [...list, quad]);
  const undo = () => {
    const last = before.at(-1);
    if (!last) return;
    setQuad(last);
    setBefore(before.slice(0, -1));
  };
  const put = (index: number, x: number, y: number) => {
    touched.current = true;
    const corner = { x: Math.min(Math.max(x, 0), width), y: Math.min(Math.max(y, 0), height) };
    setQuad((old) => old.map((c, i) => (i === index ? corner : c)) as unknown as Quad);
  };
  const onPointerMove = (event: PointerEvent) => {
    const shown = surface.current?.getBoundingClientRect();
    if (dragged.current === null || !shown) return;
    put(
      dragged.current,
      Math.round(((event.clientX - shown.left) / shown.width) * width),
      Math.round(((event.clientY - shown.top) / shown.height) * height),
    );
  };
  const onKeyDown = (event: KeyboardEvent, index: number) => {
    const arrow = arrowStep(event);
    const corner = quad[index];
    if (!arrow || !corner) return;
    event.preventDefault();
    remember();
    put(index, corner.x + arrow.dx, corner.y + arrow.dy);
  };
  const straighten = async () => {
    try {
      const straight = await askFinder((finder): Promise<Blob> => finder.straighten(blob, quad));
      const at = quad.map((c) => `${c.x},${c.y}`).join(' ');
      onAccept(straight, [{ code: 'straightened', data: { width, height, corners: at } }]);
    } catch (error) {
      setProblem(
        error instanceof WorkerMissing
          ? 'Straightening cannot be fetched now. Take the photograph as it is, or reload the page when the server is back; it is kept.'
          : 'These corners span no area. Move them apart, then try again.',
      );
    }
  };
  const latest = useRef(undo);
  latest.current = undo;
  useEffect(() => {
    const onKey = (event: globalThis.KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
      event.preventDefault();
      latest.current();
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, []);
  return (
    <>
      <div className="grid min-h-0 flex-1 place-items-center bg-grey p-3 [container-type:size]">
        <div
          ref={surface}
          className="relative touch-none"
          style={{
            aspectRatio: `${width} / ${height}`,
            width: `min(94cqw, calc(94cqh * ${width / height}))`,
          }}
          onPointerMove={onPointerMove}
          onPointerUp={() => {
            dragged.current = null;
          }}
        >
          {url && <img src={url} alt="The photograph" className="size-full" draggable={false} />}
          <svg viewBox={`0 0 ${width} ${height}`} className="pointer-events-none absolute inset-0 size-full">
            <title>Corners</title>
            <polygon
              points={quad.map((c) => `${c.x},${c.y}`).join(' ')}
              className="fill-verdigris/15 stroke-verdigris"
              strokeWidth={Math.max(2, width / 400)}
            />
          </svg>
          {quad.map((corner, index) => (
            <button
              key={CORNERS[index]}
              type="button"
              aria-label={`Corner ${CORNERS[index]}, at ${Math.round(corner.x)}, ${Math.round(corner.y)}`}
              className="absolute size-7 -translate-1/2 rounded-full border-3 border-verdigris bg-card/70"
              style={{ left: `${(corner.x / width) * 100}%`, top: `${(corner.y / height) * 100}%` }}
              onPointerDown={(event) => {
                remember();
                dragged.current = index;
                event.currentTarget.parentElement?.setPointerCapture(event.pointerId);
              }}
              onKeyDown={(event) => onKeyDown(event, index)}
            />
          ))}
        </div>
      </div>
      <footer className="flex flex-wrap items-center gap-3 border-t border-rule bg-card px-4 py-2">
        <p role="status" className="min-w-0 flex-1 text-sm text-faded">
          {problem ||
            {
              looking: 'Looking for a sheet or screen …',
              found: 'A clear sheet or screen was found; correct its corners where needed.',
              none: 'No clear sheet or screen was found. Put the corners yourself, or take the photograph as it is.',
            }[found]}
        </p>
        <Button look="quiet" aria-label="Undo" disabled={before.length === 0} onClick={undo}>
          <Undo2 size={16} aria-hidden />
        </Button>
        <Button look="quiet" onClick={onAgain}>
          Take again
        </Button>
        <Button keyName="Esc" onClick={() => onAccept(blob, [])}>
          As it is
        </Button>
        <Button look="main" onClick={() => void straighten()}>
          Straighten
        </Button>
      </footer>
    </>
  );
}
