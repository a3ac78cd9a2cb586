import type { MarkFont, MarkFonts } from '@nachweis/core';

/** The shipped fonts by the names the pages know them by; the server has the same under names of its own. */
export const PAGE_FONTS: MarkFonts = {
  heads: '"Atkinson Hyperlegible Mono Variable", monospace',
  text: '"Atkinson Hyperlegible Next Variable", sans-serif',
  fixed: '"Atkinson Hyperlegible Mono Variable", "Atkinson Hyperlegible Next Variable", sans-serif',
};

let context: CanvasRenderingContext2D | null = null;

/** Width of a text in pixels at a size of letters in pixels. */
export function measureText(words: string, size: number, font: MarkFont = 'plain'): number {
  context ??= document.createElement('canvas').getContext('2d');
  if (!context) return words.length * size * 0.6;
  context.font = `600 ${size}px ${font === 'plain' ? PAGE_FONTS.text : PAGE_FONTS.fixed}`;
  return context.measureText(words).width;
}
