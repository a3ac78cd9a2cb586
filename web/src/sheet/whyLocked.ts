import type { ProofSheet } from '@nachweis/contract';

/** Why nothing can be added or handed in now, in a sentence; null when it can. */
export function whyLocked({ window, attemptsLeft, terms }: ProofSheet): string | null {
  if (window === 'not-open')
    return 'This assignment is not open yet. You can read it; pictures can be added once it opens.';
  if (attemptsLeft === 0) {
    return terms.attempts === 1
      ? 'You have handed in; one hand-in is allowed.'
      : `You have handed in ${terms.attempts} times; no further hand-in is allowed.`;
  }
  if (window === 'closed')
    return 'This assignment is closed. Ask your instructor if you still want to hand in.';
  return null;
}
