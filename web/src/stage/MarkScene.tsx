import {
  drawMark,
  kindOf,
  type Mark,
  type MarkCanvas,
  type MarkHandle,
  type MarkSetting,
  type Size,
} from '@nachweis/core';
import type { Context } from 'konva/lib/Context';
import type { Layer as KonvaLayer } from 'konva/lib/Layer';
import { type ReactNode, useLayoutEffect, useRef, useState } from 'react';
// Of the library's shapes only what is used.
import 'konva/lib/shapes/Circle';
import { Circle, Layer, Shape, Stage } from 'react-konva/lib/ReactKonvaCore';
import type { HiddenArea } from '../pictures/hiddenAreas.ts';
import { TURN_HANDLE } from './turnHandle.ts';

interface MarkSceneProps {
  /** as they lie on the picture that is handed in, in its pixels */
  marks: readonly Mark[];
  /** ids of those that are chosen, drawn on a layer of their own, so that moving them redraws nothing else */
  chosen: readonly string[];
  handles: readonly MarkHandle[];
  setting: MarkSetting;
  /** screen pixels for each pixel of that picture */
  scale: number;
  /** in pixels of the framed picture, before it is scaled by `factor` */
  hidden: readonly HiddenArea[];
  factor: number;
}

/** As in the file, what is hidden lies under every other mark: none of those is hidden by it. */
const isBurned = (mark: Mark) => kindOf(mark).burns;
const isUnder = (mark: Mark) => kindOf(mark).multiplies === true;
const isOver = (mark: Mark) => !isBurned(mark) && !isUnder(mark);
/** Its canvas multiplies with the picture below, as the marks on it do in the file. */
const multiply = (layer: KonvaLayer | null) => {
  if (layer) layer.getNativeCanvasElement().style.mixBlendMode = 'multiply';
};
const idOf = (mark: Mark): string => ('id' in mark ? mark.id : '');

/** All marks of a picture but its pins, drawn over the part of it that is in view. */
export default function MarkScene(props: MarkSceneProps): ReactNode {
  const { marks, chosen, handles, setting, scale, hidden, factor } = props;
  const holder = useRef<HTMLDivElement>(null);
  const view = useView(holder, setting.picture, scale);
  const place = { x: -view.x, y: -view.y, scaleX: scale, scaleY: scale };
  const draw = (mark: Mark) => (
    <Shape
      key={idOf(mark)}
      listening={false}
      sceneFunc={(context: Context) => drawInScene(context._context, mark, setting, hidden, factor)}
    />
  );
  const isChosen = (mark: Mark) => chosen.includes(idOf(mark));
  /** Around each of several that are chosen; one alone has its handles. */
  const outline = (mark: Mark) => (
    <Shape
      key={`around ${idOf(mark)}`}
      listening={false}
      sceneFunc={({ _context: canvas }: Context) => {
        const { x, y, width, height } = kindOf(mark).bounds(mark, setting);
        canvas.strokeStyle = '#1c6660';
        canvas.lineWidth = 1.5 / scale;
        canvas.setLineDash([5 / scale, 4 / scale]);
        canvas.strokeRect(x, y, width, height);
      }}
    />
  );
  return (
    <div
      ref={holder}
      data-testid="marks"
      data-marks={marks.length}
      className="pointer-events-none absolute"
      style={{ left: view.x, top: view.y, width: view.width, height: view.height }}
    >
      <Stage width={view.width} height={view.height} listening={false}>
        <Layer ref={multiply} listening={false} {...place}>
          {marks.filter(isUnder).map(draw)}
        </Layer>
        <Layer listening={false} {...place}>
          {marks.filter(isBurned).map(draw)}
          {marks.filter((mark) => isOver(mark) && !isChosen(mark)).map(draw)}
        </Layer>
        <Layer listening={false} {...place}>
          {marks.filter((mark) => isOver(mark) && isChosen(mark)).map(draw)}
          {chosen.length > 1 && marks.filter(isChosen).map(outline)}
          {handles.map(({ name, x, y }) => (
            <Circle
              key={name}
              x={x}
              y={y}
              radius={6 / scale}
              fill={name === TURN_HANDLE ? '#1c6660' : '#fffdf6'}
              stroke="#1c6660"
              strokeWidth={2.5 / scale}
            />
          ))}
        </Layer>
      </Stage>
    </div>
  );
}

/** What is burned in shows the pixels that were made for it; every other mark is drawn by its kind. */
function drawInScene(
  canvas: CanvasRenderingContext2D,
  mark: Mark,
  setting: MarkSetting,
  hidden: readonly HiddenArea[],
  factor: number,
): void {
  if (!kindOf(mark).burns) {
    drawMark(canvas as MarkCanvas, mark, setting);
    return;
  }
  const area = hidden.find((one) => one.id === idOf(mark));
  const { x, y, width, height } = kindOf(mark).bounds(mark, setting);
  canvas.fillStyle = '#3a3e40';
  if (!area) {
    canvas.fillRect(x, y, width, height);
    return;
  }
  const { box, pixels } = area;
  canvas.imageSmoothingEnabled = false;
  canvas.drawImage(pixels, box.x * factor, box.y * factor, box.width * factor, box.height * factor);
}

/** The part of the surface that is in view, in its screen pixels: a canvas is never larger than that. */
function useView(holder: { current: HTMLElement | null }, picture: Size, scale: number) {
  const [view, setView] = useState({ x: 0, y: 0, width: 1, height: 1 });
  const [surfaceWidth, surfaceHeight] = [picture.width * scale, picture.height * scale];
  useLayoutEffect(() => {
    const surface = holder.current?.parentElement;
    const scroller = surface?.closest<HTMLElement>('[data-testid=stage]');
    if (!surface || !scroller) return;
    const measure = () => {
      const [shown, room] = [surface.getBoundingClientRect(), scroller.getBoundingClientRect()];
      const x = Math.max(0, Math.floor(room.left - shown.left));
      const y = Math.max(0, Math.floor(room.top - shown.top));
      const right = Math.min(surfaceWidth, room.right - shown.left);
      const bottom = Math.min(surfaceHeight, room.bottom - shown.top);
      const next = {
        x,
        y,
        width: Math.max(1, Math.ceil(right - x)),
        height: Math.max(1, Math.ceil(bottom - y)),
      };
      setView((old) => (JSON.stringify(old) === JSON.stringify(next) ? old : next));
    };
    measure();
    scroller.addEventListener('scroll', measure);
    const observer = new ResizeObserver(measure);
    observer.observe(scroller);
    observer.observe(surface);
    return () => {
      scroller.removeEventListener('scroll', measure);
      observer.disconnect();
    };
  }, [holder, surfaceWidth, surfaceHeight]);
  return view;
}
