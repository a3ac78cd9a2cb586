import type { Told } from '@nachweis/contract';
import type { Missing, MissingData, Place } from '@nachweis/core';
import { notRead, shapes, sizes, tooLarge } from './asked.ts';
import { alternatives, formatLabel } from './formats.ts';
import type { Words } from './told.ts';

const atPoint = ({ point }: Place) => (point ? `${point}: ` : '');

const MISSING: Words<MissingData> = {
  'no-picture': (_, place) => `${place.point} has no picture yet.`,
  'more-pictures': ({ lack }, place) =>
    `${place.point} needs ${lack === 1 ? 'one more picture' : `${lack} more pictures`}.`,
  'any-picture': () => 'There is no picture yet. Add at least one.',
  'picture-damaged': (_, place) =>
    `${atPoint(place)}a picture is damaged: its pixels cannot be read. Remove it and add it again.`,
  'pins-missing': ({ letters }, place) =>
    `${atPoint(place)}pin ${letters.join(', ')} to the place where it is seen.`,
  'wrong-shape': (data, place) => `${atPoint(place)}${shapes(data)}`,
  'nothing-hidden': (_, place) => `${atPoint(place)}something private has to be hidden, and nothing is yet.`,
  'nothing-marked': (_, place) =>
    `${atPoint(place)}a mark is asked for: an arrow, a ring, a text or a measure.`,
  'nothing-written': (_, place) =>
    `${atPoint(place)}write something of your own with it: a line at a pin or a step, a text, or a callout.`,
  'marks-not-wanted': (_, place) =>
    `${atPoint(place)}no marks are wanted beside pins and what hides. Remove them.`,
  'picture-too-small': (data, place) => `${atPoint(place)}${sizes(data)}`,
  'file-too-large': (data, place) =>
    `${atPoint(place)}${tooLarge(data)} Choose another format, or a smaller size.`,
  'format-not-taken': ({ format, formats }, place) =>
    `${atPoint(place)}${formatLabel(format)} is not taken here. It has to be ${alternatives(formats.map(formatLabel))}.`,
  'statement-missing': () => 'Your own statement is missing.',
  'words-not-read': ({ words }, place) => `${atPoint(place)}${notRead(words)}`,
  'not-placed': ({ places }) => `Your statement shows other pictures, but not ${places.join(', ')}.`,
  'placed-astray': ({ places }) =>
    `Your statement points to ${places.join(', ')}: there is no such picture or pin.`,
  'answers-missing': ({ headings }) => `Of your own statement, not answered: ${headings.join('; ')}`,
};

/** The sentence of what a hand-in lacks, to who hands in; a finding of the same code is told to who judges. */
export function missingSentence({ code, data, place }: Told | Missing): string {
  const words = (MISSING as Readonly<Record<string, ((data: unknown, place: Place) => string) | undefined>>)[
    code
  ];
  return words ? words(data, place) : `A newer version of this page can say more (${code}).`;
}
