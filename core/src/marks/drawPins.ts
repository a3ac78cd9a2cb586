import type { Point, Size } from '../geometry/box.ts';
import { PIN_INK, PIN_PAPER } from './ink.ts';
import type { MarkCanvas } from './markCanvas.ts';
import { pinRadius } from './pinRadius.ts';
import type { Pin } from './pins.ts';
import { placeHeads } from './placeHeads.ts';

/** Radius of the ring around a pin's spot, in radii of its head; the spot itself stays free. */
const RING = 0.34;

/** Draws pins into a picture: a ring around the exact pixel, a line, and a round head with the letter beside it. */
export function drawPins(canvas: MarkCanvas, marks: readonly Pin[], picture: Size, fontFamily: string): void {
  const radius = pinRadius(picture);
  canvas.lineCap = 'butt';
  canvas.lineJoin = 'miter';
  const spots = marks.map((pin) => ({ x: pin.x + 0.5, y: pin.y + 0.5 }));
  const heads = placeHeads(spots, picture, radius);
  const line = Math.max(2, radius / 6);
  const ring = Math.max(3, radius * RING);
  const strokes = () => {
    for (const [i, spot] of spots.entries()) {
      const head = heads[i] ?? spot;
      const far = Math.max(Math.hypot(head.x - spot.x, head.y - spot.y), 1);
      canvas.beginPath();
      canvas.arc(spot.x, spot.y, ring, 0, Math.PI * 2);
      canvas.stroke();
      canvas.beginPath();
      canvas.moveTo(spot.x + ((head.x - spot.x) * ring) / far, spot.y + ((head.y - spot.y) * ring) / far);
      canvas.lineTo(head.x, head.y);
      canvas.stroke();
    }
  };
  // Rims first, so that none lies over another pin.
  canvas.strokeStyle = PIN_PAPER;
  canvas.lineWidth = line * 2.4;
  strokes();
  for (const head of heads) {
    canvas.beginPath();
    canvas.arc(head.x, head.y, radius, 0, Math.PI * 2);
    canvas.stroke();
  }
  canvas.strokeStyle = PIN_INK;
  canvas.lineWidth = line;
  strokes();
  for (const [i, pin] of marks.entries()) {
    const head = heads[i] as Point;
    canvas.fillStyle = PIN_INK;
    canvas.beginPath();
    canvas.arc(head.x, head.y, radius, 0, Math.PI * 2);
    canvas.fill();
    canvas.fillStyle = PIN_PAPER;
    canvas.font = `700 ${Math.round(radius * 1.35)}px ${fontFamily}`;
    canvas.textAlign = 'center';
    canvas.textBaseline = 'middle';
    canvas.fillText(pin.letter, head.x, head.y + radius * 0.05);
  }
}
