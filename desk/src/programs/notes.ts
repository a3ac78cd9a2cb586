import { type Area, type DeskCanvas, fillArea, write } from '../canvas.ts';
import type { DeskContent } from '../content.ts';
import type { Anchors, Program, Shown } from './program.ts';

const LINE = 24;

export const notes: Program = {
  title: 'Notes',
  size: { width: 380, height: 300 },
  draw(canvas: DeskCanvas, area: Area, _content: DeskContent, { states }: Shown): Anchors {
    fillArea(canvas, area, '#fdf9e4');
    const lines = `${states.notes.text}|`.split('\n');
    lines.forEach((text, index) => {
      write(canvas, text, area.x + 16, area.y + 24 + index * LINE, {
        size: 15,
        weight: index === 0 ? 700 : 400,
      });
    });
    return { text: { x: area.x + 16, y: area.y + 24 } };
  },
};
