import type { ProofPoint } from '@nachweis/contract';
import {
  clampBox,
  type Framing,
  type Point,
  type ScaledTo,
  type Size,
  sameBox,
  scaledTo,
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
import { NO_PARTS, useParts } from '../finding/parts.ts';
import type { SheetPicture } from '../sheet/sheetPictures.ts';
import { LOUPE_TIMES, Loupe } from '../stage/Loupe.tsx';
import { StageView } from '../stage/StageView.tsx';
import { useStageKeys } from '../stage/useStageKeys.ts';
import { useZoom } from '../stage/useZoom.ts';
import { Heard } from '../ui/Heard.tsx';
import { beginAtPicture } from '../ui/toPicture.ts';
import { lastRegion, rememberRegion } from '../waysIn/settings.ts';
import { FrameFooter } from './FrameFooter.tsx';
import { boxAtRatio, type Ratio, ratioOf } from './FrameOptions.tsx';
import { FrameOverlay } from './FrameOverlay.tsx';
import { displaysOffered, type FrameTool, FrameToolbar, FrameWarnings } from './FrameToolbar.tsx';
import { rememberRoom } from './firstLook.ts';
import { frameMargin } from './fitting.ts';
import { onFrameKey } from './frameKeys.ts';
import { stageWords } from './frameWords.ts';
import { OutlineOverlay, useOutlineTool } from './OutlineTool.tsx';
import { LitPart, usePartTool } from './PartTool.tsx';
import { Pixels } from './Pixels.tsx';
import { useBitmap } from './useBitmap.ts';
import { useFrameDrag } from './useFrameDrag.ts';
import { useFraming } from './useFraming.ts';
import { useFurnished } from './useFurnished.ts';
import { useProposedDisplay } from './useProposedDisplay.ts';

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
  /** lets two fingers move the view, unless one of them is at work with a tool */
  const givesWay = useRef<() => boolean>(() => true);
  const zoom = useZoom(size, {
    enlarge: 1,
    margin: frameMargin,
    onRoom: rememberRoom,
    mayPinch: () => givesWay.current(),
  });
  useStageKeys(zoom);
  const { surface: stage, scroller, scale } = zoom;
  const { furnished, bars, above, below } = useFurnished(bitmap !== null && zoom.measured);
  const source = () => pictureSource(picture.captureId, picture.url);
  const look = useLook(picture.captureId, source, point.requirements, props.bitmap);
  const found = useParts(picture.captureId, source, look !== null);
  const parts = found ?? NO_PARTS;
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
    const scaled = scaledTo(framing);
    setLoose(points);
    if (points.length >= 3) work.set({ kind: 'outline', points, ...scaled }, mergeWith);
    else if (framing.kind === 'outline') work.set({ kind: 'whole', ...scaled }, mergeWith);
  };
  const outlineTool = useOutlineTool(outline, setOutline, stage, size);
  givesWay.current = () =>
    tool === 'region' ? drag.givesWay() : tool === 'outline' ? outlineTool.givesWay() : true;
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
    part.begin();
    setLoose([]);
    setCursor(null);
    scroller.current?.focus();
  };
  const setScale = (next: ScaledTo) => {
    const { width: _, scaling: __, ...part } = framing;
    work.set({ ...part, ...next } as Framing, 'scale');
  };
  const setLockedRatio = (next: Ratio) => {
    setRatio(next);
    const value = ratioOf(next, asked);
    if (value === null || framing.kind === 'outline') return;
    work.setBox(boxAtRatio(box, value, size));
  };
  const last = lastRegion();
  const lastBox = last && clampBox(last, size);

  useProposedDisplay(props.wantsDisplay, look?.displays ?? [], work);
  useEffect(() => beginAtPicture(scroller.current?.parentElement ?? null), [scroller]);
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

  const onKeyDown = (event: KeyboardEvent) =>
    onFrameKey(event, {
      tool,
      onTool: choose,
      size,
      work,
      ratio: locked,
      part,
      onPart: takePart,
      outline,
      onOutline: setOutline,
      cursor,
      onCursor: setCursor,
      displays: displaysOffered(look),
      onShow: zoom.show,
      onAccept: accept,
    });
  const pointer =
    tool === 'region'
      ? drag.handlers
      : tool === 'outline'
        ? outlineTool.handlers
        : {
            onPointerMove: part.onPointerMove,
            onClick: (event: MouseEvent) =>
              (event.nativeEvent as PointerEvent).pointerType === 'touch' ? part.onTap(event) : takePart(),
          };

  const said = stageWords(tool, box, part.lit, outline.length);
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
            zoom={zoom}
          />
        )}
      </div>
      <FrameWarnings look={look} box={box} onAgain={onAgain} />
      <Heard>{said.stands}</Heard>
      {failed && (
        <p className="bg-card p-4">
          The picture cannot be fetched now. Your framing is kept; go back and try again.
        </p>
      )}
      <StageView
        zoom={zoom}
        picture={size}
        label={`${said.stands} ${said.keys}`}
        testIds={['frame-view', 'frame-stage']}
        className="touch-none cursor-crosshair select-none"
        surfaceHandlers={pointer}
      >
        {bitmap && zoom.measured && (
          <Pixels bitmap={bitmap} shown={{ width: width * scale, height: height * scale }} />
        )}
        {tool === 'outline' ? (
          <OutlineOverlay points={outline} stroke={outlineTool.stroke} cursor={cursor} picture={size} />
        ) : (
          <FrameOverlay box={box} picture={size} whole={whole} scale={scale} quiet={tool === 'part'} />
        )}
        {tool === 'part' && <LitPart lit={part.lit} picture={size} />}
        {scale < LOUPE_TIMES && (
          <Loupe {...zoom} pixels={bitmap} part={wholeBox(size)} frame={tool === 'region' ? box : null} />
        )}
      </StageView>
      <footer
        ref={below}
        style={furnished ? undefined : { height: bars.below }}
        // Where there is little height, as at 200 %, the picture has most of it: the buttons stay, the fields are scrolled to.
        className="low:max-h-16 shrink-0 border-t border-rule bg-card low:overflow-y-auto"
      >
        {furnished && (
          <FrameFooter
            tool={tool}
            work={work}
            size={size}
            look={look}
            parts={found?.length ?? null}
            ratio={ratio}
            locked={locked}
            asked={asked}
            onRatio={setLockedRatio}
            fixed={fixed}
            onFixed={setFixed}
            onBox={(next) => work.setBox(next, 'region', 'fields')}
            onScale={setScale}
            whole={whole}
            onPart={tool === 'part' && part.lit ? takePart : null}
            onBack={onBack}
            onAccept={accept}
          />
        )}
      </footer>
    </div>
  );
}
