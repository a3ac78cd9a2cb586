/** Gives the keys to the picture that is worked on in a dialog, where there is one. */
export function toPicture(around: ParentNode | null): void {
  around?.querySelector<HTMLElement>('[data-begin]')?.focus({ preventScroll: true });
}
