import type { Size } from '../geometry/box.ts';
import type { Mark } from './pins.ts';

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
  closePath(): void;
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

/** Where a pin's head lies: above its tip, or below it where there is no room above. */
export function pinHead(
  tip: { x: number; y: number },
  radius: number,
  picture: Size,
): { x: number; y: number } {
  const room = radius * 2.7;
  const y = tip.y - room >= 0 ? tip.y - radius * 1.7 : tip.y + radius * 1.7;
  return { x: Math.min(Math.max(tip.x, radius), picture.width - radius), y };
}

/** Draws pins into a picture: a tip at the exact pixel, a round head with the letter beside it. */
export function drawPins(canvas: PinCanvas, marks: readonly Mark[], picture: Size, fontFamily: string): void {
  const radius = pinRadius(picture);
  for (const pin of marks) {
    const tip = { x: pin.x + 0.5, y: pin.y + 0.5 };
    const head = pinHead(tip, radius, picture);
    const side = radius * 0.55;
    const shape = () => {
      canvas.beginPath();
      canvas.moveTo(tip.x, tip.y);
      canvas.lineTo(head.x - side, head.y);
      canvas.lineTo(head.x + side, head.y);
      canvas.closePath();
    };
    canvas.fillStyle = PIN_INK;
    canvas.strokeStyle = PIN_PAPER;
    canvas.lineWidth = Math.max(2, radius / 5);
    shape();
    canvas.stroke();
    canvas.beginPath();
    canvas.arc(head.x, head.y, radius, 0, Math.PI * 2);
    canvas.stroke();
    canvas.fill();
    shape();
    canvas.fill();
    canvas.fillStyle = PIN_PAPER;
    canvas.font = `700 ${Math.round(radius * 1.35)}px ${fontFamily}`;
    canvas.textAlign = 'center';
    canvas.textBaseline = 'middle';
    canvas.fillText(pin.letter, head.x, head.y + radius * 0.05);
  }
}
