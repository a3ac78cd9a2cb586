import { kindOf, type Mark } from '@nachweis/core';

type Data = Readonly<Record<string, string | number>>;
const shortened = (words: string | number | undefined) => {
  const text = String(words ?? '');
  return text.length > 60 ? `${text.slice(0, 59)}…` : text;
};

/** How a mark reads aloud, by its kind. */
const WORDS: Readonly<Record<Mark['kind'], (data: Data) => string>> = {
  pin: ({ letter, x, y }) => `Pin ${letter} at ${x}, ${y}`,
  arrow: ({ x, y }) => `Arrow to ${x}, ${y}`,
  line: ({ x, y, toX, toY }) => `Line from ${x}, ${y} to ${toX}, ${toY}`,
  ring: ({ shape, x, y, width, height, turned }) =>
    `${shape === 'box' ? 'Box' : 'Ellipse'} around ${x}, ${y}, ${width} × ${height}${turned ? `, turned by ${turned}°` : ''}`,
  loop: ({ x, y, width, height }) => `Loop around ${x}, ${y}, ${width} × ${height}`,
  number: ({ number, says, x, y }) => `Step ${number} at ${x}, ${y}${says ? `: ${shortened(says)}` : ''}`,
  legend: ({ x, y }) => `List of the steps at ${x}, ${y}`,
  text: ({ text, x, y }) => `Text at ${x}, ${y}: ${shortened(text)}`,
  callout: ({ text, x, y }) => `Callout to ${x}, ${y}: ${shortened(text)}`,
  stroke: ({ x, y, toX, toY }) => `Stroke from ${x}, ${y} to ${toX}, ${toY}`,
  highlight: ({ x, y, width, height }) => `Highlighted at ${x}, ${y}, ${width} × ${height}`,
  measure: ({ of, result }) => `${{ length: 'Length', angle: 'Angle', area: 'Area' }[String(of)]}: ${result}`,
  colour: ({ colour, channels, x, y }) => `Colour at ${x}, ${y}: ${colour} (${channels})`,
  inset: ({ x, y, width, height }) => `Picture at ${x}, ${y}, ${width} × ${height}`,
  redaction: ({ x, y, width, height }) => `Hidden area at ${x}, ${y}, ${width} × ${height}`,
};

export function markSentence(mark: Mark): string {
  const { code, data } = kindOf(mark).words(mark);
  return WORDS[code](data);
}
