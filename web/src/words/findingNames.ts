import type { FindingCount } from '@nachweis/contract';
import type { FindingData } from '@nachweis/core';

/** What a finding is called where many are counted. */
const FINDING_NAMES: Readonly<Record<keyof FindingData, string>> = {
  damaged: 'damaged',
  'all-black': 'all black',
  'one-colour': 'one flat colour',
  'nearly-blank': 'nearly blank',
  'black-area': 'a black area',
  'several-displays': 'several displays',
  'too-small': 'too small',
  'wrong-shape': 'another shape',
  'file-too-large': 'file too large',
  blurred: 'blurred',
  'same-as': 'same picture twice',
  'same-picture': 'same picture as another’s',
  'same-pixels': 'same pixels as another’s',
  'words-not-read': 'words not read',
  'words-being-read': 'words being read',
  'not-pinned': 'not pinned',
  'nothing-found': 'fine',
};

export const findingName = (code: string): string =>
  (FINDING_NAMES as Readonly<Record<string, string | undefined>>)[code] ?? code;

export const LEVEL_WORDS: Readonly<Record<FindingCount['level'], string>> = {
  'to-check': 'to check',
  problem: 'problem',
};
