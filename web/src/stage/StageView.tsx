import type { Size } from '@nachweis/core';
import type { DOMAttributes, ReactNode } from 'react';
import { classes } from '../ui/classes.ts';
import type { Zoom } from './useZoom.ts';
import { SEE_PIXELS } from './zoom.ts';

interface StageViewProps {
  zoom: Zoom;
  picture: Size;
  /** what the picture is for, read aloud where the view has the focus */
  label: string;
  /** names for what a person looks through, and for the picture in it */
  testIds?: readonly [view: string, surface: string];
  /** of what one looks through */
  handlers?: DOMAttributes<HTMLDivElement>;
  /** of the picture */
  surfaceHandlers?: DOMAttributes<HTMLDivElement>;
  className?: string | undefined;
  children: ReactNode;
}

/** What one looks through at a picture: its surface in the scale of the zoom, with room around it, to be scrolled. */
export function StageView(props: StageViewProps): ReactNode {
  const { zoom, picture, label, testIds, handlers, surfaceHandlers, className, children } = props;
  const { scroller, surface, scale, margin } = zoom;
  return (
    <div className="relative min-h-0 flex-1">
      <div
        ref={scroller}
        // What is pressed here is for the picture: a screen reader that reads by arrow keys and letters hands them on.
        role="application"
        aria-roledescription="picture"
        aria-label={label}
        // biome-ignore lint/a11y/noNoninteractiveTabindex: it is scrolled by keys while it has the focus
        tabIndex={0}
        data-begin
        data-testid={testIds?.[0] ?? 'stage'}
        data-keys="stage"
        className="absolute inset-0 overflow-auto bg-grey [overflow-anchor:none] focus-visible:outline-4 focus-visible:-outline-offset-4"
        {...handlers}
      >
        <div
          className="grid min-h-full min-w-full place-items-center"
          style={{ width: 'max-content', height: 'max-content', padding: margin }}
        >
          <div
            ref={surface}
            data-testid={testIds?.[1]}
            data-scale={scale.toFixed(3)}
            className={classes('relative', scale >= SEE_PIXELS && '[image-rendering:pixelated]', className)}
            style={{ width: picture.width * scale, height: picture.height * scale }}
            {...surfaceHandlers}
          >
            {children}
          </div>
        </div>
      </div>
    </div>
  );
}
