import { type Area, type DeskCanvas, fillArea, write } from '../canvas.ts';
import type { DeskContent } from '../content.ts';
import type { Anchors, Program, Shown } from './program.ts';

const CONTROLS = 44;

/** Plays a protected film of a river: seen on the display, black in every capture of it. */
export const videoPlayer: Program = {
  title: 'Video player',
  size: { width: 460, height: 340 },
  draw(canvas: DeskCanvas, area: Area, _content: DeskContent, { states, captured }: Shown): Anchors {
    const surface = { ...area, height: area.height - CONTROLS };
    fillArea(canvas, surface, '#000000');
    if (!captured) drawFilm(canvas, surface, states.video.frame);
    const bar = { ...area, y: surface.y + surface.height, height: CONTROLS };
    fillArea(canvas, bar, '#e9ebe5');
    write(canvas, states.video.playing ? 'Pause' : 'Play', bar.x + 18, bar.y + CONTROLS / 2, { weight: 600 });
    const seconds = Math.floor(states.video.frame / 10);
    const time = `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
    write(canvas, time, bar.x + bar.width - 16, bar.y + CONTROLS / 2, { mono: true, align: 'right' });
    return { surface: { x: surface.x + surface.width / 2, y: surface.y + surface.height / 2 } };
  },
};

function drawFilm(canvas: DeskCanvas, surface: Area, frame: number): void {
  fillArea(canvas, surface, '#9fbfcb');
  const water = surface.y + surface.height * 0.55;
  fillArea(canvas, { ...surface, y: water, height: surface.y + surface.height - water }, '#3f6f7d');
  canvas.strokeStyle = '#d7e8ea';
  canvas.lineWidth = 3;
  for (let wave = 0; wave < 4; wave++) {
    canvas.beginPath();
    for (let x = 0; x <= surface.width; x += 12) {
      const y = water + 24 + wave * 26 + Math.sin(x / 34 + frame / 6 + wave) * 6;
      if (x === 0) canvas.moveTo(surface.x + x, y);
      else canvas.lineTo(surface.x + x, y);
    }
    canvas.stroke();
  }
}
