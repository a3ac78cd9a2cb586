/** The part of the Canvas 2D interface the practice desk draws through; a browser's and Node's canvases both have it. */
export interface DeskCanvas {
  fillStyle: unknown;
  strokeStyle: unknown;
  lineWidth: number;
  font: string;
  textAlign: string;
  textBaseline: string;
  save(): void;
  restore(): void;
  translate(x: number, y: number): void;
  scale(x: number, y: number): void;
  beginPath(): void;
  closePath(): void;
  rect(x: number, y: number, width: number, height: number): void;
  clip(): void;
  moveTo(x: number, y: number): void;
  lineTo(x: number, y: number): void;
  arc(x: number, y: number, radius: number, start: number, end: number): void;
  fill(): void;
  stroke(): void;
  fillRect(x: number, y: number, width: number, height: number): void;
  strokeRect(x: number, y: number, width: number, height: number): void;
  fillText(text: string, x: number, y: number): void;
}

/** Families as the shipped font packages name them. */
export const TEXT_FONT = '"Atkinson Hyperlegible Next Variable", sans-serif';
export const MONO_FONT = '"Atkinson Hyperlegible Mono Variable", monospace';

export interface Place {
  x: number;
  y: number;
}

export interface Area extends Place {
  width: number;
  height: number;
}

interface TextOptions {
  size?: number;
  weight?: number;
  mono?: boolean;
  colour?: string;
  align?: 'left' | 'right' | 'center';
}

/** Writes one line; y is the middle of the line. */
export function write(
  canvas: DeskCanvas,
  text: string,
  x: number,
  y: number,
  options: TextOptions = {},
): void {
  const { size = 14, weight = 400, mono = false, colour = '#22282a', align = 'left' } = options;
  canvas.font = `${weight} ${size}px ${mono ? MONO_FONT : TEXT_FONT}`;
  canvas.textAlign = align;
  canvas.textBaseline = 'middle';
  canvas.fillStyle = colour;
  canvas.fillText(text, x, y);
}

export function fillArea(canvas: DeskCanvas, { x, y, width, height }: Area, colour: string): void {
  canvas.fillStyle = colour;
  canvas.fillRect(x, y, width, height);
}

/** A line of one crisp pixel. */
export function rule(canvas: DeskCanvas, from: Place, to: Place, colour: string): void {
  canvas.strokeStyle = colour;
  canvas.lineWidth = 1;
  canvas.beginPath();
  canvas.moveTo(from.x + 0.5, from.y + 0.5);
  canvas.lineTo(to.x + 0.5, to.y + 0.5);
  canvas.stroke();
}
