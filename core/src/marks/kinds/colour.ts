import type { MarkBase, MarkKind, MarkSetting } from '../mark.ts';
import { boxAround, lineWidth, strokeRimmed } from '../stroke.ts';
import { drawWords, inGround, layOut, letterSize, type Worded } from '../textLayout.ts';

/** The colour that a pixel has, written beside it. */
export interface ColourMark extends MarkBase {
  kind: 'colour';
  x: number;
  y: number;
  /** "#rrggbb" */
  colour: string;
}

/** Red, green and blue as numbers, as they are read off. */
export const channelsOf = (colour: string): string =>
  [1, 3, 5].map((at) => Number.parseInt(colour.slice(at, at + 2), 16)).join(', ');

export const colour: MarkKind<ColourMark> = {
  burns: false,
  bounds(mark, setting) {
    const { x, y, width, height } = layOut(labelOf(mark, setting), setting).ground;
    return boxAround([mark, { x, y }, { x: x + width, y: y + height }], lineWidth(setting.picture) * 4);
  },
  hits: (mark, at, tolerance, setting) =>
    inGround(layOut(labelOf(mark, setting), setting).ground, at, tolerance) ||
    Math.hypot(at.x - mark.x, at.y - mark.y) <= tolerance + lineWidth(setting.picture) * 2,
  handles: () => [],
  pull: (mark) => mark,
  move: (mark, dx, dy) => ({ ...mark, x: mark.x + dx, y: mark.y + dy }),
  map: (mark, { point }) => ({ ...mark, ...point(mark) }),
  places: ({ x, y }) => [{ x, y }],
  draw(canvas, mark, setting) {
    const width = Math.max(2, lineWidth(setting.picture) * 0.7);
    strokeRimmed(canvas, mark.ink, width, () => {
      canvas.moveTo(mark.x + width * 2.5, mark.y);
      canvas.arc(mark.x, mark.y, width * 2.5, 0, Math.PI * 2);
    });
    const label = labelOf(mark, setting);
    drawWords(canvas, label, setting);
    const { ground } = layOut(label, setting);
    canvas.fillStyle = mark.colour;
    canvas.beginPath();
    canvas.rect(ground.x, ground.y + ground.height, ground.width, letterSize(setting.picture) * 0.5);
    canvas.fill();
  },
  words: ({ colour: code, x, y }) => ({
    code: 'colour',
    data: { colour: code, channels: channelsOf(code), x: Math.floor(x), y: Math.floor(y) },
  }),
};

const labelOf = ({ x, y, colour: code, ink }: ColourMark, { picture }: MarkSetting): Worded => ({
  x: x + lineWidth(picture) * 4,
  y: y + lineWidth(picture) * 4,
  text: `${code} (${channelsOf(code)})`,
  ink,
});
