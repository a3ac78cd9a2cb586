import type { Why } from '@nachweis/core';

/** Why a file is held for whose and what it is, or why that is left open. */
export const WHY: Readonly<Record<Why, string>> = {
  'by-rule': 'named by the rule',
  'full-name': 'surname and given name',
  column: 'a value of the class list',
  'part-of-name': 'part of the name, and nobody else has it',
  spelling: 'the name with a slip',
  'in-folder': 'the name of its folder',
  'no-person': 'nobody of the class is named',
  'several-people': 'it can be more than one',
  'another-name': 'another name stands beside it',
  'point-code': 'the proof point is named',
  'point-title': 'the title of the proof point',
  'only-point': 'there is one proof point only',
  'no-point': 'no proof point is named',
  'several-points': 'more than one proof point is named',
  'too-many': 'more pictures than the proof point takes',
};

export const LEFT_OUT = {
  'no-picture': 'is no picture that is taken here',
  'too-large': 'is too large',
  locked: 'is encrypted',
} as const;

export const CONFIDENCE = { sure: 'clear', likely: 'to check', open: 'to be said' } as const;
