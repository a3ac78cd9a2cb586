import type { MarkCanvas } from './markCanvas.ts';

const escaped = (text: string): string => text.replace(/[&<>"]/g, (sign) => `&#${sign.charCodeAt(0)};`);
/** Three decimals of a pixel are more than any display shows. */
const short = (value: number): string => String(Math.round(value * 1000) / 1000);

/** Draws marks as vectors (SVG 2): each fill and stroke is a path, each text a text. */
export class SvgCanvas implements MarkCanvas {
  fillStyle: unknown = '#000000';
  strokeStyle: unknown = '#000000';
  lineWidth = 1;
  lineCap = 'butt';
  lineJoin = 'miter';
  font = '10px sans-serif';
  textAlign = 'start';
  textBaseline = 'alphabetic';
  globalCompositeOperation = 'source-over';
  globalAlpha = 1;
  private path: string[] = [];
  private readonly elements: string[] = [];

  /** What was drawn, as elements of an SVG. */
  get content(): string {
    return this.elements.join('\n');
  }

  beginPath(): void {
    this.path = [];
  }
  closePath(): void {
    this.path.push('Z');
  }
  moveTo(x: number, y: number): void {
    this.path.push(`M${short(x)} ${short(y)}`);
  }
  lineTo(x: number, y: number): void {
    this.path.push(`${this.path.length === 0 ? 'M' : 'L'}${short(x)} ${short(y)}`);
  }
  arc(x: number, y: number, radius: number, start: number, end: number): void {
    this.ellipse(x, y, radius, radius, 0, start, end);
  }
  ellipse(
    x: number,
    y: number,
    radiusX: number,
    radiusY: number,
    turn: number,
    start: number,
    end: number,
  ): void {
    const at = (angle: number) => {
      const [cos, sin] = [radiusX * Math.cos(angle), radiusY * Math.sin(angle)];
      return [
        x + cos * Math.cos(turn) - sin * Math.sin(turn),
        y + cos * Math.sin(turn) + sin * Math.cos(turn),
      ].map(short);
    };
    const round = Math.min(end - start, 2 * Math.PI);
    this.path.push(`${this.path.length === 0 ? 'M' : 'L'}${at(start).join(' ')}`);
    // An arc of a whole turn begins where it ends, and would be none: two halves of it are.
    const radii = `${short(radiusX)} ${short(radiusY)} ${short((turn * 180) / Math.PI)}`;
    for (const part of [0.5, 1])
      this.path.push(`A${radii} ${round / 2 > Math.PI ? 1 : 0} 1 ${at(start + round * part).join(' ')}`);
  }
  rect(x: number, y: number, width: number, height: number): void {
    this.path.push(`M${short(x)} ${short(y)}h${short(width)}v${short(height)}h${short(-width)}Z`);
  }
  fill(): void {
    this.add(`<path d="${this.path.join('')}" fill="${escaped(String(this.fillStyle))}"${this.blend}/>`);
  }
  stroke(): void {
    const style = `stroke-width="${short(this.lineWidth)}" stroke-linecap="${this.lineCap}" stroke-linejoin="${this.lineJoin}"`;
    this.add(
      `<path d="${this.path.join('')}" fill="none" stroke="${escaped(String(this.strokeStyle))}" ${style}${this.blend}/>`,
    );
  }
  /** @param image the address that holds its pixels */
  drawImage(image: unknown, x: number, y: number, width: number, height: number): void {
    const place = `x="${short(x)}" y="${short(y)}" width="${short(width)}" height="${short(height)}"`;
    this.add(`<image ${place} preserveAspectRatio="none" href="${escaped(String(image))}"${this.seen}/>`);
  }
  fillText(text: string, x: number, y: number): void {
    const anchor = { center: 'middle', right: 'end', end: 'end' }[this.textAlign] ?? 'start';
    const baseline = { middle: 'central', top: 'text-before-edge' }[this.textBaseline] ?? 'alphabetic';
    const place = `x="${short(x)}" y="${short(y)}" text-anchor="${anchor}" dominant-baseline="${baseline}"`;
    this.add(
      `<text ${place} fill="${escaped(String(this.fillStyle))}" style="font:${escaped(this.font)}" xml:space="preserve"${this.seen}>${escaped(text)}</text>`,
    );
  }

  private get seen(): string {
    return this.globalAlpha < 1 ? ` opacity="${short(this.globalAlpha)}"` : '';
  }
  private get blend(): string {
    const multiplies = this.globalCompositeOperation === 'multiply';
    return `${this.seen}${multiplies ? ' style="mix-blend-mode:multiply"' : ''}`;
  }
  private add(element: string): void {
    this.elements.push(element);
  }
}
