/** Of the part of a mount that says what is to be decided. */
export const decisionId = (evidenceId: string) => `decision-${evidenceId}`;

/** Goes to what is to be decided about a picture: the first of its ways has the focus. */
export const focusDecision = (evidenceId: string): void =>
  document.getElementById(decisionId(evidenceId))?.querySelector<HTMLElement>('button, a')?.focus();
