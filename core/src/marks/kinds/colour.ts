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
  styles: ['weight', 'letters', 'font', 'opacity'],
  bounds(mark, setting) {
    const { x, y, width, height } = layOut(labelOf(mark, setting), setting).ground;
    const corners = [mark, { x, y }, { x: x + width, y: y + height + stripHeight(mark, setting) }];
    return boxAround(corners, ringWidth(mark, setting) * 6);
  },
  hits: (mark, at, tolerance, setting) =>
    inGround(layOut(labelOf(mark, setting), setting).ground, at, tolerance) ||
    Math.hypot(at.x - mark.x, at.y - mark.y) <= tolerance + lineWidth(setting.picture, mark.weight) * 2,
  handles: () => [],
  pull: (mark) => mark,
  move: (mark, dx, dy) => ({ ...mark, x: mark.x + dx, y: mark.y + dy }),
  map: (mark, { point }) => ({ ...mark, ...point(mark) }),
  places: ({ x, y }) => [{ x, y }],
  draw(canvas, mark, setting) {
    const width = ringWidth(mark, setting);
    strokeRimmed(canvas, mark.ink, width, () => {
      canvas.moveTo(mark.x + width * 2.5, mark.y);
      canvas.arc(mark.x, mark.y, width * 2.5, 0, Math.PI * 2);
    });
    const label = labelOf(mark, setting);
    drawWords(canvas, label, setting);
    const { ground } = layOut(label, setting);
    canvas.fillStyle = mark.colour;
    canvas.beginPath();
    canvas.rect(
      ground.x,
      ground.y + ground.height,
      ground.width,
      letterSize(setting.picture, mark.letters) * 0.5,
    );
    canvas.fill();
  },
  words: ({ colour: code, x, y }) => ({
    code: 'colour',
    data: { colour: code, channels: channelsOf(code), x: Math.floor(x), y: Math.floor(y) },
  }),
};

const labelOf = (mark: ColourMark, { picture }: MarkSetting): Worded => ({
  ...mark,
  x: mark.x + lineWidth(picture, mark.weight) * 4,
  y: mark.y + lineWidth(picture, mark.weight) * 4,
  text: `${mark.colour} (${channelsOf(mark.colour)})`,
});

/** Width of the line around the pixel that is meant. */
function ringWidth({ weight }: ColourMark, { picture }: MarkSetting): number {
  return Math.max(2, lineWidth(picture, weight) * 0.7);
}

/** Of the strip in the colour itself, under its name. */
const stripHeight = ({ letters }: ColourMark, { picture }: MarkSetting): number =>
  letterSize(picture, letters) * 0.5;
