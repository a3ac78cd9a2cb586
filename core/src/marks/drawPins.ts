import type { Point, Size } from '../geometry/box.ts';
import type { Mark } from './pins.ts';
import { placeHeads } from './placeHeads.ts';

/** The part of the Canvas 2D interface that drawing pins needs; a browser's and a server's canvas both have it. */
export interface PinCanvas {
  fillStyle: unknown;
  strokeStyle: unknown;
  lineWidth: number;
  font: string;
  textAlign: string;
  textBaseline: string;
  beginPath(): void;
  moveTo(x: number, y: number): void;
  lineTo(x: number, y: number): void;
  arc(x: number, y: number, radius: number, start: number, end: number): void;
  fill(): void;
  stroke(): void;
  fillText(text: string, x: number, y: number): void;
}

/** The pin's two inks: dark on light paper reads on any picture because each has the other as its rim. */
export const PIN_INK = '#12343b';
export const PIN_PAPER = '#fffdf6';

const SMALLEST_RADIUS = 9;
const LARGEST_RADIUS = 26;

/** Radius of a pin's head in picture pixels: 1.1 % of the longer side, within bounds, so that it reads on small and large pictures. */
export function pinRadius({ width, height }: Size): number {
  return Math.round(Math.min(Math.max(Math.max(width, height) * 0.011, SMALLEST_RADIUS), LARGEST_RADIUS));
}

/** Radius of the ring around a pin's spot, in radii of its head; the spot itself stays free. */
const RING = 0.34;

/** Draws pins into a picture: a ring around the exact pixel, a line, and a round head with the letter beside it. */
export function drawPins(canvas: PinCanvas, marks: readonly Mark[], picture: Size, fontFamily: string): void {
  const radius = pinRadius(picture);
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
