import type { ProofPoint } from '@nachweis/contract';
import {
  boxWithAspect,
  clampBox,
  type Framing,
  moveBox,
  type Point,
  resizeBox,
  resizeWithAspect,
  type Size,
  sameBox,
  snapLines,
  wholeBox,
} from '@nachweis/core';
import {
  type KeyboardEvent,
  type MouseEvent,
  type ReactNode,
  useEffect,
  useMemo,
  useRef,
  useState,
} from 'react';
import { pictureSource } from '../finding/finder.ts';
import { useLook } from '../finding/looks.ts';
import { useParts } from '../finding/parts.ts';
import type { SheetPicture } from '../sheet/sheetPictures.ts';
import { arrowStep } from '../ui/arrowStep.ts';
import { Button } from '../ui/Button.tsx';
import { isKeyOff } from '../ui/ownSettings.ts';
import { isTyping } from '../ui/typing.ts';
import { lastRegion, rememberRegion } from '../waysIn/settings.ts';
import { FrameFields } from './FrameFields.tsx';
import { type Ratio, RatioField, ratioOf, ScaleField } from './FrameOptions.tsx';
import { FrameOverlay } from './FrameOverlay.tsx';
import { displaysOffered, type FrameTool, FrameToolbar, FrameWarnings, TOOLS } from './FrameToolbar.tsx';
import { hintFor, stageLabel } from './frameWords.ts';
import { Loupe } from './Loupe.tsx';
import { OutlineOverlay, useOutlineTool } from './OutlineTool.tsx';
import { LitPart, usePartTool } from './PartTool.tsx';
import { Pixels } from './Pixels.tsx';
import { useBitmap } from './useBitmap.ts';
import { useFitting } from './useFitting.ts';
import { useFrameDrag } from './useFrameDrag.ts';
import { useFraming } from './useFraming.ts';
import { useFurnished } from './useFurnished.ts';

interface FrameStepProps {
  picture: SheetPicture;
  point: ProofPoint;
  bitmap: ImageBitmap | null;
  firstTool: FrameTool;
  /** one display is meant: the first that is found is proposed */
  wantsDisplay: boolean;
  onAccept: (framing: Framing) => void;
  onBack: () => void;
  /** takes the picture again; null for one that did not just come in */
  onAgain: (() => void) | null;
  /** what Escape does first; true when it did something */
  stepBack: { current: (() => boolean) | null };
}

