import { type Box, isSettled, sameBox } from '@nachweis/core';
import { Redo2, Undo2 } from 'lucide-react';
import type { ReactNode } from 'react';
import type { KnownLook } from '../finding/looks.ts';
import type { Zoom } from '../stage/useZoom.ts';
import { ZoomBar } from '../stage/ZoomBar.tsx';
import { Button } from '../ui/Button.tsx';
import { classes } from '../ui/classes.ts';
import { FindingSign } from '../ui/signs.tsx';
import { sentence } from '../words/told.ts';
import type { FramingWork } from './useFraming.ts';

export type FrameTool = 'region' | 'part' | 'outline';
/** How a part is chosen, and the key for it. */
export const TOOLS: ReadonlyArray<{ name: FrameTool; label: string; key: string }> = [
  { name: 'region', label: 'Region', key: 'R' },
  { name: 'part', label: 'Window or part', key: 'W' },
  { name: 'outline', label: 'Outline', key: 'O' },
];

interface FrameToolbarProps {
  tool: FrameTool;
  onTool: (tool: FrameTool) => void;
  /** what was found in the picture; null until it is known */
  look: KnownLook | null;
  box: Box;
  whole: boolean;
  onDisplay: (display: Box) => void;
  onAll: () => void;
  /** null where there is no earlier region, or it is not wanted now */
  onSamePlace: (() => void) | null;
  work: FramingWork;
  zoom: Zoom;
}

/** How to frame, the displays that were found, the same place again, and steps back and forth. */
export function FrameToolbar(props: FrameToolbarProps): ReactNode {
  const { tool, onTool, look, box, whole, onDisplay, onAll, onSamePlace, work, zoom } = props;
  const offered = displaysOffered(look);
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule bg-card px-4 py-1.5 low:py-0.5 low:[&_kbd]:hidden">
      {/** biome-ignore lint/a11y/useSemanticElements: buttons over a picture are no form's group of fields */}
      <span role="group" aria-label="Frame by" className="flex flex-wrap gap-1">
        {TOOLS.map(({ name, label, key }) => (
          <Button small key={name} aria-pressed={tool === name} keyName={key} onClick={() => onTool(name)}>
            {label}
          </Button>
        ))}
      </span>
      {offered.length > 0 && (
        <span className="flex flex-wrap items-center gap-1 text-sm">
          {look?.perhaps.length ? 'Two displays?' : 'Displays:'}
          {offered.map((display, index) => (
            <Button
              small
              key={`${display.x},${display.y}`}
              onClick={() => onDisplay(display)}
              aria-pressed={sameBox(display, box)}
              keyName={String(index + 1)}
            >
              {display.width} × {display.height}
            </Button>
          ))}
          <Button small onClick={onAll} aria-pressed={whole}>
            all
          </Button>
        </span>
      )}
      {onSamePlace && (
        <Button small look="quiet" onClick={onSamePlace}>
          Same place again
        </Button>
      )}
      <ZoomBar zoom={zoom} className="ml-auto" compact />
      <span className="flex gap-1">
        <Button small look="quiet" aria-label="Undo" disabled={!work.canUndo} onClick={work.undo}>
          <Undo2 size={16} aria-hidden />
        </Button>
        <Button small look="quiet" aria-label="Redo" disabled={!work.canRedo} onClick={work.redo}>
          <Redo2 size={16} aria-hidden />
        </Button>
      </span>
    </div>
  );
}

const LINE = 'flex min-h-11 items-center gap-3 px-4 py-1 sm:h-11 sm:overflow-y-auto low:h-9! low:min-h-9!';

/** The displays that a key takes: those found, or those that may be some. */
export const displaysOffered = (look: KnownLook | null): Box[] =>
  look && look.displays.length > 1 ? look.displays : (look?.perhaps ?? []);

/**
 * What has to be said while the picture can still be taken again. The line has its room from the start: what is found
 * late does not move the picture under the pointer.
 */
export function FrameWarnings({
  look,
  box,
  onAgain,
}: {
  look: KnownLook | null;
  /** what is framed */
  box: Box;
  /** null for a picture that did not just come in */
  onAgain: (() => void) | null;
}): ReactNode {
  // What framing settles stays a line, so that the picture below it does not move while it is being framed.
  const lines = (look?.findings ?? []).map((finding) => ({
    finding,
    settled: look !== null && isSettled(finding, look.displays, box),
  }));
  const tone = lines.every((line) => line.settled)
    ? 'bg-verdigris-wash text-verdigris-deep'
    : 'bg-ochre-wash text-ochre';
  return (
    <div
      data-looked={look && (look.findings ? 'all' : 'displays')}
      className={classes(LINE, lines.length > 0 ? tone : 'bg-card text-sm')}
    >
      {/* One part from the start to the end: what comes into it later is heard. */}
      <span role="status" className="flex min-w-0 flex-1 flex-wrap gap-x-4">
        {lines.length === 0 &&
          (look?.findings ? 'Nothing to check was seen in it.' : 'The picture is being looked at.')}
        {lines.map((line) => (
          <span key={line.finding.code} className="flex items-center gap-1.5">
            <FindingSign level={line.settled ? 'fine' : line.finding.level} />{' '}
            {look && line.settled
              ? `One of ${look.displays.length} displays is framed.`
              : sentence(line.finding)}
          </span>
        ))}
      </span>
      {onAgain && lines.length > 0 && (
        <Button small onClick={onAgain}>
          Take again
        </Button>
      )}
    </div>
  );
}
