/** Gives the keys to the picture that is worked on in a dialog, where there is one. */
export function toPicture(around: ParentNode | null): void {
  around?.querySelector<HTMLElement>('[data-begin]')?.focus({ preventScroll: true });
}

/**
 * The same for a part of a dialog that has just come. Where the dialog itself is only opening it begins there by itself,
 * and is told of by its name.
 */
export function beginAtPicture(part: HTMLElement | null): void {
  if (part?.closest('[role=dialog]')?.contains(document.activeElement)) toPicture(part);
}
