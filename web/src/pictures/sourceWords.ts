import type { Source } from '@nachweis/contract';

export const SOURCE_WORDS: Readonly<Record<Source, string>> = {
  'screen-share': 'screen share',
  'practice-desk': 'practice desk',
  clipboard: 'clipboard',
  file: 'file',
  camera: 'camera',
  document: 'document',
  recording: 'recording',
  plate: 'plate',
};
