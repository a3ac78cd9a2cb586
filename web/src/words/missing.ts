import type { Told } from '@nachweis/contract';
import type { Finish, Missing, MissingData, Place } from '@nachweis/core';
import { notRead, shapes, sizes, tooLarge } from './asked.ts';
import { alternatives, formatLabel } from './formats.ts';
import type { Words } from './told.ts';

const atPoint = ({ point }: Place) => (point ? `${point}: ` : '');

const FINISH_ASKED: Readonly<Record<Finish['kind'], string>> = {
  'set-off': 'every picture has to be set off from the page.',
  'cut-here': 'every picture that goes on beyond its frame has to show where it was cut.',
  ground: 'every picture needs a ground under what is transparent.',
  tone: 'every picture has to be in greys, or light for dark.',
};
const FINISH_NOT_WANTED: Readonly<Record<Finish['kind'], string>> = {
  'set-off': 'no picture is to be set off from the page.',
  'cut-here': 'the break line of “cut here” is not wanted.',
  ground: 'no ground under what is transparent is wanted.',
  tone: 'pictures are to keep their colours, not in greys nor light for dark.',
};

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
  'finish-missing': ({ finish }, place) => `${atPoint(place)}${FINISH_ASKED[finish]} Bench, Finish.`,
  'finish-not-wanted': ({ finish }, place) =>
    `${atPoint(place)}${FINISH_NOT_WANTED[finish]} Take it back on the bench, under Finish.`,
  'picture-too-small': (data, place) => `${atPoint(place)}${sizes(data)}`,
  'same-as': ({ as }, place) =>
    `${atPoint(place)}it shows exactly what ${as === place.point ? 'another picture here' : as} shows. If that is a mistake, put the right picture here.`,
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
