/** Writes into a field where its cursor is, or was last, as if it were typed: the browser's own undo takes it back. */
export function typeAtCursor(field: HTMLTextAreaElement, text: string): void {
  field.focus();
  if (document.execCommand('insertText', false, text)) return;
  field.setRangeText(text, field.selectionStart, field.selectionEnd, 'end');
  field.dispatchEvent(new Event('input', { bubbles: true }));
}
