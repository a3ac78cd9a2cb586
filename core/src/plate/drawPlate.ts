import type { MarkFonts } from '../marks/drawMarks.ts';
import type { MarkCanvas } from '../marks/markCanvas.ts';
import { PLATE_LINE, type PlateLayout } from './layOutPlate.ts';

/** What drawing a plate needs of a canvas: what marks need, and pictures. */
export interface PlateCanvas<Image> extends MarkCanvas {
  drawImage(image: Image, x: number, y: number, width: number, height: number): void;
}

const [PAPER, INK, FADED, RULE] = ['#ffffff', '#1d2729', '#515b5c', '#c9c6bb'];

/** Paper around words, where they lie over a picture. */
const PAD = 6;

/** Draws a plate on white, its pictures with a thin rule around them. @param images in the order of the boxes */
export function drawPlate<Image>(
  canvas: PlateCanvas<Image>,
  { size, boxes, words }: PlateLayout,
  images: readonly Image[],
  fonts: MarkFonts,
): void {
  canvas.fillStyle = PAPER;
  canvas.beginPath();
  canvas.rect(0, 0, size.width, size.height);
  canvas.fill();
  canvas.strokeStyle = RULE;
  canvas.lineWidth = 2;
  for (const [index, { x, y, width, height }] of boxes.entries()) {
    const image = images[index];
    if (image) canvas.drawImage(image, x, y, width, height);
    canvas.beginPath();
    canvas.rect(x - 1, y - 1, width + 2, height + 2);
    canvas.stroke();
  }
  canvas.textAlign = 'left';
  canvas.textBaseline = 'middle';
  // A picture that a hand has put over another one's words does not make them unreadable.
  canvas.fillStyle = PAPER;
  for (const { x, y, width, lines, size: letters, picture } of words) {
    if (picture === undefined) continue;
    canvas.beginPath();
    canvas.rect(x - PAD, y, width + 2 * PAD, lines.length * letters * PLATE_LINE);
    canvas.fill();
  }
  for (const { x, y, lines, size: letters, role } of words) {
    canvas.fillStyle = role === 'heading' || role === 'caption' ? INK : FADED;
    // The one weight that all measuring is done in.
    canvas.font = `600 ${letters}px ${fonts.text}`;
    for (const [line, text] of lines.entries())
      canvas.fillText(text, x, y + letters * PLATE_LINE * (line + 0.5));
  }
}
