import type { Assignment } from '@nachweis/contract';

/** Which of several hand-ins counts, as the end of a sentence. */
export const COUNTS_WORDS: Readonly<Record<Assignment['counts'], string>> = {
  last: 'the last one counts',
  best: 'the best one counts',
  returned: 'the newest one that is returned counts',
};
