/** Whether a key press belongs to a field a person writes in, so that single-key commands must leave it alone. */
export function isTyping(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  if (
    target.isContentEditable ||
    target instanceof HTMLTextAreaElement ||
    target instanceof HTMLSelectElement
  )
    return true;
  return (
    target instanceof HTMLInputElement && !['checkbox', 'radio', 'button', 'submit'].includes(target.type)
  );
}
