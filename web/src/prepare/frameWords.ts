import type { Size } from '@nachweis/core';
import type { FrameTool } from './FrameToolbar.tsx';

/** What can be done with a tool, in a line. */
export const HINTS: Readonly<Record<FrameTool, (looking: boolean, parts: number) => string>> = {
  region: () =>
    'Drag a region; space moves it meanwhile, Alt stops edges from sticking. Arrows move it, with Shift by ten; Alt or Ctrl and arrows pull a corner.',
  part: (looking, parts) =>
    looking
      ? 'Looking for windows and parts …'
      : parts === 0
        ? 'No window or part was found in this picture. Drag a region instead.'
        : 'Point at a window or part. Up and down step out and in, left and right go on; Enter or a click takes it. A tap lights it up, the next what is around it.',
  outline: () =>
    'Draw around it, or click its corners; corners can be moved. By keyboard: arrows, space sets a corner, Backspace takes the last away.',
};

/** What the stage says to those who cannot see it. */
export function stageLabel(
  tool: FrameTool,
  box: { x: number; y: number; width: number; height: number },
  lit: Size | null,
  corners: number,
): string {
  if (tool === 'outline')
    return `Outline with ${corners} corners. Arrow keys move the place of the next one, space sets it.`;
  if (tool === 'part')
    return lit
      ? `Part of ${lit.width} by ${lit.height} pixels. Up and down step out and in, Enter takes it.`
      : 'Windows and parts. Left and right go from one to the next.';
  return `Frame: x ${box.x}, y ${box.y}, ${box.width} by ${box.height} pixels. Arrow keys move it, with Alt they pull its lower right corner, with Ctrl its upper left one.`;
}
