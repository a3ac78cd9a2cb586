import type { Box } from '@nachweis/core';
import type { FrameTool } from './FrameToolbar.tsx';

const HINTS: Readonly<Record<FrameTool, string>> = {
  region:
    'Drag a region; M held, or a second finger, moves it meanwhile, Alt stops edges from sticking. Arrows move it, with Shift by ten; Alt or Ctrl and arrows pull a corner.',
  part: 'Point at a window; down steps into it, to a part, and up out again, left and right go on. Enter or a click takes it.',
  outline:
    'Draw around it, or click its corners; corners can be moved. By keyboard: arrows, space sets a corner, Backspace takes the last away.',
};
const TOUCH_HINTS: typeof HINTS = {
  region: 'Drag a region, then its inside or a handle.',
  part: 'Tap a window, and again for a part of it.',
  outline: 'Draw around it, or tap its corners; corners can be moved.',
};

/** What can be done with a tool, in a line. @param parts how many were found; null while they are looked for */
export function hintFor(tool: FrameTool, parts: number | null): string {
  if (tool === 'part' && parts === null) return 'Looking for windows and parts …';
  if (tool === 'part' && parts === 0)
    return 'No window or part was found in this picture. Drag a region instead.';
  return (matchMedia('(pointer: coarse)').matches ? TOUCH_HINTS : HINTS)[tool];
}

/** What the stage says to those who cannot see it: how it stands, and which keys change it. */
export function stageWords(
  tool: FrameTool,
  box: Box,
  lit: Box | null,
  corners: number,
): { stands: string; keys: string } {
  if (tool === 'outline')
    return {
      stands: `Outline with ${corners} corners.`,
      keys: 'Arrow keys move the place of the next one, space sets it.',
    };
  if (tool === 'part')
    return lit
      ? {
          stands: `Part of ${lit.width} by ${lit.height} pixels at ${lit.x}, ${lit.y}.`,
          keys: 'Up and down step out and in, Enter takes it.',
        }
      : { stands: 'Windows and parts.', keys: 'Left and right go from one to the next.' };
  return {
    stands: `Frame: x ${box.x}, y ${box.y}, ${box.width} by ${box.height} pixels.`,
    keys: 'Arrow keys move it, with Alt they pull its lower right corner, with Ctrl its upper left one.',
  };
}