/** Chooses the part of a capture that counts, to the pixel. */
export function FrameStep(props: FrameStepProps): ReactNode {
  const { picture, point, onAccept, onBack, onAgain, stepBack } = props;
  const { width, height } = picture;
  const size = useMemo<Size>(() => ({ width, height }), [width, height]);
  const { bitmap, failed } = useBitmap(picture.url, props.bitmap);
  const work = useFraming(picture.framing, size);
  const { framing, box } = work;
  const [tool, setTool] = useState<FrameTool>(framing.kind === 'outline' ? 'outline' : props.firstTool);
  const [ratio, setRatio] = useState<Ratio>({ name: 'free', own: { width: 3, height: 2 } });
  const [fixed, setFixed] = useState(false);
  const [cursor, setCursor] = useState<Point | null>(null);
  /** corners that are no outline yet */
  const [loose, setLoose] = useState<Point[]>([]);
  const [room, fitted] = useFitting(width, height);
  const stage = useRef<HTMLDivElement>(null);
  const { furnished, bars, above, below } = useFurnished(bitmap !== null && fitted.width > 0);
  const source = () => pictureSource(picture.captureId, picture.url);
  const look = useLook(picture.captureId, source, point.requirements);
  const parts = useParts(picture.captureId, source);
  const lines = useMemo(
    () => (look ? snapLines([...parts, ...look.displays, ...look.perhaps]) : null),
    [look, parts],
  );
  const { minWidth, minHeight } = point.requirements;
  const asked = minWidth && minHeight ? { width: minWidth, height: minHeight } : null;
  const locked = ratioOf(ratio, asked);

  const drag = useFrameDrag(stage, box, (next, name) => work.setBox(next, 'region', name), size, {
    ratio: locked,
    fixed,
    lines,
  });
  const part = usePartTool(parts, stage, size);
  const outline = framing.kind === 'outline' ? framing.points : loose;
  const setOutline = (points: Point[], mergeWith: string) => {
    const scaled = framing.width === undefined ? {} : { width: framing.width };
    setLoose(points);
    if (points.length >= 3) work.set({ kind: 'outline', points, ...scaled }, mergeWith);
    else if (framing.kind === 'outline') work.set({ kind: 'whole', ...scaled }, mergeWith);
  };
  const outlineTool = useOutlineTool(outline, setOutline, stage, size);
  const whole = framing.kind === 'whole' || (framing.kind !== 'outline' && sameBox(box, wholeBox(size)));

  const accept = () => {
    if (framing.kind === 'region') rememberRegion(framing.box);
    onAccept(framing);
  };
  const takePart = () => {
    if (!part.lit) return;
    work.setBox(part.lit, 'window');
    setTool('region');
  };
  const choose = (next: FrameTool) => {
    setTool(next);
    setLoose([]);
    setCursor(null);
    stage.current?.focus();
  };
  const setScale = (next: number | undefined) => {
    const { width: _, ...rest } = framing;
    work.set((next === undefined ? rest : { ...rest, width: next }) as Framing, 'scale');
  };
  const setLockedRatio = (next: Ratio) => {
    setRatio(next);
    const value = ratioOf(next, asked);
    if (value === null || framing.kind === 'outline') return;
    // The part it covers now, as much as the ratio lets it.
    const start = { x: box.x, y: box.y };
    const end = { x: box.x + box.width, y: box.y + box.height };
    const shrunk =
      box.width / box.height > value
        ? boxWithAspect(start, { x: box.x + Math.round(box.height * value), y: end.y }, value, size)
        : boxWithAspect(start, { x: end.x, y: box.y + Math.round(box.width / value) }, value, size);
    work.setBox(shrunk);
  };
  const last = lastRegion();
  const lastBox = last && clampBox(last, size);

  const proposed = useRef(!props.wantsDisplay);
  useEffect(() => {
    const [display, second] = look?.displays ?? [];
    if (!display || proposed.current) return;
    proposed.current = true;
    if (second && framing.kind === 'whole') work.setBox(display, 'display');
  }, [look, framing, work]);

  useEffect(() => stage.current?.focus(), []);
  stepBack.current = () => {
    if (tool === 'outline' && (outline.length > 0 || outlineTool.stroke.length > 0)) {
      setOutline([], 'cleared');
      return true;
    }
    if (tool === 'region') return false;
    choose('region');
    return true;
  };
  useEffect(
    () => () => {
      stepBack.current = null;
    },
    [stepBack],
  );

  const onKeyDown = (event: KeyboardEvent) => {
    const typing = isTyping(event.target);
    const onButton = event.target instanceof HTMLButtonElement;
    if ((event.ctrlKey || event.metaKey) && !typing && 'zy'.includes(event.key.toLowerCase())) {
      event.preventDefault();
      if (event.key.toLowerCase() === 'y' || event.shiftKey) work.redo();
      else work.undo();
      return;
    }
    if (event.key === 'Enter' && !onButton) {
      event.preventDefault();
      if (tool === 'part' && part.lit) takePart();
      else accept();
      return;
    }
    if (typing || isKeyOff(event)) return;
    const arrow = arrowStep(event);
    if (!arrow) {
      if (event.ctrlKey || event.metaKey || event.altKey || onButton) return;
      const next = TOOLS.find(({ key }) => key.toLowerCase() === event.key)?.name;
      const display = displaysOffered(look)[Number(event.key) - 1];
      if (next) choose(next);
      else if (display) work.setBox(display, 'display');
      else if (tool === 'outline' && event.key === ' ')
        setOutline([...outline, cursor ?? middleOf(size)], `key ${outline.length}`);
      else if (tool === 'outline' && event.key === 'Backspace')
        setOutline(outline.slice(0, -1), `back ${outline.length}`);
      else return;
      event.preventDefault();
      return;
    }
    event.preventDefault();
    const { dx, dy } = arrow;
    if (tool === 'part') {
      if (dy !== 0) dy < 0 ? part.outwards() : part.inwards();
      else part.step(dx > 0 ? 1 : -1);
    } else if (tool === 'outline') {
      const at = cursor ?? middleOf(size);
      setCursor({
        x: Math.min(Math.max(at.x + dx, 0), width),
        y: Math.min(Math.max(at.y + dy, 0), height),
      });
    } else {
      const pull = (handle: 'nw' | 'se') =>
        locked === null
          ? resizeBox(box, handle, dx, dy, size)
          : resizeWithAspect(box, handle, dx, dy, locked, size);
      const next = event.altKey ? pull('se') : event.ctrlKey ? pull('nw') : moveBox(box, dx, dy, size);
      work.setBox(next, 'region', 'keys');
    }
  };
  const pointer =
    tool === 'region'
      ? drag
      : tool === 'outline'
        ? outlineTool
        : {
            onPointerMove: part.onPointerMove,
            onClick: (event: MouseEvent) =>
              (event.nativeEvent as PointerEvent).pointerType === 'touch' ? part.onTap(event) : takePart(),
          };

  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: keys pressed anywhere in this step move the frame; every command has a button or field too
    <div className="flex min-h-0 flex-1 flex-col" data-keys="framing" onKeyDown={onKeyDown}>
      <div ref={above} style={furnished ? undefined : { height: bars.above }}>
        {furnished && (
          <FrameToolbar
            tool={tool}
            onTool={choose}
            look={look}
            box={box}
            whole={whole}
            onDisplay={(display) => work.setBox(display, 'display')}
            onAll={() => work.setBox(wholeBox(size))}
            onSamePlace={lastBox && tool === 'region' ? () => work.setBox(lastBox) : null}
            work={work}
          />
        )}
      </div>
      <FrameWarnings look={look} box={box} onAgain={onAgain} />
      <div ref={room} className="grid min-h-0 flex-1 place-items-center overflow-hidden bg-grey">
        {failed && (
          <p className="bg-card p-4">
            The picture cannot be fetched now. Your framing is kept; go back and try again.
          </p>
        )}
        {/** biome-ignore lint/a11y/useSemanticElements: a frame over a picture is no form's group of fields */}
        <div
          ref={stage}
          role="group"
          // biome-ignore lint/a11y/noNoninteractiveTabindex: the frame is moved by arrow keys while it has the focus
          tabIndex={0}
          aria-label={stageLabel(tool, box, part.lit, outline.length)}
          data-testid="frame-stage"
          className="relative touch-none cursor-crosshair select-none focus-visible:outline-4"
          style={fitted}
          {...pointer}
        >
          {bitmap && fitted.width > 0 && <Pixels bitmap={bitmap} shown={fitted} />}
          {tool === 'outline' ? (
            <OutlineOverlay points={outline} stroke={outlineTool.stroke} cursor={cursor} picture={size} />
          ) : (
            <FrameOverlay box={box} picture={size} whole={whole} quiet={tool === 'part'} />
          )}
          {tool === 'part' && <LitPart lit={part.lit} picture={size} />}
          <Loupe stage={stage} pixels={bitmap} picture={size} />
        </div>
      </div>
      <footer
        ref={below}
        style={furnished ? undefined : { height: bars.below }}
        // Where there is little height, as at 200 %, the picture has most of it: the buttons stay, the fields are scrolled to.
        className="low:max-h-16 shrink-0 border-t border-rule bg-card low:overflow-y-auto"
      >
        {furnished && (
          <div className="flex flex-wrap items-center gap-x-3 gap-y-2 px-4 py-2">
            {tool === 'region' && (
              <>
                <FrameFields
                  box={box}
                  within={size}
                  onChange={(next) => work.setBox(next, 'region', 'fields')}
                />
                <RatioField ratio={ratio} asked={asked} onChange={setLockedRatio} />
                <label className="flex items-center gap-1 text-sm">
                  <input
                    type="checkbox"
                    checked={fixed}
                    onChange={(event) => setFixed(event.target.checked)}
                    className="size-4 accent-verdigris"
                  />
                  Keep size
                </label>
              </>
            )}
            <ScaleField
              framing={framing}
              picture={size}
              leastScale={look?.leastScale ?? null}
              onChange={setScale}
            />
            <div className="flex min-w-[min(100%,40rem)] flex-1 flex-wrap items-center justify-end gap-2 low:order-first">
              <p className="min-w-40 flex-1 text-sm text-faded low:hidden">
                {hintFor(tool, look && parts.length)}
              </p>
              <Button onClick={onBack} look="quiet" keyName="Esc">
                Back
              </Button>
              <Button
                onClick={() => work.set({ kind: 'whole' })}
                disabled={whole && framing.width === undefined}
              >
                Whole picture
              </Button>
              <Button look="main" onClick={tool === 'part' && part.lit ? takePart : accept} keyName="Enter">
                {tool === 'part' && part.lit ? 'Take this part' : 'Accept'}
              </Button>
            </div>
          </div>
        )}
      </footer>
    </div>
  );
}

const middleOf = ({ width, height }: Size): Point => ({
  x: Math.floor(width / 2),
  y: Math.floor(height / 2),
});
