/** The part of the Canvas 2D interface that drawing marks needs; a browser's and a server's canvas both have it. */
export interface MarkCanvas {
  fillStyle: unknown;
  strokeStyle: unknown;
  lineWidth: number;
  lineCap: string;
  lineJoin: string;
  font: string;
  textAlign: string;
  textBaseline: string;
  globalCompositeOperation: string;
  globalAlpha: number;
  beginPath(): void;
  closePath(): void;
  moveTo(x: number, y: number): void;
  lineTo(x: number, y: number): void;
  arc(x: number, y: number, radius: number, start: number, end: number): void;
  ellipse(
    x: number,
    y: number,
    radiusX: number,
    radiusY: number,
    turn: number,
    start: number,
    end: number,
  ): void;
  rect(x: number, y: number, width: number, height: number): void;
  fill(): void;
  stroke(): void;
  /** @param image of the canvas's own kind */
  drawImage(image: unknown, x: number, y: number, width: number, height: number): void;
  fillText(text: string, x: number, y: number): void;
}
